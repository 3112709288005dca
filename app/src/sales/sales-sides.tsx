/** The sides of selling: what is on sale, what was bought, what it brought, and what ends. */
import { Tabs } from "../ui/tabs";

export function SalesSides({
  school,
  here,
}: {
  school: string;
  here: "listings" | "orders" | "documents" | "income" | "ending" | "partners";
}) {
  return (
    <Tabs
      label="Sales"
      sides={[
        { name: "Listings", href: `/${school}/sales`, here: here === "listings" },
        { name: "Orders", href: `/${school}/sales/orders`, here: here === "orders" },
        {
          name: "Invoices",
          href: `/${school}/sales/invoices`,
          here: here === "documents",
        },
        { name: "Income", href: `/${school}/sales/income`, here: here === "income" },
        { name: "Ends", href: `/${school}/sales/ends`, here: here === "ending" },
        { name: "Partners", href: `/${school}/sales/partners`, here: here === "partners" },
      ]}
    />
  );
}

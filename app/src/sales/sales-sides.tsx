/** The sides of selling: what is on sale, and what was bought. */
import { Tabs } from "../ui/tabs";

export function SalesSides({ school, here }: { school: string; here: "listings" | "orders" }) {
  return (
    <Tabs
      label="Sales"
      sides={[
        { name: "Listings", href: `/${school}/sales`, here: here === "listings" },
        { name: "Orders", href: `/${school}/sales/orders`, here: here === "orders" },
      ]}
    />
  );
}

/** The sides of notices: what goes out when, and what has gone out. */
import { Tabs } from "../ui/tabs";

export function NoticesSides({ school, here }: { school: string; here: "rules" | "sent" }) {
  return (
    <Tabs
      label="Notices"
      sides={[
        { name: "What goes out", href: `/${school}/notices`, here: here === "rules" },
        { name: "What has gone out", href: `/${school}/notices/sent`, here: here === "sent" },
      ]}
    />
  );
}

/** The sides of a school, for those who may see them. */
import type { Permission } from "@dawngate/contract/permissions";
import { Tabs } from "../ui/tabs";
import { useMay } from "./may";

export type SchoolSide = "settings" | "staff" | "record" | "upkeep";

export const SCHOOL_SIDES: [SchoolSide, string, Permission][] = [
  ["settings", "Settings", "school.change"],
  ["staff", "Staff", "staff.see"],
  ["record", "Record of changes", "record.read"],
  ["upkeep", "Upkeep", "jobs.see"],
];

export function SchoolTabs({ school, here }: { school: string; here: SchoolSide }) {
  const may = useMay(school);
  return (
    <Tabs
      label="The school"
      sides={SCHOOL_SIDES.filter(([, , permission]) => may(permission)).map(([side, name]) => ({
        name,
        href: `/${school}/${side}`,
        here: side === here,
      }))}
    />
  );
}

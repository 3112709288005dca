/** Who set each of a school's settings, from the record of changes. */
import type { WhoSet } from "@dawngate/contract/record";
import type { Database } from "../db/connection";
import type { Context } from "./context";
import { readLastSet } from "./record-store";
import { reading } from "./service";

/** Columns that are one setting together. */
const TOGETHER: Readonly<Record<string, string>> = { weekend: "calendar", closed: "calendar" };

/** "time_zone" is called timeZone, as the school's answer has it. */
const settingOf = (column: string): string =>
  TOGETHER[column] ?? column.replaceAll(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());

export async function showWhoSet(db: Database, context: Context): Promise<WhoSet> {
  return reading(db, context, async (tx) => {
    const settings: WhoSet["settings"] = {};
    for (const { column, at, author, author_kind, author_id } of await readLastSet(tx)) {
      const name = settingOf(column);
      const before = settings[name];
      if (before && Date.parse(before.at) >= Date.parse(at)) continue;
      settings[name] = { at, by: { kind: author_kind, id: author_id, name: author } };
    }
    return { settings };
  });
}

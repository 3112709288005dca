/** Files that nothing shows, a week after they were brought: they go, and with them what nobody went on bringing. */
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import type { KeptFiles } from "../base/kept-files";
import type { Database, SchoolId } from "../db/connection";
import { system } from "../db/who";
import { deleteFile, holdName, schoolIsThere, unusedFiles } from "./store";

/** So long a file waits to be shown, in milliseconds; and so many go at a time. */
const WAITS = 7 * DAY;
const AT_A_TIME = 200;

/** Answers how many have gone. Another server may do the same at the same time. */
export async function sweepFiles(
  db: Database,
  { store, uploads }: KeptFiles,
  now: Instant,
): Promise<number> {
  const before = formatInstant((now - WAITS) as Instant);
  let gone = 0;
  for (const school of await db.schoolsToSweep(before)) {
    const scope = { school, who: system("files") };
    const unused = await db.readSchool(scope, (tx) => unusedFiles(tx, before, AT_A_TIME));
    for (const id of unused)
      await db.withSchool(scope, async (tx) => {
        await holdName(tx, school, id);
        // Somebody may have put it into a lesson meanwhile.
        if ((await unusedFiles(tx, before, 1, id)).length === 0) return;
        await deleteFile(tx, id);
        await store.remove(school, id);
        gone++;
      });
  }
  await uploads.sweep();
  return gone;
}

/** Removes all files of a school, where it is gone for good; of one that is there, nothing. */
export async function dropFiles(
  db: Database,
  kept: KeptFiles | null,
  school: string,
): Promise<void> {
  const scope = { school: school as SchoolId, who: system("files") };
  if (kept && !(await db.readSchool(scope, schoolIsThere))) await kept.store.removeSchool(school);
}

/** Whoever a delivery has brought and its next file lacks: withdrawn where that was asked for, and only if they are few. */
import type { Column } from "@dawngate/core/enrollment";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Database, SchoolId } from "../../db/connection";
import type { Who } from "../../db/who";
import type { Context } from "../../school/context";
import { actIn } from "../acts";
import { readFile, updateFile } from "../people-file/store";
import { lacking, readDelivered, readDelivery } from "./store";

/** So many are withdrawn in one transaction. */
const LOT = 100;

interface Parts {
  db: Database;
  now(): Instant;
}

/**
 * The last step of a file that was delivered. Of more than so many in a hundred nobody is withdrawn: a file that was cut
 * off empties no course. Nor is anybody for a file after which another has come, or by a delivery that has ended. Begun
 * again after a crash it goes on with those who are left.
 */
export async function withdrawMissing(
  { db, now }: Parts,
  school: SchoolId,
  file: string,
  who: Who,
): Promise<void> {
  for (let more = true; more; ) {
    const at = now();
    const context = { school, who, now: at, cohorts: null } as unknown as Context;
    more = await db.withSchool({ school, who }, async (tx) => {
      const brought = await readFile(tx, file, true);
      if (brought?.state !== "enrolling" || brought.delivery_id === null) return false;
      const delivery = await readDelivery(tx, brought.delivery_id);
      const column = (brought.columns as (Column | null)[]).indexOf("email");
      const asked = { delivery: brought.delivery_id, file, column, at: formatInstant(at) };
      const { all, missing, some } = await lacking(tx, asked, LOT);
      // As they were before the first of them was withdrawn.
      const [whole, lacks] = [all + brought.withdrawn, missing + brought.withdrawn];
      const isLast = (await readDelivered(tx, brought.delivery_id, null))?.id === file;
      const goesOn = isLast && delivery?.ended_at === null;
      const withdraws = goesOn ? delivery.withdraws : null;
      const most = withdraws === null ? 0 : Math.floor((whole * withdraws) / 100);
      const done = { state: "done" as const, missing: lacks };
      if (missing === 0 || withdraws === null || lacks > most) {
        const tooMany = withdraws !== null && lacks > most;
        await updateFile(tx, file, {
          ...done,
          fault: tooMany
            ? `${lacks} of ${whole} are missing from it, more than ${withdraws} %: nobody was withdrawn.`
            : null,
        });
        return false;
      }
      const { refused } = await actIn(tx, context, brought.course_id, {
        enrollments: some,
        key: `${file.slice(0, 8)}-missing`,
        act: { type: "revoked", reason: `No longer in the file of ${brought.by_name}` },
        look: false,
        tell: delivery?.tell ?? false,
      });
      const withdrawn = brought.withdrawn + some.length - refused.length;
      const isAll = missing <= some.length;
      await updateFile(tx, file, { withdrawn, ...(isAll && done) });
      return !isAll;
    });
  }
}

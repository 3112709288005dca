/**
 * Waiting for a place in a cohort that is sold: whoever is next is written to, and buys the place that is held for them.
 */
import type { waitForSold } from "@dawngate/contract/sales";
import type { z } from "zod";
import { conflict } from "../base/problem";
import { standsAtDoor } from "../enrollment/enroll";
import { putLast } from "../enrollment/ways-in/waitlist";
import { ownPerson } from "../enrollment/who-enters";
import { holdTurn } from "../schedule/headcount-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { readOnSale } from "./offered";
import { cohortToWaitFor } from "./sold-cohorts";

/** Joins its waitlist: only where nothing but the seats keeps one out. The same press twice waits once. */
export async function joinSold(
  { db }: Pick<Services, "db">,
  context: Context,
  listing: string,
  { timeZone }: z.output<typeof waitForSold>,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const { person, email } = await ownPerson(tx, context, timeZone);
    const asked = { school: context.school, person, now: context.now };
    const onSale = await readOnSale(tx, asked, listing, email, { codes: [], hold: true });
    if (onSale.isInside) throw conflict("You are in this already: it stands on your shelf.");
    const found = cohortToWaitFor(onSale);
    if (!found)
      throw conflict(
        onSale.state === "open"
          ? "A seat is free: buy it, and it is yours."
          : "Nobody can wait for this: load the page again to see how it stands.",
      );
    if (found.waits) return;
    const cohort = found.named.cohort.id;
    await holdTurn(tx, found.course, `seats ${cohort}`);
    const self = { email, code: "" };
    const door = await standsAtDoor(tx, context, found.course, { person, cohort, self });
    // That it is to be bought, and full, is what one waits for.
    const others = door.faults.filter(({ kind }) => kind !== "sold" && kind !== "full");
    if (others.length > 0) door.refuse(others);
    await putLast(tx, context, { course: found.course, cohort, person, timeZone });
  });
}

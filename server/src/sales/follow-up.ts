/**
 * Unfinished checkouts: one mail, after the time the school has set, to whoever left an address and did not say no. It
 * goes to nobody who has bought it meanwhile, by whatever order, and about nothing that is no longer sold.
 */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { system } from "../db/who";
import { follow } from "../jobs/outbox";
import { inMail, schoolInMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { readListing } from "./listing-store";
import { addEvent } from "./order-event-store";
import { hasBoughtSince, readOrder } from "./order-store";

const HOUR = 3_600_000;

interface Parts {
  db: Database;
  baseUrl: string;
  now(): Instant;
}

/** Asks for the mail in the transaction that writes the order. */
export async function followUpLater(
  tx: SchoolTransaction,
  school: SchoolId,
  order: string,
  hours: number,
): Promise<void> {
  const payload = { school, order };
  await follow(tx, school, "follow-up-order", payload, {
    once: `follow-up ${order}`,
    after: hours * HOUR,
  });
}

/** What a job does for an order of a school. */
export const follower =
  ({ db, baseUrl, now }: Parts) =>
  async (school: string, id: string): Promise<void> => {
    const doing = { school: school as SchoolId, who: system("follow-up"), now: now() };
    await db.withSchool(doing, async (tx) => {
      const order = await readOrder(tx, id, true);
      if (!order || order.state === "paid" || (await hasBoughtSince(tx, order))) return;
      const listing = await readListing(tx, order.listing_id);
      if (listing?.state !== "on-sale" && listing?.state !== "private") return;
      // The record keeps that it went out: a job that is tried again sends no second one.
      const at = formatInstant(doing.now);
      const note = { kind: "reminded", at, charge: id, amount: null };
      if (!(await addEvent(tx, doing.school, id, note))) return;
      const { slug } = await readSchool(tx);
      const codes =
        order.codes.length > 0 ? `?code=${encodeURIComponent(order.codes[0] ?? "")}` : "";
      const title = inMail(order.title);
      await follow(tx, doing.school, "mail", {
        to: order.email,
        ...writeLetter({
          subject: `You have not finished buying ${title}`,
          from: await schoolInMail(tx),
          greeting: `Hello ${inMail(order.name)},`,
          says: [
            `You began to buy “${title}” and did not pay. Nothing was charged.`,
            "If something stood in the way, answer this mail. Otherwise the page is still there; the price is that of the day.",
          ],
          button: {
            label: "Go back to it",
            url: `${baseUrl}/${slug}/o/${order.listing_id}${codes}`,
          },
          small: ["This is the only mail about it."],
        }),
      });
    });
  };

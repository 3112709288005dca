/**
 * Unfinished checkouts: one mail, after the time the school has set, to whoever left an address and did not say no. It
 * goes to nobody who has bought it meanwhile, by whatever order, and about nothing that is no longer sold.
 */
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { system } from "../db/who";
import { follow } from "../jobs/outbox";
import { inMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { wordsOfBuyer } from "./buyer-words";
import { readListing } from "./listing-store";
import { mailBuyer } from "./mail-buyer";
import { addEvent } from "./order-event-store";
import { hasBoughtSince } from "./order-list-store";
import { readOrder } from "./order-store";

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
      const words = await wordsOfBuyer(tx, order);
      const { unfinished } = words.sales.mail;
      await mailBuyer(tx, doing.school, order, words, {
        subject: unfinished.subject(title),
        says: [unfinished.says(title), unfinished.way],
        button: {
          label: unfinished.back,
          url: `${baseUrl}/${slug}/o/${order.listing_id}${codes}`,
        },
        small: [unfinished.only],
      });
    });
  };

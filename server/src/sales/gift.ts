/** Gives a gift on its day: whoever gets it is in, and told by whom. Where they cannot be, the buyer is told. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Database, SchoolId } from "../db/connection";
import { system } from "../db/who";
import type { First } from "../enrollment/tell-enrolled";
import { findPersonByEmail } from "../people/store";
import { inMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { wordsOfBuyer } from "./buyer-words";
import { needsNone } from "./inside";
import { letterLink } from "./letter-link";
import { mailBuyer } from "./mail-buyer";
import { addEvent } from "./order-event-store";
import { readOrder } from "./order-store";
import { readSeats } from "./seat-store";
import { giveOne, NOTHING } from "./team-seats";
import { readTerms } from "./terms-store";

interface Parts {
  db: Database;
  baseUrl: string;
  now(): Instant;
}

/** What a job does for an order of a school. Twice is once: a seat that is given is given. */
export const giver =
  ({ db, baseUrl, now }: Parts) =>
  async (schoolId: string, id: string): Promise<void> => {
    const doing = { school: schoolId as SchoolId, who: system("gift"), now: now() };
    await db.withSchool(doing, async (tx) => {
      const order = await readOrder(tx, id, true);
      if (order?.state !== "paid" || order.gift === null) return;
      // Its buyer may have given it to somebody meanwhile.
      if ((await readSeats(tx, id)).length > 0) return;
      const { gift } = order;
      const offer = await readTerms(tx, order.listing_id, order.terms_number);
      const sold = { listing: order.listing_id, offer: offer ?? NOTHING };
      const { slug } = await readSchool(tx);
      const email = gift.email.toLowerCase();
      const known = await findPersonByEmail(tx, email);
      if (!known || !(await needsNone(tx, doing, sold, known.id))) {
        const says: First = ({ came }) => [
          came.gift(inMail(order.name), inMail(order.title)),
          ...(gift.says === "" ? [] : [`“${inMail(gift.says)}”`]),
        ];
        const one = { name: gift.name, email, says };
        await giveOne(tx, { baseUrl }, { ...doing, slug }, order, offer, one);
        return;
      }
      const at = formatInstant(doing.now);
      if (
        !(await addEvent(tx, doing.school, id, { kind: "not-given", at, charge: id, amount: null }))
      )
        return;
      const words = await wordsOfBuyer(tx, order);
      const { notGiven } = words.sales.mail;
      const title = inMail(order.title);
      await mailBuyer(tx, doing.school, order, words, {
        subject: notGiven.subject(title),
        says: [notGiven.says(title, inMail(gift.name))],
        button: { label: notGiven.give, url: await letterLink(tx, { baseUrl }, doing, id) },
        small: [words.spoken.payment.link],
      });
    });
  };

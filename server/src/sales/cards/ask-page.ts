/** A page of the till to which a buyer was sent later on, of which nothing is heard: it is asked, until it is known. */
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import type { Services } from "../../school/kit";
import { cardOf } from "../../stand-ins/payments";
import { settle } from "../settle";
import { keepCard } from "./keep-card";
import type { TillPage } from "./till-page";

/** So long until it is asked first, and again, in milliseconds. */
const AGAIN = 60_000;
/** So often: whoever has not come back from it within the hour is asked for a card anew. */
const TIMES = 60;

type Parts = Pick<Services, "payments" | "baseUrl" | "now"> & { db: Database };

/** Has the till asked about a page that was made now. */
export const askLater = (
  tx: SchoolTransaction,
  school: SchoolId,
  page: TillPage,
  left = TIMES,
): Promise<void> =>
  follow(
    tx,
    school,
    "ask-page",
    { school, ...page, left },
    { once: `${page.key} ${left}`, after: AGAIN },
  );

/** What a job does for a page of a school. */
export const pageAsker =
  ({ db, payments, baseUrl, now }: Parts) =>
  async (schoolId: string, { left, ...page }: TillPage & { left: number }): Promise<void> => {
    if (!payments) return;
    const doing = { school: schoolId as SchoolId, who: system("till"), now: now() };
    const found = await payments.find(page.key);
    const charge = found?.state === "paid" ? found.charge : null;
    const card = found && cardOf(found);
    await db.withSchool(doing, async (tx) => {
      if (!found || charge === null) {
        // A card that was refused may be followed by another on the same page.
        if (left > 1) await askLater(tx, doing.school, page, left - 1);
      } else if (page.part !== null)
        await settle(tx, { baseUrl }, doing, page.order, {
          paid: true,
          charge,
          amount: found.amount,
          part: page.part,
          card,
        });
      else if (card) await keepCard(tx, { baseUrl }, doing, page.order, { charge, card });
    });
  };

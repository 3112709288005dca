/** An order that has heard nothing of its payment: the till is asked, again and again, until it is known. */
import type { Database, SchoolId } from "../db/connection";
import { system } from "../db/who";
import { follow } from "../jobs/outbox";
import type { Services } from "../school/kit";
import { cardOf } from "../stand-ins/payments";
import { readOrder } from "./order-store";
import { lapse, settle } from "./settle";

/** So long until it is asked again, in milliseconds. */
const AGAIN = 60_000;
/** So long after the purchase an order whose hold has run out is asked for still: a card may answer late. */
const LATEST = 86_400_000;

type Parts = Pick<Services, "payments" | "baseUrl" | "now"> & { db: Database };

/** What a job does for an order of a school. */
export const tillAsker =
  ({ db, payments, baseUrl, now }: Parts) =>
  async (school: string, id: string): Promise<void> => {
    if (!payments) return;
    const doing = { school: school as SchoolId, who: system("till"), now: now() };
    const order = await db.withSchool(doing, (tx) => readOrder(tx, id));
    if (!order || order.state === "paid") return;
    const found = await payments.find(`${school} ${id}`);
    await db.withSchool(doing, async (tx) => {
      if (found?.charge && found.state !== "open")
        await settle(tx, { baseUrl }, doing, id, {
          paid: found.state === "paid",
          charge: found.charge,
          amount: found.amount,
          part: 1,
          card: cardOf(found),
        });
      await lapse(tx, doing, id);
      const after = await readOrder(tx, id);
      const isAsked = found !== null && doing.now < Date.parse(order.bought_at) + LATEST;
      if (after?.state === "open" || (after?.state === "lapsed" && isAsked))
        await follow(tx, doing.school, "settle-order", { school, order: id }, { after: AGAIN });
    });
  };

/**
 * Charges what is due, once: the same attempt has the same key, whichever server makes it and however often it begins;
 * where no answer is heard it is asked again. What came of it is written with all that follows from it.
 */
import type { Instant } from "@dawngate/core/time";
import type { Database, SchoolId } from "../../db/connection";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import type { Services } from "../../school/kit";
import { referenceOf } from "../../stand-ins/payments";
import { readEvents } from "../order-event-store";
import { settle, type Told } from "../settle";
import { type Run, runOn } from "./run";

/** So long until it is asked again, in milliseconds. */
const AGAIN = 60_000;

type Parts = Pick<Services, "payments" | "baseUrl" | "now"> & { db: Database };

/** What a job does for an order of a school. */
export const orderRunner =
  ({ db, payments, baseUrl, now }: Parts) =>
  async (schoolId: string, id: string): Promise<void> => {
    const doing = { school: schoolId as SchoolId, who: system("till"), now: now() };
    const payload = { school: schoolId, order: id };
    const due = await db.withSchool(doing, async (tx) => {
      const run = await runOn(tx, { baseUrl }, doing, id);
      const part = run && dueNow(run, doing.now);
      if (!run || !part) return null;
      // Its buyer is at the till at this moment: once that is over it is looked at again.
      const { held_until: held } = run.order;
      if (held !== null && Date.parse(held) > doing.now) {
        await follow(tx, doing.school, "run-order", payload, {
          after: Date.parse(held) - doing.now,
        });
        return null;
      }
      const failures = (await readEvents(tx, id)).filter(
        (event) => event.kind === "failed" && event.part === part.part,
      ).length;
      return { ...part, card: run.order.card, attempt: `${id} ${part.part} ${failures}` };
    });
    if (!due || !payments) return;
    const told = await charged(payments, doing.school, id, due);
    await db.withSchool(doing, async (tx) => {
      if (told) await settle(tx, { baseUrl }, doing, id, told);
      else await follow(tx, doing.school, "run-order", payload, { after: AGAIN });
    });
  };

interface Due {
  part: number;
  amount: number;
  currency: string;
  card: string | null;
  /** Names this attempt: another follows only once this one has failed. */
  attempt: string;
}

/** Of an order that is paid by transfer nothing is charged. */
function dueNow({ order, at }: Run, now: Instant) {
  const { charge } = at.next;
  if (order.pay_by !== null || charge === null || Date.parse(charge.at) > now) return null;
  const part = at.parts.find((one) => one.part === charge.part);
  return part ? { part: part.part, amount: part.amount, currency: order.currency } : null;
}

/** What became of a charge; null: the service does not know yet. */
async function charged(
  payments: NonNullable<Parts["payments"]>,
  school: SchoolId,
  id: string,
  { part, amount, currency, card, attempt }: Due,
): Promise<Told | null> {
  // Without a card an attempt fails by itself: the buyer is asked for one.
  if (card === null)
    return { paid: false, charge: `none-${attempt.replaceAll(" ", "-")}`, amount, part };
  const answer = await payments.charge({
    key: `${school} ${attempt}`,
    amount,
    currency,
    reference: referenceOf(school, id, part, true),
    card,
  });
  if (answer.state === "open" || answer.charge === null) return null;
  return { paid: answer.state === "paid", charge: answer.charge, amount: answer.amount, part };
}

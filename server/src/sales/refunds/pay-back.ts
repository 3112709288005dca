/** Has the payment service give a payment, or a part of it, back: once, asked until it answers; then it is on record. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Database, SchoolId } from "../../db/connection";
import { system } from "../../db/who";
import type { Services } from "../../school/kit";
import { addEvent } from "../order-event-store";

export interface PayBack {
  school: string;
  order: string;
  refund: string;
  charge: string;
  amount: number;
  currency: string;
}

type Parts = Pick<Services, "payments"> & { db: Database; now(): Instant };

/** What a job does for a payment. */
export const backPayer =
  ({ db, payments, now }: Parts) =>
  async ({ school: schoolId, order, refund, charge, amount, currency }: PayBack): Promise<void> => {
    if (!payments) throw new Error("There is no payment service to give money back by");
    const { id } = await payments.refund({
      key: `${schoolId} ${order} ${refund} ${charge}`,
      charge,
      amount,
      currency,
    });
    const school = schoolId as SchoolId;
    const doing = { school, who: system("till"), now: now() };
    await db.withSchool(doing, (tx) =>
      addEvent(tx, school, order, {
        kind: "given-back",
        at: formatInstant(doing.now),
        charge: id,
        amount,
      }),
    );
  };

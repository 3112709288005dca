/** A mail to whoever bought: from the school, by their name, about their order. */
import { sayLine, sayMoney } from "@dawngate/core/sales";
import { type Letter, writeLetter } from "../base/letter";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import { inMail, schoolInMail } from "../school/in-mail";
import type { OrderRow } from "./order-store";

export type BuyerMail = Pick<Letter, "subject" | "says"> & Partial<Letter>;

export async function mailBuyer(
  tx: SchoolTransaction,
  school: SchoolId,
  order: Pick<OrderRow, "email" | "name">,
  mail: BuyerMail,
): Promise<void> {
  await follow(tx, school, "mail", {
    to: order.email,
    ...writeLetter({
      from: await schoolInMail(tx),
      greeting: `Hello ${inMail(order.name)},`,
      ...mail,
    }),
  });
}

/** The lines of its price. */
export const quoteInMail = ({ quote, currency }: Pick<OrderRow, "quote" | "currency">): string[] =>
  quote.lines.map((line) => `${inMail(sayLine(line))}: ${sayMoney(line.amount, currency)}`);

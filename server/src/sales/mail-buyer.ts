/** A mail to whoever bought: from the school, by their name, in their language, about their order. */
import { sayLine } from "@dawngate/core/sales";
import { type Letter, writeLetter } from "../base/letter";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import { inMail, schoolInMail } from "../school/in-mail";
import type { BuyerWords } from "./buyer-words";
import type { OrderRow } from "./order-store";

export async function mailBuyer(
  tx: SchoolTransaction,
  school: SchoolId,
  order: Pick<OrderRow, "email" | "name">,
  { language, spoken }: Pick<BuyerWords, "language" | "spoken">,
  mail: Pick<Letter, "subject" | "says"> & Partial<Letter>,
): Promise<void> {
  await follow(tx, school, "mail", {
    to: order.email,
    ...writeLetter({
      language,
      from: await schoolInMail(tx),
      greeting: spoken.hello(inMail(order.name)),
      ...mail,
    }),
  });
}

/** The lines of its price. */
export const quoteInMail = (
  { quote }: Pick<OrderRow, "quote">,
  { sales, money }: BuyerWords,
): string[] =>
  quote.lines.map((line) => `${inMail(sayLine(line, null, sales.lines))}: ${money(line.amount)}`);

/** The mails of an order by hand: what is asked for, how it is paid, and the one reminder. */
import { sayMoney } from "@dawngate/core/sales";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { invoicingOf } from "../documents/parties";
import type { Doing } from "../doing";
import { inWordsOfBuyer } from "../in-words-of-buyer";
import { letterSecret } from "../letter-link";
import { mailBuyer, quoteInMail } from "../mail-buyer";
import type { OrderRow } from "../order-store";

type Urls = Pick<Services, "baseUrl">;

/** Asks for the money. `secret`: opens the order's page. */
export async function askToPay(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
  secret: string,
): Promise<void> {
  const day = sayWrittenDate(order.pay_by ?? "");
  await write(tx, services, doing, order, secret, "payment-due", {
    subject: `To be paid by ${day}: ${inMail(order.title)}`,
    says: `“${inMail(order.title)}” was ordered for you. ${sum(order)} is to be paid by transfer by ${day}. Once it has come you are told, with the invoice and the way in.`,
  });
}

/** Once, when its day is over. The link of the mail before stays good. */
export async function remindToPay(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
): Promise<void> {
  const secret = await letterSecret(tx, doing, order.id);
  await write(tx, services, doing, order, secret, "payment-overdue", {
    subject: `Not paid yet: ${inMail(order.title)}`,
    says: `${sum(order)} for “${inMail(order.title)}” was to be paid by ${sayWrittenDate(order.pay_by ?? "")} and has not come. If it is on its way, nothing is to be done. The place is held for some days more.`,
  });
}

const sum = ({ quote, currency }: OrderRow) => sayMoney(quote.dueNow, currency);

async function write(
  tx: SchoolTransaction,
  services: Urls,
  { school }: Doing,
  order: OrderRow,
  secret: string,
  kind: "payment-due" | "payment-overdue",
  { subject, says }: { subject: string; says: string },
): Promise<void> {
  const { slug, ...about } = await readSchool(tx);
  const { baseUrl } = services;
  const page = `${slug}/orders/${order.id}`;
  const { letter, spoken } = await inWordsOfBuyer(tx, services, order, kind, {
    amount: order.quote.dueNow,
    due: order.pay_by ?? "",
    link: `${baseUrl}/${page}?secret=${secret}`,
    english: { subject, says: [says] },
  });
  await mailBuyer(tx, school, order, {
    ...letter,
    lines: [
      ...quoteInMail(order),
      `In all: ${sum(order)}`,
      ...invoicingOf(about).payTo.split("\n").filter(Boolean).map(inMail),
      `Say with it: ${order.id}`,
    ],
    button: { label: spoken.payment.seeOrder, url: `${baseUrl}/${page}?secret=${secret}` },
    small: [`The request as a file: ${baseUrl}/api/schools/${page}/request?secret=${secret}`],
  });
}

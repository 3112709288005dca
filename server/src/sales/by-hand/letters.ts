/** The mails of an order by hand: what is asked for, how it is paid, and the one reminder. */
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { wordsIn, wordsOfBuyer } from "../buyer-words";
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
  const { title, sum, day } = inEnglish(order);
  await write(tx, services, doing, order, secret, "payment-due", {
    subject: `To be paid by ${day}: ${title}`,
    says: `“${title}” was ordered for you. ${sum} is to be paid by transfer by ${day}. Once it has come you are told, with the invoice and the way in.`,
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
  const { title, sum, day } = inEnglish(order);
  await write(tx, services, doing, order, secret, "payment-overdue", {
    subject: `Not paid yet: ${title}`,
    says: `${sum} for “${title}” was to be paid by ${day} and has not come. If it is on its way, nothing is to be done. The place is held for some days more.`,
  });
}

/** What other languages say is text of a kind of notice, which a school may word; the English says more. */
function inEnglish({ title, quote, currency, pay_by }: OrderRow) {
  const { money, day } = wordsIn("en", currency);
  return { title: inMail(title), sum: money(quote.dueNow), day: day(pay_by ?? "") };
}

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
  const words = await wordsOfBuyer(tx, order);
  const { mail } = words.sales;
  const letter = await inWordsOfBuyer(tx, services, order, words, kind, {
    amount: order.quote.dueNow,
    due: order.pay_by ?? "",
    link: `${baseUrl}/${page}?secret=${secret}`,
    english: { subject, says: [says] },
  });
  await mailBuyer(tx, school, order, words, {
    ...letter,
    lines: [
      ...quoteInMail(order, words),
      mail.inAll(words.money(order.quote.dueNow), null),
      ...invoicingOf(about).payTo.split("\n").filter(Boolean).map(inMail),
      mail.sayWith(order.id),
    ],
    button: {
      label: words.spoken.payment.seeOrder,
      url: `${baseUrl}/${page}?secret=${secret}`,
    },
    small: [`${mail.requestFile}: ${baseUrl}/api/schools/${page}/request?secret=${secret}`],
  });
}

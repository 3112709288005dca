/** The mails of an order by hand: what is asked for, how it is paid, and the one reminder; and of each part after the first. */
import type { OrderAt, PartToAsk } from "@dawngate/core/sales/orders";
import { zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { type BuyerWords, wordsIn, wordsOfBuyer } from "../buyer-words";
import { invoicingOf } from "../documents/parties";
import type { Doing } from "../doing";
import { inWordsOfBuyer } from "../in-words-of-buyer";
import { letterSecret } from "../letter-link";
import { mailBuyer, quoteInMail } from "../mail-buyer";
import type { OrderRow } from "../order-store";

type Urls = Pick<Services, "baseUrl">;

/** Asks for the money, of its first part where it has several. `secret`: opens the order's page. */
export async function askToPay(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
  secret: string,
): Promise<void> {
  const first = firstOf(order);
  const { title, sum, day } = inEnglish(order, first);
  const { length: parts } = order.quote.schedule;
  await write(tx, services, doing, order, {
    secret,
    kind: "payment-due",
    due: first,
    subject: `To be paid by ${day}: ${title}`,
    says: `“${title}” was ordered for you. ${sum}${parts > 1 ? `, the first of ${parts} parts,` : ""} is to be paid by transfer by ${day}. Once it has come you are told, with the invoice and the way in.`,
    lines: (words) => wholeOf(order, words),
  });
}

/** Once, when its day is over. The link of the mail before stays good. */
export async function remindToPay(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
): Promise<void> {
  const first = firstOf(order);
  const { title, sum, day } = inEnglish(order, first);
  await write(tx, services, doing, order, {
    secret: await letterSecret(tx, doing, order.id),
    kind: "payment-overdue",
    due: first,
    subject: `Not paid yet: ${title}`,
    says: `${sum} for “${title}” was to be paid by ${day} and has not come. If it is on its way, nothing is to be done. The place is held for some days more.`,
    lines: (words) => wholeOf(order, words),
  });
}

/** Asks for a part after the first, or reminds of it, and says when access is shut without it. */
export async function askForPart(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
  part: Omit<PartToAsk, "tell"> & { kind: "asked" | "reminded" },
): Promise<void> {
  const { title, sum, day } = inEnglish(order, part);
  const which = `part ${part.part} of ${order.quote.schedule.length}`;
  const { suspends } = at.next;
  const zone = zoneOf(order.clock);
  const reminds = part.kind === "reminded";
  await write(tx, services, doing, order, {
    secret: await letterSecret(tx, doing, order.id),
    kind: reminds ? "payment-overdue" : "payment-due",
    due: part,
    subject: reminds ? `Not paid yet: ${title}` : `To be paid by ${day}: ${title}`,
    says: reminds
      ? `${sum} for “${title}”, ${which}, was to be paid by ${day} and has not come. If it is on its way, nothing is to be done.`
      : `${sum} for “${title}”, ${which}, is to be paid by transfer by ${day}. Once it has come you are told, with the invoice.`,
    more: ({ spoken, dayOf }) =>
      reminds && suspends !== null ? [spoken.payment.closes(dayOf(suspends, zone))] : [],
    lines: ({ sales: { paper }, money }) => [
      `${paper.part(inMail(order.title), part.part, order.quote.schedule.length)}: ${money(part.amount)}`,
    ],
  });
}

interface ToPay {
  amount: number;
  /** The day by which. */
  due: string;
}

/** What is to be paid before anything follows. */
const firstOf = ({ quote, pay_by }: OrderRow): ToPay => ({
  amount: quote.dueNow,
  due: pay_by ?? "",
});

/** What other languages say is text of a kind of notice, which a school may word; the English says more. */
function inEnglish({ title, currency }: OrderRow, { amount, due }: ToPay) {
  const { money, day } = wordsIn("en", currency);
  return { title: inMail(title), sum: money(amount), day: day(due) };
}

/** What it is made of, what it comes to, and which part falls due when. */
function wholeOf(order: OrderRow, words: BuyerWords): string[] {
  const { schedule, total } = order.quote;
  const { mail } = words.sales;
  return [
    ...quoteInMail(order, words),
    mail.inAll(words.money(total), null),
    ...(schedule.length > 1
      ? schedule.map(({ due, amount }) => mail.dueOn(words.day(due), words.money(amount)))
      : []),
  ];
}

interface Letter {
  secret: string;
  kind: "payment-due" | "payment-overdue";
  due: ToPay;
  /** In English, where the school has written nothing. */
  subject: string;
  says: string;
  /** Said besides, in their language. */
  more?(words: BuyerWords): string[];
  lines(words: BuyerWords): string[];
}

async function write(
  tx: SchoolTransaction,
  services: Urls,
  { school }: Doing,
  order: OrderRow,
  { secret, kind, due, subject, says, more = () => [], lines }: Letter,
): Promise<void> {
  const { slug, ...about } = await readSchool(tx);
  const { baseUrl } = services;
  const page = `${slug}/orders/${order.id}`;
  const words = await wordsOfBuyer(tx, order);
  const { mail } = words.sales;
  const letter = await inWordsOfBuyer(tx, services, order, words, kind, {
    ...due,
    link: `${baseUrl}/${page}?secret=${secret}`,
    english: { subject, says: [says] },
  });
  await mailBuyer(tx, school, order, words, {
    ...letter,
    says: [...letter.says, ...more(words)],
    lines: [
      ...lines(words),
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

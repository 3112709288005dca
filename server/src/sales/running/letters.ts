/** What the buyer of an order that runs is told: a part that was paid, or could not be; access that is shut, or ends. */
import { sayAt } from "@dawngate/core/notices";
import type { DisputeKind } from "@dawngate/core/sales/languages";
import type { OrderAt } from "@dawngate/core/sales/orders";
import { type Instant, zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { type BuyerWords, wordsOfBuyer } from "../buyer-words";
import { issueDocuments } from "../documents/issue";
import { sayFile } from "../documents/say-document";
import type { Doing } from "../doing";
import { inWordsOfBuyer } from "../in-words-of-buyer";
import { letterLink } from "../letter-link";
import { mailBuyer } from "../mail-buyer";
import type { OrderRow } from "../order-store";

const write = (
  tx: SchoolTransaction,
  { school }: Doing,
  order: OrderRow,
  words: BuyerWords,
  { small = [], ...mail }: Parameters<typeof mailBuyer>[4],
) =>
  mailBuyer(tx, school, order, words, {
    ...mail,
    small: [...small, `${words.sales.paper.order(order.id)}.`],
  });

type Part = OrderAt["parts"][number];

/** "part 2 of 3", "the period from Mon 1 Mar 2027". */
function sayPart({ kind, quote }: OrderRow, { part, due }: Part, { sales, day }: BuyerWords) {
  return kind === "subscription"
    ? sales.mail.period(day(due))
    : sales.mail.part(part ?? 1, quote.schedule.length);
}

const sayNext = ({ sales, money, day }: BuyerWords, next: Part) =>
  sales.mail.next(money(next.amount), day(next.due));

/** The files of documents that were written with it. */
async function sayFiles(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  order: OrderRow,
  words: BuyerWords,
  documents: readonly string[],
): Promise<string[]> {
  const { slug } = await readSchool(tx);
  return documents.map((number) => sayFile({ baseUrl, slug }, order, words, number));
}

/** A part after the first was paid. */
export async function tellPaid(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
  { part, documents }: { part: Part; documents: readonly string[] },
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { paid } = words.sales.mail;
  const amount = words.money(part.amount);
  const next = at.parts.find(({ state }) => state === "ahead");
  await write(tx, doing, order, words, {
    subject: paid.subject(title, amount),
    says: [
      (order.pay_by === null ? paid.says : paid.came)(title, amount, sayPart(order, part, words)),
      next ? sayNext(words, next) : paid.nothingLeft,
    ],
    small: await sayFiles(tx, services, order, words, documents),
  });
}

/** A part could not be charged. */
export async function tellFailed(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
  part: Part,
): Promise<void> {
  const title = inMail(order.title);
  const { suspends } = at.next;
  const zone = zoneOf(order.clock);
  const link = await letterLink(tx, services, doing, order.id);
  const words = await wordsOfBuyer(tx, order);
  const amount = words.money(part.amount);
  const letter = await inWordsOfBuyer(tx, services, order, words, "payment-failed", {
    amount: part.amount,
    due: part.due,
    link,
    english: {
      subject: `${amount} could not be charged: ${title}`,
      says: [
        `${amount} for “${title}”, ${sayPart(order, part, words)}, could not be charged. Nothing was taken.`,
      ],
    },
  });
  const { payment } = words.spoken;
  await write(tx, doing, order, words, {
    ...letter,
    says: [
      ...letter.says,
      part.next === null
        ? payment.notAgain
        : payment.again(sayAt(words.spoken, Date.parse(part.next) as Instant, zone)),
      ...(suspends === null ? [] : [payment.closes(words.dayOf(suspends, zone))]),
    ],
    button: { label: payment.otherCard, url: link },
    small: [payment.link],
  });
}

/** "•••• 0001 (03/2027)": as it stands on the card, in any language. */
function sayCard({ card_ends: ends, card_expires: expires }: OrderRow): string {
  const [year, month] = (expires ?? "").split("-");
  return [ends === null ? "" : `•••• ${ends}`, month ? `(${month}/${year})` : ""].join(" ").trim();
}

/** No card is on file that is good when a payment falls due. */
export async function tellCardEnd(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { amount, due }: { amount: number; due: string },
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { ends, none, putIn, put } = words.sales.mail.card;
  const asked = [words.money(amount), words.day(due)] as const;
  await write(tx, doing, order, words, {
    ...(order.card === null
      ? { subject: none.subject(title), says: [none.says(title, ...asked), putIn] }
      : {
          subject: ends.subject(title),
          says: [ends.says(title, sayCard(order), ...asked), putIn],
        }),
    button: { label: put, url: await letterLink(tx, services, doing, order.id) },
    small: [words.spoken.payment.link],
  });
}

/** A card was put in. */
export async function tellKept(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { kept } = words.sales.mail.card;
  const next = at.parts.find(({ state }) => state === "ahead");
  await write(tx, doing, order, words, {
    subject: kept.subject(title),
    says: [kept.says(title, sayCard(order)), ...(next ? [sayNext(words, next)] : [])],
  });
}

/** Access is shut until what is open is paid. */
export async function tellSuspended(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { closed } = words.sales.mail;
  const { ends } = at.next;
  await write(tx, doing, order, words, {
    subject: closed.subject(title),
    says: [
      closed.says(title, words.money(at.open)),
      ...(ends === null ? [] : [closed.ends(words.dayOf(ends, zoneOf(order.clock)))]),
    ],
    button: { label: closed.pay, url: await letterLink(tx, services, doing, order.id) },
    small: [words.spoken.payment.link],
  });
}

/** It has ended, since a part stayed unpaid. */
export async function tellEnded(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { ended } = words.sales.mail;
  await write(tx, doing, order, words, {
    subject: ended.subject(title),
    says: [ended.says(title)],
  });
}

/** A payment is disputed, or that is settled. */
export async function tellDispute(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { kind, documents }: { kind: DisputeKind; documents: readonly string[] },
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const said = words.sales.mail.disputes[kind];
  await write(tx, doing, order, words, {
    subject: said.subject(title),
    says: [said.says(title)],
    small: await sayFiles(tx, services, order, words, documents),
  });
}

/** What was charged for a change came too late for it. */
export async function tellNotChanged(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
  amount: number,
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { notChanged } = words.sales.mail;
  await write(tx, doing, order, words, {
    subject: notChanged.subject(title),
    says: [notChanged.says(title, words.money(amount))],
  });
}

/** It is paid in another way from now on, or from its next period on. */
export async function tellChanged(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  { order, at }: { order: OrderRow; at: OrderAt },
  { to, when, paid }: { to: { amount: number }; when: "now" | "period-end"; paid: number },
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { changed } = words.sales.mail;
  const price = words.money(to.amount);
  const next = at.parts.find(({ state }) => state === "ahead");
  const documents = paid > 0 ? await issueDocuments(tx, doing, order) : [];
  await write(tx, doing, order, words, {
    subject: changed.subject(title),
    says: [
      when === "now"
        ? `${changed.now(title, price)} ${paid > 0 ? changed.charged(words.money(paid)) : changed.nothingCharged}`
        : changed.later(title, price),
      ...(next ? [sayNext(words, next)] : []),
    ],
    small: await sayFiles(tx, services, order, words, documents),
  });
}

/** Another price is to hold, from a payment on that lies at least a month ahead. */
export async function tellAnnounced(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { was, due }: { was: number; due: string | null },
): Promise<void> {
  const { announced } = order;
  if (!announced) return;
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const said = words.sales.mail.announced;
  await write(tx, doing, order, words, {
    subject: said.subject(title, words.money(announced.to.amount), words.money(was)),
    says: [
      said.says(title, words.day(announced.from), words.price(announced.to), words.money(was)),
      due === null ? said.before : said.first(words.day(due)),
      said.youMay,
    ],
    button: { label: said.look, url: await letterLink(tx, services, doing, order.id) },
    small: [words.spoken.payment.link],
  });
}

/** A price that was announced does not come. */
export async function tellTakenBack(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { price, was }: Record<"price" | "was", { amount: number; every: string }>,
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { stays, look } = words.sales.mail.announced;
  await write(tx, doing, order, words, {
    subject: stays.subject(title, words.money(was.amount)),
    says: [stays.says(title, words.price(was), words.money(price.amount))],
    button: { label: look, url: await letterLink(tx, services, doing, order.id) },
    small: [words.spoken.payment.link],
  });
}

/** Money is given back. */
export async function tellGivenBack(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  {
    amount,
    ends,
    documents,
    byHand = false,
  }: { amount: number; ends: boolean; documents: readonly string[]; byHand?: boolean },
): Promise<void> {
  const title = inMail(order.title);
  const words = await wordsOfBuyer(tx, order);
  const { back } = words.sales.mail;
  const says = byHand ? back.byTransfer : back.toCard;
  await write(tx, doing, order, words, {
    subject: back.subject(title, words.money(amount)),
    says: [
      amount === 0 ? back.notDue(title) : says(title, words.money(amount)),
      ...(ends ? [back.ends] : []),
    ],
    small: await sayFiles(tx, services, order, words, documents),
  });
}

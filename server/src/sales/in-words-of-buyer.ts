/** A mail about money in the words a school has written for its kind, in the buyer's language; else in ours. */
import type { Kind } from "@dawngate/core/notices";
import type { SchoolTransaction } from "../db/connection";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { inWords, type Said } from "../school/own-words";
import { readSchool } from "../school/store";
import type { BuyerWords } from "./buyer-words";
import type { OrderRow } from "./order-store";

interface About {
  amount: number;
  /** The day it is due, as it is written. */
  due: string;
  /** Where it is paid, or seen. */
  link: string;
  /** What it says in English, where the school has written nothing. */
  english: Said;
}

export async function inWordsOfBuyer(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  order: OrderRow,
  { language, money, day }: BuyerWords,
  kind: Kind & `payment-${string}`,
  { amount, due, link, english }: About,
): Promise<Said> {
  const { name: school, slug } = await readSchool(tx);
  const values = {
    school: inMail(school),
    person: inMail(order.name),
    link,
    preferences: `${baseUrl}/${slug}/me`,
    course: inMail(order.title),
    amount: money(amount),
    due: day(due),
  };
  return inWords(tx, kind, { course: null, cohort: null, language }, values, english);
}

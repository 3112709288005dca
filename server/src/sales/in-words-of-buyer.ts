/** A mail about money in the words a school has written for its kind, in the buyer's language; else in ours. */
import { type Kind, type Language, type Spoken, spokenIn, writtenIn } from "@dawngate/core/notices";
import { sayMoney } from "@dawngate/core/sales";
import { parseDate } from "@dawngate/core/time";
import type { SchoolTransaction } from "../db/connection";
import { languageRead } from "../people/store";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { inWords, type Said } from "../school/own-words";
import { readSchool } from "../school/store";
import type { BuyerMail } from "./mail-buyer";
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

/** What it says, whom it greets and how; and all else that is said in its language. */
export async function inWordsOfBuyer(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  order: OrderRow,
  kind: Kind & `payment-${string}`,
  { amount, due, link, english }: About,
): Promise<{ spoken: Spoken; letter: BuyerMail }> {
  const { name: school, slug, languages } = await readSchool(tx);
  const language = await languageOf(tx, order, languages);
  const spoken = spokenIn(language);
  const date = parseDate(due);
  const person = inMail(order.name);
  const values = {
    school: inMail(school),
    person,
    link,
    preferences: `${baseUrl}/${slug}/me`,
    course: inMail(order.title),
    amount: sayMoney(amount, order.currency, language === "en" ? undefined : language),
    due: date.ok ? spoken.date(date.value) : due,
  };
  const of = { course: null, cohort: null, language };
  const said = await inWords(tx, kind, of, values, english);
  return { spoken, letter: { ...said, language, greeting: spoken.hello(person) } };
}

/** Who bought and is nobody here yet reads what their browser said. */
const languageOf = (
  tx: SchoolTransaction,
  { person_id, language }: Pick<OrderRow, "person_id" | "language">,
  languages: readonly Language[],
): Promise<Language> =>
  person_id === null
    ? Promise.resolve(writtenIn(languages, language))
    : languageRead(tx, person_id);

/** The person whoever comes in is here, made where the school does not know them yet. */
import { randomUUID } from "node:crypto";
import { LANGUAGES, type Language, languageFor } from "@dawngate/core/notices/languages";
import { conflict, ProblemError } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { findPersonByEmail, insertPerson, setAccount } from "../people/store";
import type { Context } from "../school/context";
import { linkPerson, readPersonOf } from "../school/store";

/** The person somebody is here who is signed in, made where the school does not know them yet. */
export async function ownPerson(
  tx: SchoolTransaction,
  context: Context,
  timeZone: string,
): Promise<{ person: string; email: string }> {
  const { account } = context;
  if (!account) throw new ProblemError(401, "Sign in first.");
  const { id, name, email } = account;
  const person =
    (await readPersonOf(tx, id)) ??
    (await linkPerson(tx, id, email)) ??
    (await newPerson(tx, context, {
      name,
      email,
      timeZone,
      account: id,
      language: languageFor(context.languages, LANGUAGES),
    }));
  return { person, email };
}

/** Who bought, or was given, something. */
export interface Buyer {
  /** Who they are here already; null: found by their address, or made. */
  person: string | null;
  account: string | null;
  name: string;
  email: string;
  timeZone: string;
  /** In which they read what they are told; null: nobody knows. */
  language: Language | null;
}

/** The person a buyer is here, made where the school does not know them yet. */
export async function personWho(
  tx: SchoolTransaction,
  { school, who, now }: Pick<Context, "school" | "who" | "now">,
  { person: known, name, email, timeZone, account, language }: Buyer,
): Promise<{ person: string; isNew: boolean }> {
  if (known !== null) return { person: known, isNew: false };
  const found = await findPersonByEmail(tx, email);
  const context = { school, who, now } as Context;
  const person =
    found?.id ??
    (account === null ? null : await readPersonOf(tx, account)) ??
    (await newPerson(tx, context, { name, email, timeZone, account, language }));
  return { person, isNew: !found };
}

export async function newPerson(
  tx: SchoolTransaction,
  context: Context,
  who: Omit<Buyer, "person">,
): Promise<string> {
  const { email, account } = who;
  const id = randomUUID();
  if (await insertPerson(tx, context.school, { id, ...who })) return id;
  // Somebody else has made the same person at this instant.
  const found = await findPersonByEmail(tx, email);
  if (!found) throw conflict("Somebody else is making the same person at this moment; try again.");
  if (account !== null && found.user_id === null) await setAccount(tx, found.id, account);
  return found.id;
}

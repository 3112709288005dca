/** Statements handed to a learning record store, as xAPI has it (IEEE 9274.1.1, the resource "Statements"). */
import type { Statement } from "@dawngate/core/statements";
import { type AskOutside, type OutsideAnswer, Unheard } from "../base/outside";
import type { RecordStoreRow } from "./store";

const headers = ({ key, secret }: Pick<RecordStoreRow, "key" | "secret">) => ({
  authorization: `Basic ${Buffer.from(`${key}:${secret}`).toString("base64")}`,
  "x-experience-api-version": "1.0.3",
  accept: "application/json",
});

/** Its secret was sealed by a server with another secret of its own. */
export const SHUT = "Its secret cannot be read any more: give it again";

type Store = Pick<RecordStoreRow, "address" | "key" | "secret">;

/** What it came to: heard, or refused for good and why. Throws `Unheard` where it is worth trying again. */
export type Outcome = { heard: true } | { heard: false; why: string };

const post = (ask: AskOutside, store: Store, body: Statement | readonly Statement[]) =>
  ask({
    method: "POST",
    url: `${store.address}/statements`,
    headers: { ...headers(store), "content-type": "application/json" },
    body: JSON.stringify(body),
  });

/**
 * Hands some over together. A store takes all of them or none: where it refuses them, each is handed over by itself, so
 * that one that it does not take holds none of the others back.
 */
export async function send(
  ask: AskOutside,
  store: Store,
  statements: readonly Statement[],
): Promise<Outcome[]> {
  if (statements.length === 0) return [];
  if (statements.length > 1) {
    const answer = await post(ask, store, statements);
    if (isHeard(answer)) return statements.map(() => ({ heard: true }));
    // Also where it has one of them already: it took none of the others then.
    if (answer.status !== 409 && !isRefused(answer)) throw new Unheard(sayStatus(answer));
  }
  const outcomes: Outcome[] = [];
  for (const one of statements) outcomes.push(outcomeOf(await post(ask, store, one)));
  return outcomes;
}

const isHeard = ({ status }: OutsideAnswer) => status >= 200 && status < 300;
const isRefused = ({ status }: OutsideAnswer) => status === 400 || status === 413 || status === 422;

function outcomeOf(answer: OutsideAnswer): Outcome {
  // It may have this one already: what we tell twice has the same identifier.
  if (isHeard(answer) || answer.status === 409) return { heard: true };
  if (isRefused(answer)) return { heard: false, why: `It refused a statement: ${said(answer)}` };
  throw new Unheard(sayStatus(answer));
}

/** Asks whether it would hear us, without telling it anything. */
export async function greet(ask: AskOutside, store: Store): Promise<Outcome> {
  try {
    const answer = await ask({
      method: "GET",
      url: `${store.address}/statements?limit=1`,
      headers: headers(store),
    });
    return isHeard(answer) ? { heard: true } : { heard: false, why: sayStatus(answer) };
  } catch (error) {
    if (error instanceof Unheard) return { heard: false, why: error.message };
    throw error;
  }
}

function sayStatus(answer: OutsideAnswer): string {
  if (answer.status === 401 || answer.status === 403)
    return "It does not know this key and secret, or may not be told with them";
  if (answer.status === 404) return "There are no statements at this address";
  if (answer.status >= 300 && answer.status < 400)
    return "It sends elsewhere: give the address it leads to";
  return `It answered ${answer.status}: ${said(answer)}`;
}

const said = ({ text }: OutsideAnswer) =>
  text.replaceAll(/\s+/g, " ").trim().slice(0, 300) || "nothing more";

/** The link of a letter: it opens an order without signing in, for a while, and nothing else. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { digestOf, newSecret } from "../base/secret";
import type { SchoolTransaction } from "../db/connection";
import type { Services } from "../school/kit";
import { readSchool } from "../school/store";
import type { Doing } from "./doing";
import { insertLink } from "./order-store";

/** So long it opens the order, in milliseconds. */
const GOOD_FOR = 30 * 86_400_000;

/** A secret of a letter's own; those of letters before stay good. */
export async function letterSecret(
  tx: SchoolTransaction,
  { school, now }: Doing,
  order: string,
): Promise<string> {
  const secret = newSecret();
  const until = formatInstant((now + GOOD_FOR) as Instant);
  await insertLink(tx, school, order, { hash: digestOf(secret), until });
  return secret;
}

export async function letterLink(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  doing: Doing,
  order: string,
): Promise<string> {
  const secret = await letterSecret(tx, doing, order);
  const { slug } = await readSchool(tx);
  return `${baseUrl}/${slug}/orders/${order}?secret=${secret}`;
}

/** The card somebody has paid with before. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { KeptCard } from "../../stand-ins/payments";
import { readCardOf } from "../order-store";

type Whoever = Pick<Context, "account" | "person" | "now">;

/** The card of whoever is signed in that is good today; null: there is none. */
export const onFileOf = async (
  tx: SchoolTransaction,
  { account, person, now }: Whoever,
): Promise<KeptCard | null> =>
  account === null ? null : readCardOf(tx, { account: account.id, person }, monthOf(now));

const monthOf = (now: Instant) => formatInstant(now).slice(0, 7);

/** Work that was tried in vain, as owners see it, and have it tried again. */
import type { FailedWork } from "@dawngate/contract/upkeep";
import { notFound } from "../base/problem";
import type { Database } from "../db/connection";
import { aboutJob } from "../jobs/kinds";
import type { Context } from "./context";
import { countWaiting, readFailed, tryAgain } from "./failed-work-store";
import { reading } from "./service";

export async function showFailedWork(db: Database, context: Context): Promise<FailedWork> {
  return reading(db, context, async (tx) => ({
    failed: (await readFailed(tx)).map(({ payload, ...row }) => ({
      ...row,
      about: aboutJob(row.kind, payload),
    })),
    waiting: await countWaiting(tx),
  }));
}

export async function retryWork(db: Database, context: Context, id: string): Promise<void> {
  const found = await db.withSchool(context, (tx) => tryAgain(tx, id));
  if (!found) throw notFound("It is not among what failed; it may have been tried again already.");
}

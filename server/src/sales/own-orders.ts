/** What whoever is signed in has bought, page by page. */
import type { OwnOrders, ownOrdersQuery } from "@dawngate/contract/sales";
import type { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readOwnOrders } from "./order-list-store";
import { listEnd, receiptOf } from "./orders";

export async function showOwnOrders(
  { db }: Pick<Services, "db">,
  context: Context,
  { after, most }: z.infer<typeof ownOrdersQuery>,
): Promise<OwnOrders> {
  const place = after === undefined ? null : readCursor(listEnd, after);
  return reading(db, context, async (tx) => {
    const whose = { account: context.account?.id ?? null, person: context.person };
    const rows = await readOwnOrders(tx, whose, place && { at: place[0], id: place[1] }, most);
    const last = rows[most - 1];
    return {
      orders: rows.slice(0, most).map((row) => ({
        id: row.id,
        title: row.title,
        boughtAt: row.bought_at,
        total: row.quote.total,
        currency: row.currency,
        state: row.state,
        standing: row.standing,
        receipt: receiptOf(row),
      })),
      next: rows.length > most && last ? writeCursor([last.bought_at, last.id]) : null,
    };
  });
}

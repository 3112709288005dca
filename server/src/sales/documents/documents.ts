/** Invoices and credit notes as they are read: a month's, one as a file, a month's as a file; and for whom further ones are written. */
import {
  type billingChange,
  DOCUMENTS_A_FILE,
  type Documents,
  type documentsFileQuery,
  type documentsQuery,
  type OwnOrder,
} from "@dawngate/contract/sales";
import { firstDay } from "@dawngate/core/sales/orders";
import { formatInstant, startOfDay, zoneOf } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { notFound } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { monthAsked } from "../months";
import { type OrderRow, readOrder, updateOrder } from "../order-store";
import { openedBy, sayOwnOrder, seenBy } from "../orders";
import { PRINT, printOne } from "../tasks";
import { readDocuments, readDocumentsOf, type Span, sumDocuments } from "./document-store";
import { electronicOfRow, numberOf, printedOf, sayDocument } from "./say-document";

const pageEnd = z.tuple([z.iso.datetime(), z.string().max(200), z.int()]);

export async function showDocuments(
  { db }: Pick<Services, "db">,
  context: Context,
  { month, after, most }: z.output<typeof documentsQuery>,
): Promise<Documents> {
  const place = after === undefined ? null : readCursor(pageEnd, after);
  return reading(db, context, async (tx) => {
    const span = await spanOf(tx, month);
    const rows = await readDocumentsOf(tx, span, {
      after: place && { at: place[0], order: place[1], event: place[2] },
      most: most + 1,
    });
    const page = rows.slice(0, most);
    const last = page.at(-1);
    return {
      documents: page.map((row) => ({
        ...sayDocument(row),
        order: row.order_id,
        title: row.content.title,
        buyer: row.content.buyer.name,
        company: row.content.buyer.company,
        taxNumber: row.content.buyer.taxNumber,
        currency: row.currency,
      })),
      sums: place === null ? await sumDocuments(tx, span) : [],
      next: rows.length > most && last ? writeCursor([last.at, last.order_id, last.event]) : null,
    };
  });
}

/** So many of a month's as one file, by instant. */
export async function documentsFile(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  { month, part }: z.output<typeof documentsFileQuery>,
): Promise<Uint8Array> {
  const prints = await reading(db, context, async (tx) => {
    const { time_zone } = await readSchool(tx);
    const rows = await readDocumentsOf(tx, await spanOf(tx, month), {
      skip: (part - 1) * DOCUMENTS_A_FILE,
      most: DOCUMENTS_A_FILE,
    });
    return rows.map((row) => printedOf(row, time_zone));
  });
  if (prints.length === 0) throw notFound(`There are no invoices and credit notes of ${month}.`);
  return threads.run(PRINT, { title: `Invoices and credit notes of ${month}`, prints });
}

/** One of an order's: for its buyer, for whoever has its secret, and for those who sell. */
export async function documentFile(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  id: string,
  { number, secret }: { number: string; secret: string | undefined },
): Promise<Uint8Array> {
  const one = await reading(db, context, async (tx) => {
    await seenBy(tx, context, id, secret);
    const row = (await readDocuments(tx, id)).find((one) => numberOf(one) === number);
    if (!row) throw notFound(`There is no document ${number} of this order.`);
    const { time_zone } = await readSchool(tx);
    return { print: printedOf(row, time_zone), data: electronicOfRow(row, time_zone) };
  });
  return printOne({ threads }, one.print, one.data);
}

/** For which company those to come are written; what is written stays. */
export async function changeBilling(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { secret, billing }: z.output<typeof billingChange>,
): Promise<OwnOrder> {
  return db.withSchool(context, async (tx) => {
    await openedBy(tx, context, id, secret, true);
    await updateOrder(tx, id, { billing: billing && JSON.stringify(billing) });
    return sayOwnOrder(tx, context, (await readOrder(tx, id)) as OrderRow);
  });
}

/** A month in the school's zone. */
async function spanOf(tx: SchoolTransaction, month: string): Promise<Span> {
  const zone = zoneOf((await readSchool(tx)).time_zone);
  const which = monthAsked(month);
  const begins = (of: number) => formatInstant(startOfDay(zone, firstDay(of)));
  return [begins(which), begins(which + 1)];
}

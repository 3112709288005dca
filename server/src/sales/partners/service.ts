/** Partners as staff see and change them. */
import { randomBytes } from "node:crypto";
import {
  type Brought,
  type broughtQuery,
  MOST_PARTNERS,
  type newPartner,
  type newPayout,
  type Partner,
  type PartnerDetail,
  type PartnerTerms,
  type partnerChange,
  type payouts,
  USUAL_PARTNER_TERMS,
} from "@dawngate/contract/partners";
import { sayMoney } from "@dawngate/core/sales";
import { addDays, formatDate, formatInstant, localDateAt, zoneOf } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { conflict, notFound, refusal } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { freshen } from "./share";
import {
  hasPayout,
  insertPartner,
  insertPayout,
  type PartnerRow,
  readAllPayouts,
  readBalances,
  readByWord,
  readNextPayable,
  readPartner,
  readPartners,
  readPartnerTerms,
  readPayouts,
  readShares,
  readVisits,
  takeBack,
  updatePartner,
  writePartnerTerms,
} from "./store";

type Db = Pick<Services, "db">;

/** So many payouts stand with a partner. */
const PAYOUTS = 100;

export const newId = (kind: string) => `${kind}-${randomBytes(6).toString("hex")}`;

export async function showPartners(
  { db }: Db,
  context: Context,
): Promise<{ terms: PartnerTerms; partners: Partner[] }> {
  await freshen({ db }, context, null);
  return db.withSchool(context, async (tx) => {
    const rows = await readPartners(tx, MOST_PARTNERS);
    const ids = rows.map(({ id }) => id);
    const balances = await readBalances(tx, ids);
    const next = await readNextPayable(tx, ids);
    return {
      terms: (await readPartnerTerms(tx)) ?? USUAL_PARTNER_TERMS,
      partners: rows.map((row) => ({
        ...said(row),
        balances: balances.flatMap(({ partner, unfinished: _, ...one }) =>
          partner === row.id ? [one] : [],
        ),
        nextPayable: next.get(row.id) ?? null,
      })),
    };
  });
}

const said = ({ page_hash, ...row }: PartnerRow) => ({ ...row, hasPage: page_hash !== null });

/** A partner, or a problem that says there is none; `hold`: nobody else changes them meanwhile. */
export async function partnerOf(
  tx: SchoolTransaction,
  id: string,
  hold = false,
): Promise<PartnerRow> {
  const row = await readPartner(tx, id, hold);
  if (!row) throw notFound(`There is no partner "${id}" in this school.`);
  return row;
}

/** What stands with a partner, as it was last looked at. */
export async function standingOf(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "who" | "now">,
  id: string,
) {
  const all = await readBalances(tx, [id]);
  const { time_zone } = await readSchool(tx);
  const today = localDateAt(zoneOf(time_zone), context.now);
  return {
    balances: all.map(({ partner: _, unfinished: __, ...one }) => one),
    unfinished: all.reduce((sum, one) => sum + one.unfinished, 0),
    nextPayable: (await readNextPayable(tx, [id])).get(id) ?? null,
    visits: await readVisits(tx, id, formatDate(addDays(today, -29))),
  };
}

async function detail(tx: SchoolTransaction, context: Context, id: string): Promise<PartnerDetail> {
  const row = await partnerOf(tx, id);
  return {
    ...said(row),
    ...(await standingOf(tx, context, id)),
    payouts: await readPayouts(tx, id, PAYOUTS),
  };
}

export async function showPartner(
  { db }: Db,
  context: Context,
  id: string,
): Promise<PartnerDetail> {
  await freshen({ db }, context, id);
  return db.withSchool(context, (tx) => detail(tx, context, id));
}

const taken = (word: string) =>
  refusal("Another partner has this word in their links. Choose another.", [
    { path: "word", reason: `"${word}" is another partner's` },
  ]);

export async function addPartner(
  { db }: Db,
  context: Context,
  wanted: z.output<typeof newPartner>,
): Promise<PartnerDetail> {
  return db.withSchool(context, async (tx) => {
    const id = newId("p");
    if (!(await insertPartner(tx, context.school, { ...wanted, id }, MOST_PARTNERS))) {
      if (await readByWord(tx, wanted.word)) throw taken(wanted.word);
      throw conflict(`A school has at most ${MOST_PARTNERS} partners.`);
    }
    return detail(tx, context, id);
  });
}

export async function changePartner(
  { db }: Db,
  context: Context,
  id: string,
  change: z.output<typeof partnerChange>,
): Promise<PartnerDetail> {
  return db.withSchool(context, async (tx) => {
    await partnerOf(tx, id, true);
    const { word } = change;
    const other = word === undefined ? undefined : await readByWord(tx, word);
    if (word !== undefined && other && other.id !== id) throw taken(word);
    await updatePartner(tx, id, change);
    return detail(tx, context, id);
  });
}

export async function setTerms({ db }: Db, context: Context, terms: PartnerTerms): Promise<void> {
  await db.withSchool(context, (tx) => writePartnerTerms(tx, terms));
}

/** Where a page of a list of theirs ended: when, and at which. */
const listEnd = z.tuple([z.iso.datetime(), z.string()]);

export async function showPayouts(
  { db }: Db,
  context: Context,
  { after, most }: z.output<typeof broughtQuery>,
): Promise<z.infer<typeof payouts>> {
  const place = after ? readCursor(listEnd, after) : null;
  return reading(db, context, async (tx) => {
    const rows = await readAllPayouts(tx, {
      after: place && { at: place[0], id: place[1] },
      most: most + 1,
    });
    const page = rows.slice(0, most);
    const last = page.at(-1);
    return {
      payouts: page,
      next: rows.length > most && last ? writeCursor([last.at, last.id]) : null,
    };
  });
}

export async function showBrought(
  { db }: Db,
  context: Context,
  id: string,
  { after, most }: z.output<typeof broughtQuery>,
): Promise<{ shares: Brought[]; next: string | null }> {
  const place = after ? readCursor(listEnd, after) : null;
  await freshen({ db }, context, id);
  return db.withSchool(context, async (tx) => {
    await partnerOf(tx, id);
    const rows = await readShares(tx, id, {
      after: place && { at: place[0], order: place[1] },
      most: most + 1,
    });
    const page = rows.slice(0, most);
    const last = page.at(-1);
    return {
      shares: page,
      next: rows.length > most && last ? writeCursor([last.at, last.order]) : null,
    };
  });
}

/** Marks a sum as paid out: no more than can be by now, and once for a press. */
export async function payOut(
  { db }: Db,
  context: Context,
  id: string,
  { key, currency, amount, note }: z.output<typeof newPayout>,
): Promise<PartnerDetail> {
  await freshen({ db }, context, id);
  return db.withSchool(context, async (tx) => {
    await partnerOf(tx, id, true);
    if (!(await hasPayout(tx, key))) {
      const [balance] = (await readBalances(tx, [id])).filter((one) => one.currency === currency);
      const due = balance?.due ?? 0;
      if (amount > due)
        throw refusal(
          due > 0
            ? `${sayMoney(due, currency)} can be paid out to them by now. Nothing was marked.`
            : "Nothing can be paid out to them by now. Nothing was marked.",
          [{ path: "amount", reason: `At most ${sayMoney(Math.max(0, due), currency)}` }],
        );
      await insertPayout(tx, context.school, {
        ...{ id: newId("po"), partner: id, key, currency, amount, note },
        at: formatInstant(context.now),
        account: context.account?.id ?? null,
      });
    }
    return detail(tx, context, id);
  });
}

export async function takePayoutBack(
  { db }: Db,
  context: Context,
  id: string,
  payout: string,
): Promise<PartnerDetail> {
  return db.withSchool(context, async (tx) => {
    await partnerOf(tx, id, true);
    if (!(await takeBack(tx, id, payout, formatInstant(context.now))))
      throw notFound("There is no such payout.");
    return detail(tx, context, id);
  });
}

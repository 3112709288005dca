/**
 * Another price for those who pay already: new buyers pay it at once, whoever is in is told of it at least a month
 * before, with its day and the way out, and pays it from their first payment on that day or later (common practice; the
 * length of the notice is ours). Whoever has a code or a holder's price keeps it: theirs is worked out with it.
 */
import { randomUUID } from "node:crypto";
import type { announcedPrices, priceAnnouncing } from "@dawngate/contract/sales";
import { addDays, formatDate, formatInstant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, notFound, refusal } from "../../base/problem";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import type { Doing } from "../doing";
import { type ListingRow, readListing } from "../listing-store";
import { readOrder } from "../order-store";
import { readTerms } from "../terms-store";
import { announceTo } from "./announce-to";
import {
  countRunning,
  dropAnnounced,
  insertAnnounced,
  lastAnnounced,
  pricedOtherwise,
  readAnnounced,
  runningAfter,
} from "./announced-store";
import { takeBackFrom } from "./take-price-back";

/** So many days at least lie between telling and paying it. */
const NOTICE_DAYS = 30;
/** And so many at the most: who would remember. */
const FAR = 400;
/** So many orders are counted. */
const COUNTED = 1000;
/** So many are told in one transaction. */
const AT_A_TIME = 50;

type Answer = z.infer<typeof announcedPrices>;

/** Of each way that is paid again and again: how many pay it, and what was announced to them last. */
export function showAnnounced(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<Answer> {
  return reading(db, context, (tx) => answered(tx, context, id));
}

async function answered(tx: SchoolTransaction, { now }: Context, id: string): Promise<Answer> {
  const row = await listingHere(tx, id);
  const { time_zone } = await readSchool(tx);
  const inside = await countRunning(tx, id, COUNTED);
  const last = new Map((await lastAnnounced(tx, id)).map((one) => [one.option, one]));
  const today = localDateAt(zoneOf(time_zone), now);
  const ways = subscriptions(row).map(({ id, amount }) => ({ id, amount: Number(amount) }));
  const others = await pricedOtherwise(tx, id, ways);
  return {
    number: row.number,
    earliest: formatDate(addDays(today, NOTICE_DAYS)),
    counted: COUNTED,
    ways: ways.map(({ id: option, amount }) => {
      const told = last.get(option);
      return {
        option,
        amount,
        inside: inside.get(option) ?? 0,
        others: others.has(option),
        announced: told ? { from: told.from, at: told.at, isThis: told.amount === amount } : null,
      };
    }),
  };
}

async function listingHere(tx: SchoolTransaction, id: string): Promise<ListingRow> {
  const row = await readListing(tx, id);
  if (!row) throw notFound(`There is no listing "${id}" in this school.`);
  return row;
}

const subscriptions = ({ offer }: ListingRow) =>
  offer.options.flatMap((one) => (one.kind === "subscription" ? [one] : []));

/** Announces the price that a way has now, or takes that back. They are told, and their orders written, by a job. */
export async function announcePrice(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { option, from, number }: z.infer<typeof priceAnnouncing>,
): Promise<Answer> {
  const { school, now } = context;
  return db.withSchool(context, async (tx) => {
    const row = await listingHere(tx, id);
    if (!subscriptions(row).some((one) => one.id === option))
      throw notFound("This listing has no such way that is paid again and again.");
    if (row.number !== number)
      throw conflict(
        "The listing has changed meanwhile. Look at its price again, and press again.",
      );
    if (from === null) {
      if (await dropAnnounced(tx, id, option))
        await follow(tx, school, "take-price-back", { school, listing: id, option, after: "" });
      return answered(tx, context, id);
    }
    const today = localDateAt(zoneOf((await readSchool(tx)).time_zone), now);
    const [first, last] = [
      formatDate(addDays(today, NOTICE_DAYS)),
      formatDate(addDays(today, FAR)),
    ];
    if (from < first || from > last)
      throw refusal(`It can hold from ${first} on: they are told ${NOTICE_DAYS} days before.`, [
        { path: "from", reason: `Not between ${first} and ${last}` },
      ]);
    const at = formatInstant(now);
    const { announced, isNew } = await insertAnnounced(tx, school, {
      id: randomUUID(),
      listing: id,
      option,
      number,
      from,
      at,
    });
    if (isNew)
      await follow(tx, school, "announce-price", { school, announced: announced.id, after: "" });
    return answered(tx, context, id);
  });
}

/** What a job does for an announced price: tells the next of those who pay. */
export const priceAnnouncer =
  ({ db, baseUrl, now: clock }: Pick<Services, "baseUrl" | "now"> & { db: Database }) =>
  async (schoolId: string, id: string, after: string): Promise<void> => {
    const school = schoolId as SchoolId;
    const doing: Doing = { school, who: system("prices"), now: clock() };
    await db.withSchool(doing, async (tx) => {
      const announced = await readAnnounced(tx, id);
      if (!announced) return;
      const terms = await readTerms(tx, announced.listing, announced.number);
      if (!terms) return;
      const orders = await runningAfter(tx, announced.listing, after, AT_A_TIME);
      for (const one of orders) {
        const order = await readOrder(tx, one, true);
        if (order) await announceTo(tx, { baseUrl }, doing, order, announced, terms);
      }
      const last = orders.at(-1);
      if (last !== undefined && orders.length === AT_A_TIME)
        await follow(tx, school, "announce-price", { school, announced: id, after: last });
    });
  };

/** What a job does for a price that was taken back: tells the next of those it was announced to. */
export const priceTaker =
  ({ db, baseUrl, now: clock }: Pick<Services, "baseUrl" | "now"> & { db: Database }) =>
  async (schoolId: string, listing: string, option: string, after: string): Promise<void> => {
    const school = schoolId as SchoolId;
    const doing: Doing = { school, who: system("prices"), now: clock() };
    await db.withSchool(doing, async (tx) => {
      const orders = await runningAfter(tx, listing, after, AT_A_TIME);
      for (const one of orders) {
        const order = await readOrder(tx, one, true);
        if (order) await takeBackFrom(tx, { baseUrl }, doing, order, option);
      }
      const last = orders.at(-1);
      if (last !== undefined && orders.length === AT_A_TIME)
        await follow(tx, school, "take-price-back", { school, listing, option, after: last });
    });
  };

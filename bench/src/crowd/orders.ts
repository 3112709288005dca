/** Orders of everybody in a course: at once, in three parts, by the month; a part of them late, a part given back. */
import { USUAL_TERMS } from "@dawngate/contract/sales";
import { quote } from "@dawngate/core/sales";
import {
  addDays,
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  zoneOf,
} from "@dawngate/core/time";
import { insertMany } from "@dawngate/server/db/bulk";
import type { Database, SchoolId } from "@dawngate/server/db/connection";
import { readListing } from "@dawngate/server/sales/listing-store";
import { seriesOf } from "@dawngate/server/sales/running/series";
import { listingOf } from "@dawngate/server/school/price";
import { readSchool } from "@dawngate/server/school/store";

const HOUR = 3_600_000;
const LOT = 2000;

/** Ways to pay of the one listing that all have bought. */
export const OPTIONS = [
  { id: "once", kind: "once", amount: 19_900, default: true },
  { id: "three", kind: "installments", amount: 20_100, count: 3, every: "P1M" },
  { id: "month", kind: "subscription", amount: 1900, every: "P1M" },
];
const WAYS = ["once", "once", "once", "three", "three", "month"];

interface Alike {
  /** All have bought by this way, at this instant, and paid the first part alone, by a card. */
  option: string;
  at: Instant;
  card: string;
}

/** One order for each enrollment of a school, bought when it was made; or all alike. */
export async function makeOrders(
  db: Database,
  school: SchoolId,
  listing: string,
  now: Instant,
  alike: Alike | null = null,
): Promise<void> {
  const { about, row } = await db.readSchool(school, async (tx) => ({
    about: await readSchool(tx),
    row: await readListing(tx, listing),
  }));
  if (!row) throw new Error("There is no listing to buy");
  const zone = zoneOf(about.time_zone);
  const offer = listingOf(listing, row.offer, about);
  const quotes = new Map<string, ReturnType<typeof agreedOn>>();
  function agreedOn(option: string, at: Instant) {
    const asked = { option, seats: 1, holds: [], place: null };
    const agreed = quote(offer, { ...asked, at, codes: [] });
    return { agreed, series: seriesOf(offer, agreed, asked, at) };
  }
  const agreedFor = (option: string, at: Instant) => {
    const key = `${option} ${localDateAt(zone, at)}`;
    const found = quotes.get(key) ?? agreedOn(option, at);
    quotes.set(key, found);
    return found;
  };
  let number = 0;
  for (let after = ""; ; ) {
    const people = await db.readSchool(school, (tx) =>
      tx
        .selectFrom("enrollment as e")
        .innerJoin("person as p", (join) =>
          join.onRef("p.school_id", "=", "e.school_id").onRef("p.id", "=", "e.person_id"),
        )
        .select(["e.id", "e.person_id", "e.enrolled_at", "p.name", "p.email"])
        .where("e.id", ">", after)
        .orderBy("e.id")
        .limit(LOT)
        .execute(),
    );
    if (people.length === 0) break;
    after = people.at(-1)?.id ?? after;
    const orders: object[] = [];
    const events: object[] = [];
    const enrolled: object[] = [];
    for (const { id, person_id: person, enrolled_at: enrolledAt, name, email } of people) {
      number += 1;
      const option = alike?.option ?? (WAYS[number % WAYS.length] as string);
      const at = alike?.at ?? (Date.parse(enrolledAt) as Instant);
      const boughtAt = formatInstant(at);
      const { agreed, series } = agreedFor(option, at);
      const order = `o-${id}`;
      let sequence = 0;
      const happened = (kind: string, when: Instant, more: object) => {
        sequence += 1;
        const event = { sequence, kind, at: formatInstant(when) };
        events.push({
          ...{ school_id: school, order_id: order, charge: null, amount: null, part: null },
          ...{ data: null, ...event, ...more },
        });
      };
      const first = localDateAt(zone, at);
      const dues =
        option === "once"
          ? [agreed.schedule[0]?.amount ?? 0]
          : Array.from({ length: option === "three" ? 3 : 12 }, (_, i) =>
              option === "three" ? (agreed.schedule[i]?.amount ?? 0) : 1900,
            );
      for (const [i, amount] of dues.entries()) {
        const due =
          option === "three" && i > 0
            ? (Date.parse(`${agreed.schedule[i]?.due}T05:00:00Z`) as Instant)
            : ((Date.parse(formatDate(addDays(first, 31 * i))) + 5 * HOUR) as Instant);
        const when = i === 0 ? at : due;
        if (when > now || (alike && i > 0)) break;
        const charge = `ch-${order}-${i + 1}`;
        // Every fortieth part is not paid.
        if (i > 0 && (number + i) % 40 === 0) {
          happened("failed", when, { charge, part: i + 1 });
          break;
        }
        happened("charged", when, { charge, part: i + 1, amount });
      }
      if (option === "once" && number % 50 === 0)
        happened("refunded", Math.min(now, at + 48 * HOUR) as Instant, {
          ...{ charge: `${order} r`, amount: 9900 },
          data: { refund: "r", amount: 9900, off: 0, access: "stays" },
        });
      orders.push({
        ...{ school_id: school, id: order, key: `bench-${order}`, listing_id: listing },
        ...{ terms_number: row.number, title: row.offer.title, account_id: null },
        ...{ person_id: person, name, email, language: null, time_zone: "Europe/Lisbon" },
        ...{ clock: about.time_zone, option_id: option, seats: 1, codes: [], quote: agreed },
        kind: OPTIONS.find((one) => one.id === option)?.kind,
        ...{ currency: about.currency, state: "paid", bought_at: boughtAt, paid_at: boughtAt },
        ...{ secret_hash: `bench ${order}`, payment_terms: USUAL_TERMS, series },
        ...{ renews: false, receipt_year: new Date(at).getUTCFullYear(), receipt_number: number },
        card: alike?.card ?? null,
        standing: option === "once" ? "settled" : "running",
      });
      enrolled.push({ school_id: school, order_id: order, enrollment_id: id, gained: true });
    }
    await db.withSchool(school, async (tx) => {
      // What the database works out for itself is measured afterwards.
      await insertMany(tx, "sales_order", orders as never);
      await insertMany(tx, "order_event", events as never);
      await insertMany(tx, "order_enrollment", enrolled as never);
    });
  }
}

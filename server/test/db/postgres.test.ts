/**
 * The core against PostgreSQL 15, a published reference for civil time: `timestamptz + interval` and
 * `AT TIME ZONE` (PostgreSQL documentation, 9.9 and 8.5). Two rules differ on purpose and are left out:
 * PostgreSQL reads a local time that happens twice as the second, and a zone whose rules differ between the
 * runtime's tz data and PostgreSQL's cannot be compared.
 */
import {
  addToDate,
  dateOf,
  formatDate,
  formatInstant,
  type Instant,
  instantAt,
  type LocalDate,
  localDateAt,
  offsetAt,
  parseOffset,
  startOfDay,
  type TimeOfDay,
  timeOfDayAt,
  zoneOf,
} from "@dawngate/core/time";
import pg from "pg";
import { testCluster } from "../helpers/database";

// Making the tables of every zone takes its time.
jest.setTimeout(180_000);

let client: pg.Client;
beforeAll(async () => {
  client = new pg.Client({ ...testCluster(), user: "postgres", database: "postgres" });
  await client.connect();
  await client.query("set timezone = 'UTC'");
});
afterAll(() => client.end());

/** A small generator with a fixed beginning, so that a failure comes back. */
function dice(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const FIRST = Date.UTC(1970, 0, 2);
const LAST = Date.UTC(2037, 11, 1);
const iso = (ms: number) => formatInstant(ms as Instant);

/** Some zones in which runtime and PostgreSQL agree on every month's offset: the two may carry different tz releases. */
async function commonZones(): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>("select name from pg_timezone_names");
  const known = new Set(rows.map(({ name }) => name));
  // Every fifth: a table takes its time, and core/test/time/zone.test.ts has them all.
  const zones = Intl.supportedValuesOf("timeZone")
    .filter((zone) => known.has(zone))
    .filter((_, i) => i % 5 === 0);
  const probes: { zone: string; at: string; ms: number }[] = [];
  for (const zone of zones)
    for (let ms = FIRST; ms < LAST; ms += 30.4 * 86_400_000)
      probes.push({ zone, at: iso(Math.floor(ms)), ms: Math.floor(ms) });
  const { rows: offsets } = await client.query<{ o: number }>(
    `select extract(epoch from (at::timestamptz at time zone zone) - (at::timestamptz at time zone 'UTC'))::integer as o
     from unnest($1::text[], $2::text[]) with ordinality as p(zone, at, n) order by n`,
    [probes.map(({ zone }) => zone), probes.map(({ at }) => at)],
  );
  const differ = new Set<string>();
  probes.forEach(({ zone, ms }, i) => {
    if (offsetAt(zoneOf(zone), ms) !== (offsets[i]?.o ?? 0) * 1000) differ.add(zone);
  });
  return zones.filter((zone) => !differ.has(zone));
}

const isRepeated = (zone: string, date: LocalDate, time: TimeOfDay) => {
  const first = instantAt(zoneOf(zone), date, time);
  const local = date * 86_400_000 + time;
  for (const hours of [0.5, 1, 2, 3, 24]) {
    const later = first + hours * 3_600_000;
    if (later + offsetAt(zoneOf(zone), later) === local) return true;
  }
  return false;
};

test("local times, day starts and offsets in days, months and years agree in thousands of random cases", async () => {
  const zones = await commonZones();
  expect(zones.length).toBeGreaterThan(70);
  const roll = dice(20261125);
  const cases = Array.from({ length: 3000 }, () => {
    const zone = zones[roll(zones.length)] as string;
    const ms = FIRST + roll(Math.floor((LAST - FIRST) / 60_000)) * 60_000;
    const [years, months, days] = [roll(3), roll(14), roll(400)];
    const sign = roll(4) === 0 ? "-" : "";
    const add = `${sign}P${years}Y${months}M${days}D`;
    return { zone, ms, add };
  });
  const { rows } = await client.query<{ moved: Date; start: Date; local: string }>(
    `select n,
        ((at::timestamptz at time zone zone) + iso::interval) at time zone zone as moved,
        date_trunc('day', (at::timestamptz at time zone zone) + iso::interval) at time zone zone as start,
        to_char(at::timestamptz at time zone zone, 'YYYY-MM-DD HH24:MI') as local
     from unnest($1::text[], $2::text[], $3::text[]) with ordinality as p(zone, at, iso, n) order by n`,
    [
      cases.map(({ zone }) => zone),
      cases.map(({ ms }) => iso(ms)),
      // PostgreSQL takes a sign for each part, not one for all.
      cases.map(({ add }) =>
        add.startsWith("-") ? add.slice(1).replaceAll(/(\d+)/g, "-$1") : add,
      ),
    ],
  );
  let compared = 0;
  cases.forEach(({ zone, ms, add }, i) => {
    const z = zoneOf(zone);
    const offset = parseOffset(add);
    if (!offset.ok || offset.value.kind !== "date") throw new Error();
    const date = localDateAt(z, ms as Instant);
    const time = timeOfDayAt(z, ms as Instant);
    expect(rows[i]?.local.slice(0, 10)).toBe(formatDate(date));
    const moved = addToDate(date, offset.value);
    if (moved < dateOf(1970, 1, 2) || moved > dateOf(2037, 11, 1)) return;
    if (isRepeated(zone, moved, time) || isRepeated(zone, moved, 0 as TimeOfDay)) return;
    compared++;
    expect([zone, iso(ms), add, iso(instantAt(z, moved, time))]).toEqual([
      zone,
      iso(ms),
      add,
      iso(rows[i]?.moved.getTime() ?? 0),
    ]);
    // Where a clock change skips midnight, PostgreSQL reads 00:00 with the offset before the gap: the same instant.
    expect([zone, add, iso(startOfDay(z, moved))]).toEqual([
      zone,
      add,
      iso(rows[i]?.start.getTime() ?? 0),
    ]);
  });
  expect(compared).toBeGreaterThan(2500);
});

test("hours are exact: timestamptz + interval in hours and minutes", async () => {
  const roll = dice(7);
  const cases = Array.from({ length: 2000 }, () => ({
    ms: FIRST + roll(Math.floor((LAST - FIRST) / 60_000)) * 60_000,
    add: `PT${roll(5000)}H${roll(59)}M`,
  }));
  const { rows } = await client.query<{ moved: Date }>(
    `select n, at::timestamptz + iso::interval as moved
     from unnest($1::text[], $2::text[]) with ordinality as p(at, iso, n) order by n`,
    [cases.map(({ ms }) => iso(ms)), cases.map(({ add }) => add)],
  );
  cases.forEach(({ ms, add }, i) => {
    const offset = parseOffset(add);
    if (!offset.ok || offset.value.kind !== "time") throw new Error();
    expect(ms + offset.value.ms).toBe(rows[i]?.moved.getTime());
  });
});

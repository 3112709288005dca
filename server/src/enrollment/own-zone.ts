/** Somebody lives in another time zone: looked at first, then kept. What is open stays open (calculations.md, 4). */
import type { Acted, Ownself, ZoneChange } from "@dawngate/contract/enrollment";
import type { PersonRipple } from "@dawngate/contract/review";
import { itemTitles } from "@dawngate/core/plan";
import { compare, isTouched } from "@dawngate/core/review";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { asSystem } from "../db/as-system";
import type { SchoolTransaction } from "../db/connection";
import { readOwnself, setZoneOf } from "../people/store";
import { type Case, clockOf, holdCase, readCase, withEvents, workOut } from "../schedule/case";
import { write } from "../schedule/moves";
import { madeWrongOf } from "../schedule/told";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { type Happening, keep, numbered } from "./append";
import { heldBy, setZone } from "./store";

/** So many of the newest follow: nobody learns in more courses at once. */
const MOST = 200;

export async function showOwnself(
  { db }: Pick<Services, "db">,
  { person, ...context }: Context,
): Promise<Ownself> {
  if (person === null) return null;
  return reading(db, { ...context, person }, (tx) => readOwnself(tx, person));
}

export async function changeZone(
  { db }: Pick<Services, "db">,
  context: Context,
  { timeZone, key, look }: ZoneChange,
): Promise<Acted> {
  const { person, now } = context;
  if (person === null) throw notFound("You hold no course here, so no date follows your zone.");
  return db.withSchool(context, async (tx) => {
    const people: PersonRipple[] = [];
    const titles: Record<string, string> = {};
    let unmoved = 0;
    const held = await heldBy(tx, person, MOST);
    // In one order, so that two who write about the same enrollments take turns.
    for (const id of held.map((one) => one.id).sort()) {
      const found = await (look ? readCase : holdCase)(tx, context.school, id);
      if (!found || found.enrollment.timeZone === timeZone) continue;
      const { stays, after } = moved(found, timeZone, key, now);
      const before = workOut(found, now);
      const ripple = compare(before, workOut(after, now));
      if (isTouched(ripple)) {
        const { title } = found.plan;
        people.push({
          ...write(ripple, (await madeWrongOf(tx, [ripple], now)).get(id) ?? []),
          course: found.course,
          clock: clockOf(after),
          name: title,
        });
        for (const [item, called] of itemTitles(found.plan)) titles[item] = called;
      } else unmoved += 1;
      if (!look) await keepMoved(tx, context, found, { stays, timeZone, key });
    }
    if (!look) await setZoneOf(tx, person, timeZone);
    return { people, unmoved, refused: [], titles, next: null };
  });
}

const opening = (item: string, key: string, now: Instant): Happening => ({
  kind: "opened-by-staff",
  at: formatInstant(now),
  data: { item },
  reason: "It was open before the time zone was changed, and stays open",
  key: `${key}-${item}`.slice(0, 200),
});

const setting = (timeZone: string, key: string, now: Instant): Happening => ({
  kind: "zone-set",
  at: formatInstant(now),
  data: { timeZone },
  reason: null,
  key,
});

/** How a case stands in the other zone, and what has to be kept open for that. */
function moved(found: Case, timeZone: string, key: string, now: Instant) {
  const set = withEvents(found, numbered(found, [setting(timeZone, key, now)]));
  const open = new Set(
    workOut(found, now).items.flatMap(({ id, state }) => (state === "open" ? [id] : [])),
  );
  const stays = workOut(set, now).items.flatMap(({ id, state }) =>
    open.has(id) && state !== "open" && state !== "closed" ? [id] : [],
  );
  const opened = stays.map((item) => opening(item, key, now));
  return { stays, after: withEvents(set, numbered(set, opened)) };
}

/** First what stays open is opened, by the server; then the zone is theirs. */
async function keepMoved(
  tx: SchoolTransaction,
  { school, now, who }: Context,
  found: Case,
  { stays, timeZone, key }: { stays: string[]; timeZone: string; key: string },
): Promise<void> {
  const { id } = found.enrollment;
  let standing = found;
  const add = async (happenings: Happening[]) => {
    const events = numbered(standing, happenings);
    if (events.length === 0) return;
    const after = withEvents(standing, events);
    await keep(tx, school, after, events, workOut(after, now), now, workOut(standing, now));
    standing = (await holdCase(tx, school, id)) ?? after;
  };
  await asSystem(tx, who, "zone", () => add(stays.map((item) => opening(item, key, now))));
  await setZone(tx, id, timeZone);
  await add([setting(timeZone, key, now)]);
}

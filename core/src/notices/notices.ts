/** Every notice that goes out in a span of time, once; and which of those that went out would now be wrong. */
import type { Plan } from "../plan";
import {
  addDays,
  checked,
  type Instant,
  instantAt,
  localDateAt,
  parseTimeOfDay,
  type TimeOfDay,
  timeOfDayAt,
  type Zone,
  zoneOf,
} from "../time";
import { type Candidate, isNamed } from "./candidate";
import { candidatesOf } from "./candidates";
import { Everybody, type VersionsOf } from "./everybody";
import { JOINED, type Kind, rankOf } from "./kinds";
import { compare, type Entry, inKey, type Notice } from "./notice";
import type { NoticeSettings } from "./settings";
import { type Wrong, wrongAt } from "./wrong";

export interface NoticesAsked {
  plan: Plan;
  settings: NoticeSettings;
  /** What has gone out; null: all that would have gone out before `from` has. */
  sent: readonly Notice[] | null;
  /** Those that go out at an instant in `from <= instant < to`. */
  from: Instant;
  to: Instant;
  /** The instant at which what was told is held against what holds; left out: `to`. */
  wrongAt?: Instant;
  /** Left out: each enrollment holds what the plan says of its course. */
  versionsOf?: VersionsOf;
}

/** Which notices go out, to whom, when, about what. Pure: the same again for the same plan, settings and list. */
export function noticesBetween({
  plan,
  settings,
  sent,
  from,
  to,
  wrongAt: asOf = to,
  versionsOf,
}: NoticesAsked): {
  notices: Notice[];
  wrong: Wrong[];
} {
  const begins = sent === null ? Number.NEGATIVE_INFINITY : from;
  const everybody = new Everybody(plan, settings, to, begins, versionsOf);
  const listed = (sent ?? []).filter(({ at }) => at < to);
  const told = new Told(listed);
  const due = from === to ? [] : dueBetween(everybody, settings, begins, to);
  const all: Notice[] = [];
  const enrolledByStaff = standIns(listed, settings);
  for (const group of inGroups(due)) {
    const { kind, at, person } = group[0] as Due;
    const about: Entry[] = [];
    for (const { candidate, entries } of group) {
      if (told.has(candidate, entries, at)) continue;
      if (kind === "welcome" && isStoodIn(enrolledByStaff, everybody, entries, at)) continue;
      for (const entry of entries)
        if (!about.some(({ key }) => key === entry.key)) about.push(entry);
    }
    if (about.length === 0) continue;
    if (kind === "opened" || kind === "opens-soon") nameModules(everybody, about);
    const notice = { kind, person, at, about: sorted(everybody, about) };
    told.add(notice);
    if (kind === "by-staff") enrolledByStaff.note(about, at);
    all.push(notice);
  }
  const notices = all.filter(({ at }) => at >= from).sort(byOrder);
  return {
    notices,
    wrong:
      sent === null
        ? []
        : wrongAt(
            everybody,
            [...listed, ...notices].filter(({ at }) => at < asOf),
            asOf,
          ),
  };
}

interface Due {
  candidate: Candidate;
  kind: Kind;
  person: string;
  at: Instant;
  entries: Entry[];
}

/** What falls due and holds, at its moment and when it goes out, by the instant at which it does. */
function dueBetween(
  everybody: Everybody,
  { quiet, people }: NoticeSettings,
  begins: number,
  to: Instant,
): Due[] {
  const zones = new Map(people.map(({ id, timeZone }) => [id, zoneOf(timeZone)]));
  const hours = quiet
    ? {
        from: checked(parseTimeOfDay(quiet.from)),
        to: checked(parseTimeOfDay(quiet.to)),
      }
    : null;
  const due: Due[] = [];
  for (const candidate of candidatesOf(everybody, to)) {
    const { kind, person, moment, atOnce, since, check } = candidate;
    if (moment >= to) continue;
    const zone = zones.get(person) as Zone;
    const at = hours && !atOnce ? afterQuiet(zone, moment, hours) : moment;
    if (at < begins || at >= to || (since !== null && at < since)) continue;
    const entries = check(moment);
    const later = entries && at !== moment ? check(at) : entries;
    if (later) due.push({ candidate, kind, person, at, entries: later });
  }
  // What stands in for a welcome is known before it.
  const rank = ({ kind }: Due) => (kind === "by-staff" ? -1 : rankOf(kind));
  return due.sort((a, b) => a.at - b.at || rank(a) - rank(b) || compare(a.person, b.person));
}

/** The next end of the quiet hours, where an instant lies in them; never before it. */
export function afterQuiet(
  zone: Zone,
  moment: Instant,
  { from, to }: { from: TimeOfDay; to: TimeOfDay },
): Instant {
  const time = timeOfDayAt(zone, moment);
  const overnight = from > to;
  const isQuiet = overnight ? time >= from || time < to : time >= from && time < to;
  if (!isQuiet) return moment;
  const today = localDateAt(zone, moment);
  const day = overnight && time >= from ? addDays(today, 1) : today;
  return Math.max(moment, instantAt(zone, day, to)) as Instant;
}

/** Those that make one notice: all of a joined kind to one person at one instant; each other by itself. */
function* inGroups(due: readonly Due[]): Generator<Due[]> {
  for (let i = 0; i < due.length; ) {
    const first = due[i] as Due;
    const group = [first];
    i += 1;
    if (JOINED.has(first.kind))
      for (let next = due[i]; next; next = due[i]) {
        if (next.kind !== first.kind || next.at !== first.at || next.person !== first.person) break;
        group.push(next);
        i += 1;
      }
    yield group;
  }
}

/** What has gone out, by key. */
class Told {
  private readonly at = new Map<string, Instant>();

  constructor(sent: readonly Notice[]) {
    for (const notice of sent) this.add(notice);
  }

  add({ about, at }: Notice): void {
    for (const { key } of about) {
      const known = this.at.get(key);
      if (known === undefined || known < at) this.at.set(key, at);
    }
  }

  /** The first key decides; an opening is told again once it lies after the notice that told it. */
  has({ kind, opensAt }: Candidate, entries: readonly Entry[], at: Instant): boolean {
    const [first] = entries;
    const last = first && this.at.get(first.key);
    if (last === undefined) return false;
    if (kind !== "opened") return true;
    const opens = Math.min(opensAt ?? at, first?.instant ?? at);
    return last >= opens;
  }
}

/** When somebody was told by staff that they are in: this stands in for the welcome. */
interface StandIns {
  note(about: readonly Entry[], at: Instant): void;
  last(enrollment: string): Instant | null;
}

function standIns(listed: readonly Notice[], { byStaff }: NoticeSettings): StandIns {
  const enrolls = new Map(
    (byStaff ?? [])
      .filter(({ what }) => what === "enrolled")
      .map(({ id, enrollment }) => [`by-staff:${inKey(id)}`, enrollment]),
  );
  const last = new Map<string, Instant>();
  const note = (about: readonly Entry[], at: Instant) => {
    const enrollment = enrolls.get(about[0]?.key ?? "");
    if (enrollment === undefined) return;
    last.set(enrollment, Math.max(last.get(enrollment) ?? at, at) as Instant);
  };
  for (const { kind, about, at } of listed) if (kind === "by-staff") note(about, at);
  return { note, last: (enrollment) => last.get(enrollment) ?? null };
}

function isStoodIn(
  standIns: StandIns,
  everybody: Everybody,
  entries: readonly Entry[],
  at: Instant,
): boolean {
  const enrollment = entries[0]?.enrollment ?? "";
  const last = standIns.last(enrollment);
  const welcomeAt = everybody.held.get(enrollment)?.life.welcomeAt ?? null;
  return last !== null && welcomeAt !== null && last >= welcomeAt && last <= at;
}

/** Modules are named, and lessons whose module is not in the same notice. */
function nameModules(everybody: Everybody, about: Entry[]): void {
  const items = new Map<string, Set<string>>();
  for (const { enrollment, item } of about) {
    if (enrollment === null || item === null) continue;
    const known = items.get(enrollment) ?? new Set<string>();
    known.add(item);
    items.set(enrollment, known);
  }
  for (const entry of about) {
    if (entry.enrollment === null || entry.item === null) continue;
    const life = everybody.held.get(entry.enrollment)?.life;
    if (life) entry.named = isNamed(life, entry.item, items.get(entry.enrollment) ?? new Set());
  }
}

/** By the plan's order of enrollments, then outline order, then key; what has none stands first. */
function sorted(everybody: Everybody, about: Entry[]): Entry[] {
  const order = everybody.orderOfEnrollments();
  const place = ({ enrollment, item }: Entry): [number, number] => {
    if (enrollment === null) return [-1, -1];
    const life = everybody.held.get(enrollment)?.life;
    const number = item === null ? -1 : (life?.course.numbers.get(item) ?? -1);
    return [order.get(enrollment) ?? -1, number];
  };
  return about.sort((a, b) => {
    const [x, y] = [place(a), place(b)];
    return x[0] - y[0] || x[1] - y[1] || compare(a.key, b.key);
  });
}

function byOrder(a: Notice, b: Notice): number {
  return (
    a.at - b.at ||
    rankOf(a.kind) - rankOf(b.kind) ||
    compare(a.person, b.person) ||
    compare(a.about[0]?.key ?? "", b.about[0]?.key ?? "")
  );
}

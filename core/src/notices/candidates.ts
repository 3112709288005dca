/**
 * Everything that could fall due: each with its moment, and what has to hold at that moment and again when it goes out
 * (notices.md, "When").
 */
import type { Plan } from "../plan";
import { preparer, type Timeline, type TimelineItem } from "../schedule";
import {
  addDays,
  addToDate,
  type DateOffset,
  formatDate,
  formatInstant,
  HOUR,
  type Instant,
  instantAt,
  type LocalDate,
  localDateAt,
  parseOffset,
  parseTimeOfDay,
  startOfDay,
  type TimeOfDay,
  type Zone,
  zoneOf,
} from "../time";
import { CourseOfLife } from "./course-of-life";
import { type Kind, OFF_AT_FIRST, OFFSETS } from "./kinds";
import { type Entry, inKey } from "./notice";
import { dateIn, instantIn, type NoticeSettings } from "./settings";

export interface Candidate {
  kind: Kind;
  person: string;
  /** When it falls due. */
  moment: Instant;
  /** It goes out at once, quiet hours or not. */
  atOnce: boolean;
  /** Nothing goes out before this. */
  since: Instant | null;
  /** What it is about, if its conditions hold at an instant; null: they do not. */
  check(now: Instant): Entry[] | null;
  /** `opened`: when the item had opened, as it stood at the moment; a notice of it at or after this tells it. */
  opensAt: Instant | null;
}

interface Held {
  life: CourseOfLife;
  person: string;
  off: ReadonlySet<string>;
}

interface Offset {
  text: string;
  offset: DateOffset;
  isAfter: boolean;
}

/** Plan and settings, made ready to be asked. */
export class Everybody {
  readonly held = new Map<string, Held>();
  readonly hour: TimeOfDay;
  readonly school: Zone;
  private readonly byPerson = new Map<string, Held[]>();
  private order: ReadonlyMap<string, number> | null = null;
  private readonly personOff = new Map<string, ReadonlySet<string>>();

  constructor(
    readonly plan: Plan,
    readonly settings: NoticeSettings,
    until: Instant,
  ) {
    const hour = parseTimeOfDay(settings.hour);
    if (!hour.ok) throw new TypeError("These settings were not checked");
    this.hour = hour.value;
    this.school = zoneOf(plan.school.timeZone);
    const prepared = preparer(plan);
    const byId = new Map(plan.enrollments.map((one) => [one.id, one]));
    for (const person of settings.people) {
      this.personOff.set(person.id, new Set(person.off));
      const own: Held[] = [];
      for (const { id, off, since } of person.enrollments ?? []) {
        const enrollment = byId.get(id);
        if (!enrollment) continue;
        const from = since == null ? null : instantIn(since);
        const life = new CourseOfLife(enrollment, prepared(enrollment), from, until);
        const one = {
          life,
          person: person.id,
          off: new Set([...(off ?? []), ...(person.off ?? [])]),
        };
        own.push(one);
        this.held.set(id, one);
      }
      this.byPerson.set(person.id, own);
    }
  }

  isOn(kind: Kind): boolean {
    return this.settings.kinds?.[kind]?.on ?? !OFF_AT_FIRST.has(kind);
  }

  offsetsOf(kind: Kind): Offset[] {
    const texts = this.settings.kinds?.[kind]?.offsets ?? OFFSETS[kind]?.usual ?? [];
    return texts.map((text) => {
      const parsed = parseOffset(text);
      if (!parsed.ok || parsed.value.kind !== "date")
        throw new TypeError("These settings were not checked");
      const { months, days } = parsed.value;
      return { text, offset: parsed.value, isAfter: months > 0 || days > 0 };
    });
  }

  /** Whether a person is in a course or a cohort, by another enrollment than the one left out. */
  isIn(
    person: string,
    of: { course?: string | null; cohort?: string | null },
    now: Instant,
    without: string | null = null,
  ): boolean {
    return (this.byPerson.get(person) ?? []).some(({ life }) => {
      const { id, course, cohort } = life.enrollment;
      if (id === without) return false;
      if (of.cohort != null ? cohort !== of.cohort : course !== of.course) return false;
      return life.isIn(now);
    });
  }

  /** The place of each enrollment in the plan. */
  orderOfEnrollments(): ReadonlyMap<string, number> {
    this.order ??= new Map(this.plan.enrollments.map(({ id }, i) => [id, i]));
    return this.order;
  }

  /** All that could fall due before `to`. */
  *candidates(to: Instant): Generator<Candidate> {
    for (const one of this.held.values()) {
      yield* this.ofItems(one, to);
      yield* this.ofEnds(one, to);
    }
    yield* this.welcomes();
    yield* this.byStaff();
    yield* this.payments();
    yield* this.windows();
    yield* this.offers();
    yield* this.credentials();
    yield* this.announcements();
  }

  private isFor({ off }: Held, kind: Kind): boolean {
    return this.isOn(kind) && !off.has(kind);
  }

  private isForPerson(person: string, kind: Kind): boolean {
    return this.isOn(kind) && !(this.personOff.get(person)?.has(kind) ?? false);
  }

  private momentOf(zone: Zone, day: LocalDate, { offset }: Offset): Instant {
    return instantAt(zone, addToDate(day, offset), this.hour);
  }

  /** What opens, and what is due: while nothing changes, the days of each item are the same. */
  private *ofItems(one: Held, to: Instant): Generator<Candidate> {
    const { life } = one;
    const { welcomeAt, stretches } = life;
    if (welcomeAt === null) return;
    const kinds = (["opens-soon", "due-soon", "overdue"] as const).filter((kind) =>
      this.isFor(one, kind),
    );
    for (const [i, { begins, timeline }] of stretches.entries()) {
      const ends = stretches[i + 1]?.begins ?? Number.POSITIVE_INFINITY;
      if (this.isFor(one, "opened") && begins >= welcomeAt && begins >= life.since && begins < to)
        yield* this.turnsOpen(one, i);
      for (const kind of kinds)
        for (const item of timeline.items) {
          if (life.samples.has(item.id)) continue;
          const day = dayOf(life.clock, kind, item);
          if (day === null) continue;
          for (const offset of this.offsetsOf(kind)) {
            const moment = this.momentOf(life.clock, day, offset);
            if (moment < begins || moment >= ends || moment < welcomeAt || moment >= to) continue;
            yield {
              ...basis(kind, one, moment),
              check: (now) => itemHolds(life, kind, item.id, day, offset, now),
            };
          }
        }
    }
  }

  private *turnsOpen(one: Held, i: number): Generator<Candidate> {
    const { life } = one;
    const { begins, timeline } = life.stretches[i] as { begins: Instant; timeline: Timeline };
    const before = begins === life.since ? null : (life.stretches[i - 1]?.timeline ?? null);
    const shut = shutUntil(life, begins);
    const wasOpen = new Set(
      before?.items.filter(({ state }) => state === "open").map(({ id }) => id),
    );
    for (const { id, state, opens } of timeline.items) {
      if (state !== "open" || opens === null || wasOpen.has(id) || life.samples.has(id)) continue;
      if (opens <= (life.welcomeAt as Instant) || life.presence.has(opens)) continue;
      const isLate = opens < begins - 48 * HOUR;
      if (isLate && !(shut !== null && opens >= shut)) continue;
      yield {
        ...basis("opened", one, begins),
        opensAt: opens,
        check: (now) => {
          const item = itemAt(life.at(now), id);
          if (item?.state !== "open" || item.done) return null;
          return [entryOf(life, `opened:${inKey(life.enrollment.id)}:${inKey(id)}`, item)];
        },
      };
    }
  }

  private *ofEnds(one: Held, to: Instant): Generator<Candidate> {
    const { life, person } = one;
    const { welcomeAt, stretches, enrollment } = life;
    if (welcomeAt === null || !this.isFor(one, "access-ends")) return;
    for (const [i, { begins, timeline }] of stretches.entries()) {
      const { until } = timeline.access;
      if (until === null) continue;
      const ends = stretches[i + 1]?.begins ?? Number.POSITIVE_INFINITY;
      const day = lastDay(life.clock, until);
      for (const offset of this.offsetsOf("access-ends")) {
        const moment = this.momentOf(life.clock, day, offset);
        if (moment < begins || moment >= ends || moment < welcomeAt || moment >= to) continue;
        yield {
          ...basis("access-ends", one, moment),
          check: (now) => {
            const { access } = life.at(now);
            if (access.until === null || lastDay(life.clock, access.until) !== day) return null;
            const holds = offset.isAfter
              ? access.until <= now &&
                life.history(now).revoked === null &&
                access.shutBy === null &&
                !this.isIn(person, { course: enrollment.course }, now, enrollment.id)
              : access.until > now && access.state !== "closed";
            if (!holds) return null;
            const key = `access-ends:${inKey(enrollment.id)}:${formatDate(day)}:${offset.text}`;
            return [entry(key, { enrollment: enrollment.id, instant: access.until })];
          },
        };
      }
    }
  }

  private *welcomes(): Generator<Candidate> {
    for (const one of this.held.values()) {
      const { life } = one;
      const { welcomeAt, since } = life;
      if (welcomeAt === null || !this.isFor(one, "welcome")) continue;
      if (welcomeAt < since - 48 * HOUR) continue;
      const moment = Math.max(welcomeAt, since) as Instant;
      yield {
        ...basis("welcome", one, moment),
        atOnce: welcomeAt >= since,
        check: (now) =>
          life.at(now).access.state === "closed"
            ? null
            : whatOpens(life, `welcome:${inKey(life.enrollment.id)}`, now),
      };
    }
  }

  private *byStaff(): Generator<Candidate> {
    if (!this.isOn("by-staff")) return;
    for (const { id, enrollment, what, at } of this.settings.byStaff ?? []) {
      const one = this.held.get(enrollment);
      const moment = instantIn(at);
      if (!one || moment < one.life.enrolledAt) continue;
      const key = `by-staff:${inKey(id)}`;
      yield {
        ...basis("by-staff", one, moment),
        atOnce: true,
        check: (now) =>
          what === "enrolled" ? whatOpens(one.life, key, now) : [entry(key, { enrollment })],
      };
    }
  }

  private *payments(): Generator<Candidate> {
    for (const payment of this.settings.payments ?? []) {
      const one = this.held.get(payment.enrollment);
      if (!one) continue;
      const { life } = one;
      const due = dateIn(payment.due);
      const over = startOfDay(this.school, addDays(due, 1));
      const paidAt = payment.paidAt == null ? null : instantIn(payment.paidAt);
      const isOpen = (now: Instant) =>
        (paidAt === null || paidAt > now) && life.history(now).revoked === null;
      const about = { enrollment: payment.enrollment };
      for (const kind of ["payment-due", "payment-overdue"] as const)
        for (const offset of this.isOn(kind) ? this.offsetsOf(kind) : []) {
          const moment = this.momentOf(this.school, due, offset);
          if (moment < life.enrolledAt) continue;
          const key = `${kind}:${inKey(payment.id)}:${payment.due}:${offset.text}`;
          yield {
            ...basis(kind, one, moment),
            check: (now) =>
              isOpen(now) && offset.isAfter === now >= over
                ? [entry(key, { ...about, instant: over })]
                : null,
          };
        }
      for (const at of this.isOn("payment-failed") ? (payment.failures ?? []) : []) {
        const moment = instantIn(at);
        if (moment < life.enrolledAt) continue;
        const key = `payment-failed:${inKey(payment.id)}:${formatInstant(moment)}`;
        yield {
          ...basis("payment-failed", one, moment),
          check: (now) => (isOpen(now) ? [entry(key, about)] : null),
        };
      }
    }
  }

  /** The day on which the window of a course or a cohort closes; null: it has none. */
  windowOf({ course, cohort }: { course?: string | null; cohort?: string | null }) {
    const found =
      cohort != null
        ? this.plan.cohorts.find(({ id }) => id === cohort)
        : this.plan.courses.find(({ id }) => id === course);
    return found?.window ? dateIn(found.window.closes) : null;
  }

  /** The end of a day by the school's clock. */
  endOf(day: LocalDate): Instant {
    return startOfDay(this.school, addDays(day, 1));
  }

  private *windows(): Generator<Candidate> {
    for (const watch of this.settings.watching ?? []) {
      const closes = this.windowOf(watch);
      if (closes === null || !this.isForPerson(watch.person, "window-closes")) continue;
      const [since, until] = [instantIn(watch.since), watch.until ? instantIn(watch.until) : null];
      const over = this.endOf(closes);
      for (const offset of this.offsetsOf("window-closes")) {
        const key = `window-closes:${inKey(watch.id)}:${formatDate(closes)}:${offset.text}`;
        yield {
          kind: "window-closes",
          person: watch.person,
          moment: this.momentOf(this.school, closes, offset),
          atOnce: false,
          since: null,
          opensAt: null,
          check: (now) =>
            now >= since &&
            (until === null || now < until) &&
            now < over &&
            !this.isIn(watch.person, watch, now)
              ? [entry(key, { instant: over })]
              : null,
        };
      }
    }
  }

  private *offers(): Generator<Candidate> {
    for (const { id, person, at } of this.settings.offers ?? [])
      if (this.isForPerson(person, "place-free"))
        yield {
          kind: "place-free",
          person,
          moment: instantIn(at),
          atOnce: true,
          since: null,
          opensAt: null,
          check: () => [entry(`place-free:${inKey(id)}`)],
        };
  }

  private *credentials(): Generator<Candidate> {
    for (const one of this.settings.credentials ?? []) {
      const expires = instantIn(one.expires);
      const earned = instantIn(one.earnedAt);
      const ended = one.endedAt == null ? null : instantIn(one.endedAt);
      const day = lastDay(this.school, expires);
      for (const kind of ["credential-due", "credential-expired"] as const)
        for (const offset of this.isForPerson(one.person, kind) ? this.offsetsOf(kind) : []) {
          const key = `${kind}:${inKey(one.number)}:${formatDate(day)}:${offset.text}`;
          yield {
            kind,
            person: one.person,
            moment: this.momentOf(this.school, day, offset),
            atOnce: false,
            since: null,
            opensAt: null,
            check: (now) =>
              earned <= now && (ended === null || ended > now) && offset.isAfter === expires <= now
                ? [entry(key, { instant: expires })]
                : null,
          };
        }
    }
  }

  private *announcements(): Generator<Candidate> {
    if (!this.isOn("announcement")) return;
    for (const { id, at, course, cohort } of this.settings.announcements ?? [])
      for (const [person, own] of this.byPerson)
        yield {
          kind: "announcement",
          person,
          moment: instantIn(at),
          atOnce: false,
          since: null,
          opensAt: null,
          check: (now) =>
            own.some(
              ({ life, off }) =>
                !off.has("announcement") &&
                (course == null || life.enrollment.course === course) &&
                (cohort == null || life.enrollment.cohort === cohort) &&
                now >= life.since &&
                life.hasBegun(now) &&
                wouldBeIn(life.at(now), now),
            )
              ? [entry(`announcement:${inKey(id)}:${inKey(person)}`)]
              : null,
        };
  }
}

const basis = (kind: Kind, { life, person }: Held, moment: Instant) => ({
  kind,
  person,
  moment,
  atOnce: false,
  since: life.since as Instant | null,
  opensAt: null as Instant | null,
});

const entry = (key: string, about: Partial<Omit<Entry, "key">> = {}): Entry => ({
  key,
  enrollment: null,
  item: null,
  instant: null,
  named: true,
  ...about,
});

const entryOf = (life: CourseOfLife, key: string, item: TimelineItem): Entry =>
  entry(key, { enrollment: life.enrollment.id, item: item.id, instant: item.opens });

const itemAt = (timeline: Timeline, id: string) => timeline.items.find((item) => item.id === id);

/** The last day included of an end. */
export const lastDay = (zone: Zone, end: Instant): LocalDate =>
  localDateAt(zone, (end - 1) as Instant);

function dayOf(zone: Zone, kind: Kind, { opens, due }: TimelineItem): LocalDate | null {
  if (kind === "opens-soon") return opens === null ? null : localDateAt(zone, opens);
  return due === null ? null : lastDay(zone, due);
}

function itemHolds(
  life: CourseOfLife,
  kind: "opens-soon" | "due-soon" | "overdue",
  id: string,
  day: LocalDate,
  offset: Offset,
  now: Instant,
): Entry[] | null {
  const item = itemAt(life.at(now), id);
  if (!item || item.done || dayOf(life.clock, kind, item) !== day) return null;
  const due = item.due as Instant;
  const holds =
    kind === "opens-soon"
      ? item.state === "scheduled"
      : item.state === "open" && (kind === "due-soon" ? due > now : due <= now);
  if (!holds) return null;
  const key = `${kind}:${inKey(life.enrollment.id)}:${inKey(id)}:${formatDate(day)}:${offset.text}`;
  return [
    entry(key, {
      enrollment: life.enrollment.id,
      item: id,
      instant: kind === "opens-soon" ? item.opens : due,
    }),
  ];
}

/** What is open, and what opens next; each part names its modules, and the lessons whose module is not in it. */
function whatOpens(life: CourseOfLife, key: string, now: Instant): Entry[] {
  const { items } = life.at(now);
  const own = items.filter(({ id }) => !life.samples.has(id));
  const scheduled = own.filter(({ state }) => state === "scheduled");
  const first = Math.min(...scheduled.map(({ opens }) => opens as number));
  const parts = [
    own.filter(({ state }) => state === "open"),
    scheduled.filter(({ opens }) => opens === first),
  ];
  return [
    entry(key, { enrollment: life.enrollment.id }),
    ...parts.flatMap((part) => {
      const ids = new Set(part.map(({ id }) => id));
      return part.map((item) => ({
        ...entryOf(life, `${key}:${inKey(item.id)}`, item),
        named: isNamed(life, item.id, ids),
      }));
    }),
  ];
}

/** A module, or a lesson whose module is not among them. */
export function isNamed({ course }: CourseOfLife, item: string, among: ReadonlySet<string>) {
  const number = course.numbers.get(item);
  const module = number === undefined ? undefined : course.items[number]?.module;
  const above = module === undefined || module < 0 ? undefined : course.items[module]?.id;
  return above === undefined || !among.has(above);
}

/** In the course, were it not for a pause or a suspension that runs. */
function wouldBeIn({ access }: Timeline, now: Instant): boolean {
  if (access.state !== "closed") return true;
  if (access.shutBy === null) return false;
  const { from, until } = access;
  return until === null || (until > now && (from === null || from < until));
}

/** The begin of the stretch of unbroken pause or suspension that ends at an instant; null: none does. */
function shutUntil(life: CourseOfLife, at: Instant): Instant | null {
  const { pauses, suspensions } = life.history(at);
  const spans = [...pauses, ...suspensions].sort((a, b) => a.begins - b.begins);
  let found: { begins: Instant; ends: Instant } | null = null;
  for (const { begins, ends } of spans)
    found =
      found === null || begins > found.ends
        ? { begins, ends }
        : { begins: found.begins, ends: Math.max(found.ends, ends) as Instant };
  return found?.ends === at ? found.begins : null;
}

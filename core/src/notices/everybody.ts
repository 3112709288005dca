/** Plan, settings and everybody they can reach, made ready once and then asked. */
import type { Plan, PlanEnrollment } from "../plan";
import { type PreparedCourse, preparer } from "../schedule";
import {
  addDays,
  addToDate,
  checked,
  DAY,
  type DateOffset,
  dateIn,
  type Instant,
  instantAt,
  instantIn,
  type LocalDate,
  parseOffset,
  parseTimeOfDay,
  startOfDay,
  type TimeOfDay,
  type Zone,
  zoneOf,
} from "../time";
import { CourseOfLife } from "./course-of-life";
import { type Kind, OFF_AT_FIRST, OFFSETS } from "./kinds";
import type { NoticeSettings } from "./settings";

export interface Held {
  life: CourseOfLife;
  person: string;
  off: ReadonlySet<string>;
}

export interface Offset {
  text: string;
  offset: DateOffset;
  isAfter: boolean;
}

/** The versions of its course that an enrollment holds, made ready, the one it follows last. */
export type VersionsOf = (enrollment: PlanEnrollment) => readonly PreparedCourse[];

function onlyVersion(plan: Plan): VersionsOf {
  const prepared = preparer(plan);
  return (enrollment) => [prepared(enrollment)];
}

/** Plan and settings, made ready to be asked. */
export class Everybody {
  readonly held = new Map<string, Held>();
  readonly hour: TimeOfDay;
  readonly school: Zone;
  readonly byPerson = new Map<string, Held[]>();
  private order: ReadonlyMap<string, number> | null = null;
  private readonly personOff = new Map<string, ReadonlySet<string>>();

  constructor(
    readonly plan: Plan,
    readonly settings: NoticeSettings,
    until: Instant,
    /** What goes out before this is asked for by nobody. */
    begins = Number.NEGATIVE_INFINITY,
    versionsOf: VersionsOf | null = null,
  ) {
    this.hour = checked(parseTimeOfDay(settings.hour));
    this.school = zoneOf(plan.school.timeZone);
    const prepared = versionsOf ?? onlyVersion(plan);
    const byId = new Map(plan.enrollments.map((one) => [one.id, one]));
    for (const person of settings.people) {
      this.personOff.set(person.id, new Set(person.off));
      const own: Held[] = [];
      for (const { id, off, since } of person.enrollments ?? []) {
        const enrollment = byId.get(id);
        if (!enrollment) continue;
        const from = since == null ? null : instantIn(since);
        const life = new CourseOfLife(
          enrollment,
          prepared(enrollment),
          from,
          until,
          // Quiet hours keep nothing back for longer than a day, whatever a clock change does to it.
          begins - 2 * DAY,
        );
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

  isFor({ off }: Held, kind: Kind): boolean {
    return this.isOn(kind) && !off.has(kind);
  }

  isForPerson(person: string, kind: Kind): boolean {
    return this.isOn(kind) && !(this.personOff.get(person)?.has(kind) ?? false);
  }

  momentOf(zone: Zone, day: LocalDate, { offset }: Offset): Instant {
    return instantAt(zone, addToDate(day, offset), this.hour);
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
}

/** A plan moved in time: every date by the same number of days, every instant with its local time of day kept. */
import {
  addDays,
  formatDate,
  formatInstant,
  instantAt,
  localDateAt,
  parseDate,
  parseInstant,
  timeOfDayAt,
  type Zone,
  zoneOf,
} from "../time";
import type { PlanEvent } from "./events";
import { itemsOf } from "./items";
import type { PlanGate, PlanMoment } from "./moment";
import type { Plan, PlanCohort, PlanCourse, PlanEnrollment } from "./schema";

/**
 * The same plan, `days` later (or earlier, where negative). Weekdays are kept where `days` is a multiple of
 * seven. Instants keep their time of day in the enrollee's zone: what was done at 9 in the evening still was.
 * Takes a checked plan.
 */
export function shiftPlan(plan: Plan, days: number): Plan {
  const move = new Mover(days);
  const { calendar } = plan.school;
  return {
    ...plan,
    school: {
      ...plan.school,
      calendar: { ...calendar, closed: calendar.closed.map((date) => move.date(date)) },
    },
    courses: plan.courses.map((course) => move.course(course)),
    cohorts: plan.cohorts.map((cohort) => move.cohort(cohort)),
    enrollments: plan.enrollments.map((enrollment) => move.enrollment(enrollment)),
  };
}

/** The same course, all its own dates `days` later. Takes a checked course. */
export function shiftCourse(course: PlanCourse, days: number): PlanCourse {
  return new Mover(days).course(course);
}

/** The same cohort, all its dates `days` later, those of its own gates among them. Takes a checked cohort. */
export function shiftCohort(cohort: PlanCohort, days: number): PlanCohort {
  return new Mover(days).cohort(cohort);
}

/** The same gate, its dates `days` later. Takes a checked gate. */
export function shiftGate(gate: PlanGate, days: number): PlanGate {
  return new Mover(days).gate(gate);
}

/** The earliest date that a course itself names: its opening, its window, a gate; null where it names none. */
export function firstDateOf(course: PlanCourse): string | null {
  const dates = [course.opensOn, course.window?.opens ?? null];
  for (const item of itemsOf(course))
    for (const moment of [...(item.gate?.when ?? []), item.due, item.closes])
      if (moment?.from === "date") dates.push(moment.date);
  // Dates are written so that their order as text is their order in time.
  return dates.filter((date) => date !== null).sort()[0] ?? null;
}

class Mover {
  constructor(private readonly days: number) {}

  date(text: string): string {
    const date = parseDate(text);
    if (!date.ok) throw new TypeError(`This plan was not checked: ${date.reason}`);
    return formatDate(addDays(date.value, this.days));
  }

  instant(text: string, zone: Zone): string {
    const instant = parseInstant(text);
    if (!instant.ok) throw new TypeError(`This plan was not checked: ${instant.reason}`);
    const date = addDays(localDateAt(zone, instant.value), this.days);
    return formatInstant(instantAt(zone, date, timeOfDayAt(zone, instant.value)));
  }

  moment<M extends PlanMoment>(moment: M): M {
    return moment.from === "date" ? { ...moment, date: this.date(moment.date) } : moment;
  }

  gate(gate: PlanGate): PlanGate {
    return { ...gate, when: gate.when.map((moment) => this.moment(moment)) };
  }

  window(window: { opens: string; closes: string }) {
    return { opens: this.date(window.opens), closes: this.date(window.closes) };
  }

  course(course: PlanCourse): PlanCourse {
    return {
      ...course,
      opensOn: ifAny(course.opensOn, (date) => this.date(date)),
      window: ifAny(course.window, (window) => this.window(window)),
      validity: course.validity.map((moment) => this.moment(moment)),
      modules: course.modules.map((module) => ({
        ...this.scheduled(module),
        lessons: module.lessons.map((lesson) => this.scheduled(lesson)),
      })),
    };
  }

  scheduled<T extends { gate: PlanGate | null; closes: PlanMoment | null; due: PlanMoment | null }>(
    item: T,
  ): T {
    return {
      ...item,
      gate: ifAny(item.gate, (gate) => this.gate(gate)),
      closes: ifAny(item.closes, (moment) => this.moment(moment)),
      due: ifAny(item.due, (moment) => this.moment(moment)),
    };
  }

  cohort(cohort: PlanCohort): PlanCohort {
    const gates = Object.entries(cohort.gates).map(
      ([item, gate]) => [item, ifAny(gate, (own) => this.gate(own))] as const,
    );
    return {
      ...cohort,
      window: ifAny(cohort.window, (window) => this.window(window)),
      starts: this.date(cohort.starts),
      ends: this.date(cohort.ends),
      gates: Object.fromEntries(gates),
    };
  }

  enrollment(enrollment: PlanEnrollment): PlanEnrollment {
    const zone = zoneOf(enrollment.timeZone);
    const instant = (text: string) => this.instant(text, zone);
    return {
      ...enrollment,
      enrolledAt: instant(enrollment.enrolledAt),
      paidAt: ifAny(enrollment.paidAt, instant),
      startedAt: ifAny(enrollment.startedAt, instant),
      paidThrough: ifAny(enrollment.paidThrough, (date) => this.date(date)),
      validity: ifAny(enrollment.validity, (moments) =>
        moments.map((moment) => this.moment(moment)),
      ),
      events: enrollment.events.map((event) => this.event(event, instant)),
    };
  }

  event(event: PlanEvent, instant: (text: string) => string): PlanEvent {
    const moved = { ...event, at: instant(event.at) };
    if ("through" in moved && moved.through) moved.through = this.date(moved.through);
    if (moved.type === "opened-by-staff") {
      if (moved.opens) moved.opens = instant(moved.opens);
      if (moved.closes) moved.closes = instant(moved.closes);
    }
    return moved;
  }
}

function ifAny<T, R>(value: T | null, change: (value: T) => R): R | null {
  return value === null ? null : change(value);
}

/** What a schema of single fields cannot see: that the parts of a plan refer to each other rightly. */
import { canStarve, parseDate, type SchoolCalendar, type Weekday, weekdayBits } from "../time";
import type { PlanEvent } from "./events";
import { type Fault, formatPath } from "./faults";
import type { PlanGate, PlanMoment } from "./moment";
import type { Plan, PlanCourse, PlanSchool } from "./schema";

type Path = readonly PropertyKey[];
type ItemKind = "course" | "module" | "lesson";
type Items = Map<string, ItemKind>;

/** All faults in the references of a plan whose fields are right; empty where there are none. */
export function checkReferences(plan: Plan): Fault[] {
  return new Checker(plan).run();
}

class Checker {
  private readonly faults: Fault[] = [];
  private readonly courses = new Map<string, Items>();
  private readonly cohorts = new Map<string, string>();
  private readonly calendar: SchoolCalendar;
  /** Answers of {@link canStarve} for each set of weekdays: a plan has few sets and many moments. */
  private readonly starving = new Map<number, boolean>();

  constructor(private readonly plan: Plan) {
    this.calendar = readCalendar(plan.school);
  }

  run(): Fault[] {
    const { courses, cohorts, enrollments } = this.plan;
    courses.forEach((course, i) => {
      const path = ["courses", i];
      if (this.courses.has(course.id)) this.twice([...path, "id"], "course", course.id);
      this.courses.set(course.id, this.itemsOf(course, path));
    });
    courses.forEach((course, i) => {
      this.checkCourse(course, ["courses", i]);
    });
    cohorts.forEach((cohort, i) => {
      const path = ["cohorts", i];
      if (this.cohorts.has(cohort.id)) this.twice([...path, "id"], "cohort", cohort.id);
      this.cohorts.set(cohort.id, cohort.course);
      const items = this.itemsAt([...path, "course"], cohort.course);
      if (!items) return;
      for (const [item, gate] of Object.entries(cohort.gates)) {
        const at = [...path, "gates", item];
        const kind = items.get(item);
        if (kind === undefined || kind === "course") this.missingItem(at, item, cohort.course);
        this.checkGate(gate, at, items, cohort.course);
      }
    });
    const seen = new Set<string>();
    enrollments.forEach((enrollment, i) => {
      const path = ["enrollments", i];
      if (seen.has(enrollment.id)) this.twice([...path, "id"], "enrollment", enrollment.id);
      seen.add(enrollment.id);
      const items = this.itemsAt([...path, "course"], enrollment.course);
      this.checkCohortOf(enrollment.cohort, enrollment.course, [...path, "cohort"]);
      if (!items) return;
      enrollment.validity?.forEach((moment, k) => {
        this.checkMoment(moment, [...path, "validity", k], items, enrollment.course);
      });
      enrollment.events.forEach((event, k) => {
        this.checkEvent(event, [...path, "events", k], items, enrollment.course);
      });
    });
    return this.faults;
  }

  private fault(path: Path, reason: string): void {
    this.faults.push({ path: formatPath(path), reason });
  }

  private twice(path: Path, what: string, id: string): void {
    this.fault(path, `Another ${what} is already called ${quote(id)}; give each its own`);
  }

  private missingItem(path: Path, item: string, course: string): void {
    this.fault(path, `The course ${quote(course)} has no module or lesson ${quote(item)}`);
  }

  private itemsOf(course: PlanCourse, path: Path): Items {
    const items: Items = new Map([[course.id, "course"]]);
    const add = (id: string, kind: ItemKind, at: Path) => {
      const other = items.get(id);
      if (other === "course") this.fault([...at, "id"], `${quote(id)} is the course's own name`);
      else if (other) this.twice([...at, "id"], `${other} of this course`, id);
      else items.set(id, kind);
    };
    course.modules.forEach((module, m) => {
      add(module.id, "module", [...path, "modules", m]);
      module.lessons.forEach((lesson, l) => {
        add(lesson.id, "lesson", [...path, "modules", m, "lessons", l]);
      });
    });
    return items;
  }

  private itemsAt(path: Path, course: string): Items | null {
    const items = this.courses.get(course);
    if (!items) this.fault(path, `There is no course ${quote(course)} in this plan`);
    return items ?? null;
  }

  private checkCohortOf(cohort: string | null, course: string, path: Path): void {
    if (cohort === null) return;
    const owner = this.cohorts.get(cohort);
    if (owner === undefined) this.fault(path, `There is no cohort ${quote(cohort)} in this plan`);
    else if (owner !== course)
      this.fault(path, `The cohort ${quote(cohort)} belongs to the course ${quote(owner)}`);
  }

  private checkCourse(course: PlanCourse, path: Path): void {
    const items = this.courses.get(course.id) as Items;
    course.validity.forEach((moment, i) => {
      this.checkMoment(moment, [...path, "validity", i], items, course.id);
    });
    const came = new Set<string>();
    course.modules.forEach((module, m) => {
      const at = [...path, "modules", m];
      this.checkInside(course, m, [...at, "inside"], came);
      this.checkItem(module, at, items, course.id);
      module.lessons.forEach((lesson, l) => {
        this.checkItem(lesson, [...at, "lessons", l], items, course.id);
      });
    });
  }

  /** A course inside another stands there once, in a row, and never inside itself. */
  private checkInside(course: PlanCourse, m: number, path: Path, came: Set<string>): void {
    const around = course.modules[m]?.inside ?? [];
    const itself = around.findIndex((one) => one.course === course.id);
    if (itself >= 0)
      this.fault(
        [...path, itself, "course"],
        `The course ${quote(course.id)} cannot stand inside itself`,
      );
    const [outermost] = around;
    const before = course.modules[m - 1]?.inside?.[0]?.course;
    if (!outermost || outermost.course === before) return;
    if (came.has(outermost.course))
      this.fault(
        [...path, 0, "course"],
        `The course ${quote(outermost.course)} stands here twice; let its modules follow each other`,
      );
    came.add(outermost.course);
  }

  private checkItem(
    item: { gate: PlanGate | null; closes: PlanMoment | null; due: PlanMoment | null },
    path: Path,
    items: Items,
    course: string,
  ): void {
    this.checkGate(item.gate, [...path, "gate"], items, course);
    if (item.closes) this.checkMoment(item.closes, [...path, "closes"], items, course);
    if (item.due) this.checkMoment(item.due, [...path, "due"], items, course);
  }

  private checkGate(gate: PlanGate | null, path: Path, items: Items, course: string): void {
    gate?.when.forEach((moment, i) => {
      this.checkMoment(moment, [...path, "when", i], items, course);
    });
  }

  private checkMoment(moment: PlanMoment, path: Path, items: Items, course: string): void {
    if ("item" in moment) {
      const kind = items.get(moment.item);
      if (kind === undefined) this.missingItem([...path, "item"], moment.item, course);
      else if (kind === "course" && moment.from !== "completed")
        this.fault(
          [...path, "item"],
          `${quote(moment.item)} is the course itself, which can be "completed" but not "${moment.from}"`,
        );
    }
    if (moment.from === "staff" || !moment.workdays) return;
    const weekdays = weekdayBits((moment.weekdays ?? []) as Weekday[]);
    let starves = this.starving.get(weekdays);
    if (starves === undefined) {
      starves = canStarve({ weekdays, workdays: true }, this.calendar);
      this.starving.set(weekdays, starves);
    }
    if (starves)
      this.fault(
        [...path, moment.weekdays ? "weekdays" : "workdays"],
        "The school calendar leaves no such day in ten years; allow another weekday, or take closed days away",
      );
  }

  private checkEvent(event: PlanEvent, path: Path, items: Items, course: string): void {
    if (!("item" in event)) return;
    const kind = items.get(event.item);
    const at = [...path, "item"];
    if (kind === undefined) {
      this.missingItem(at, event.item, course);
      return;
    }
    if (event.type === "completed") return;
    const staff = event.type === "opened-by-staff" || event.type === "staff-opening-taken-back";
    if (kind === "course" || (kind === "module" && !staff))
      this.fault(at, `"${event.type}" cannot be said of a ${kind} (${quote(event.item)})`);
  }
}

function quote(id: string): string {
  return JSON.stringify(id.length > 60 ? `${id.slice(0, 57)}…` : id);
}

/** The school calendar of a checked plan. */
export function readCalendar(school: PlanSchool): SchoolCalendar {
  const closed = school.calendar.closed.flatMap((text) => {
    const date = parseDate(text);
    return date.ok ? [date.value] : [];
  });
  return {
    weekend: weekdayBits(school.calendar.weekend as Weekday[]),
    closed: new Set(closed),
  };
}

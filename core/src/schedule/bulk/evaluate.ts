/**
 * The bulk evaluator: the plain one's compiled twin (calculations.md, section 11). It answers for any number of people
 * in one course, an enrollee at a time, into columns, without a new object for any of them. Explanations are the plain
 * evaluator's alone.
 */
import { type Plan, type PlanCohort, type PlanCourse, readCalendar } from "../../plan";
import { type PreparedCourse, prepareCourse } from "../prepare";
import { BulkAnswer, type Wanted } from "./answer";
import { CompiledCourse } from "./compile";
import { type Lane, laneOf, openInLane } from "./lane";
import { Numbering, type People } from "./people";
import { Run } from "./run";
import { SchoolDays } from "./school-days";

/** A course with all of its cohorts, compiled when somebody of a cohort is asked about. */
export class BulkCourse {
  private readonly compiled = new Map<string | null, CompiledCourse>();
  readonly names: Numbering<string>;
  /** The published items that the people asked about have, in outline order. */
  readonly items: PreparedCourse["items"];
  private readonly school: SchoolDays;

  /**
   * `names` are those that the people are laid out with; `days` may be shared by courses of one calendar. Where cohorts
   * have items of their own, people of one cohort are asked about at a time: `theirs` (null: of none).
   */
  constructor(
    private readonly settings: Plan["school"],
    private readonly course: PlanCourse,
    private readonly cohorts: readonly PlanCohort[],
    names: Numbering<string> = new Numbering(),
    days?: SchoolDays,
    theirs: PlanCohort | null = null,
  ) {
    this.names = names;
    this.school = days ?? new SchoolDays(readCalendar(settings));
    this.items = prepareCourse(settings, course, theirs).items;
  }

  private of(cohort: string | null): CompiledCourse {
    let compiled = this.compiled.get(cohort);
    if (!compiled) {
      const found = this.cohorts.find(({ id }) => id === cohort) ?? null;
      const prepared = prepareCourse(this.settings, this.course, found);
      compiled = new CompiledCourse(prepared, this.school, this.names);
      this.compiled.set(cohort, compiled);
    }
    return compiled;
  }

  /** Answers for all of `people` at `now`. `into`, where given, has their number of people and these items. */
  answer(people: People, now: number, wanted: Wanted = {}, into?: BulkAnswer): BulkAnswer {
    const { items } = this;
    const answer = into ?? new BulkAnswer(people.count, items.length, wanted);
    answer.required = items.filter(({ required }) => required).length;
    const courses = people.cohorts.map((cohort) => this.of(cohort));
    const zones = people.zones.map((zone) => this.school.zone(zone));
    // All names must be known before the columns for signals are made.
    for (const course of courses)
      for (const validity of people.validities) course.ownValidity(validity);
    const run = new Run(people, now, answer);
    const lanes = courses.map((course) => zones.map((zone) => laneOf(course, zone)));
    const { cohort, zone, first, needsPayment } = people;
    const onlyOpenings = answer.accessUntil.length === 0 && !wanted.due && !wanted.notBefore;
    for (let p = 0; p < people.count; p++) {
      const lane = (lanes[cohort[p] as number] as Lane[])[zone[p] as number] as Lane;
      const isPlain = onlyOpenings && lane.table !== null && first[p] === first[p + 1];
      if (!isPlain || needsPayment[p] === 1 || !openInLane(lane, people, p, answer))
        run.one(p, lane.course, lane.zone);
    }
    return answer;
  }
}

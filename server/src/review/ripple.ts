/** What a change does to everybody in a course, lot by lot through the bulk evaluator, before anything is saved. */
import type { PersonRipple, PublishingWay, RippleAnswer } from "@dawngate/contract/review";
import {
  differsByCohort,
  itemTitles,
  type PlanCohort,
  type PlanCourse,
  type PlanSchool,
} from "@dawngate/core/plan";
import {
  compareAll,
  type PersonRipple as Found,
  RippleTally,
  toldAtOnce,
} from "@dawngate/core/review";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { anyByCohort } from "../courses/version-store";
import { versionPlans } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readPeople } from "../people/store";
import { countPeople } from "../schedule/headcount-store";
import { InBulk } from "../schedule/in-bulk";
import { lotsOf } from "../schedule/lot-store";
import { write } from "../schedule/moves";
import { madeWrongOf } from "../schedule/told";
import { countMailed } from "../schedule/told-store";

/** As many people are named, and groups shown. */
const NAMED = 200;
const GROUPS = 50;

/** So many people are looked at for a page, at least, before it is answered with those found. */
const LOOKED = 10_000;

/** Where a page ended: a course, and an enrollment in it. */
export type Place = readonly [course: string, enrollment: string];
interface Page {
  people: Found[];
  next: Place | null;
}

/** What it takes to write dates as people read them. */
export interface Naming {
  clockOf(course: string): PlanCourse["clock"];
  zone: string;
}

/** What a course's dates are worked out from beside its plan. */
export interface Surroundings {
  school: PlanSchool;
  cohorts: PlanCohort[];
}

/** A change of one course: what surrounds it before and after, and the plan that comes into force, if one does. */
export interface Rippled {
  course: string;
  /** The version in force. */
  version: number;
  before: Surroundings;
  after: Surroundings;
  plan: PlanCourse | null;
  people: PublishingWay;
  /** Only people of this cohort can be touched. */
  cohort?: string;
}

/** Adds up what changes do, course by course. */
export class Rippling {
  private readonly tally = new RippleTally(NAMED);
  private readonly courseOf = new Map<string, string>();
  private readonly titles = new Map<string, string>();
  private people = 0;
  private told = 0;
  private mailed = 0;
  /** How far it has come. */
  done = 0;

  constructor(
    private readonly tx: SchoolTransaction,
    private readonly school: SchoolId,
    private readonly now: Instant,
    private readonly onProgress: (done: number) => void = () => undefined,
  ) {}

  async add(change: Rippled): Promise<void> {
    this.people += await countPeople(this.tx, change.course, change.cohort);
    for await (const { found, looked, opened } of this.touchedBy(change)) {
      for (const person of found) this.tally.add(person);
      this.told += (await madeWrongOf(this.tx, found, this.now)).size;
      this.mailed += await countMailed(this.tx, "opened", opened);
      this.done += looked;
      this.onProgress(this.done);
    }
  }

  /**
   * So many of those whom changes touch, in the order of the changes' courses and of enrollments, from a place on; fewer
   * where many have been looked at, and the place to go on from.
   */
  async page(changes: readonly Rippled[], from: Place | null, most: number): Promise<Page> {
    const at = from === null ? 0 : changes.findIndex(({ course }) => course === from[0]);
    const people: Found[] = [];
    let looked = 0;
    for (const change of at < 0 ? [] : changes.slice(at)) {
      const after = change.course === from?.[0] ? from[1] : "";
      for await (const lot of this.touchedBy(change, after)) {
        looked += lot.looked;
        for (const person of lot.found.sort((a, b) => (a.id < b.id ? -1 : 1))) {
          people.push(person);
          if (people.length === most) return { people, next: [change.course, person.id] };
        }
        if (looked >= LOOKED) return { people, next: [change.course, lot.last] };
      }
    }
    return { people, next: null };
  }

  /** Whom a change touches, a lot at a time, and how many were looked at for it. */
  private async *touchedBy(change: Rippled, from = "") {
    const { tx, school } = this;
    const { course, before, after, plan } = change;
    // A change of the plan alone leaves both sides the same tables.
    const byCohort = (plan !== null && differsByCohort(plan)) || (await anyByCohort(tx, course));
    const was = new InBulk(before.school, before.cohorts, byCohort);
    const becomes = after === before ? was : new InBulk(after.school, after.cohorts, byCohort);
    for await (const lot of lotsOf(tx, course, change.cohort, from)) {
      const all: Found[] = [];
      const opened: string[] = [];
      for (const alike of was.alike(lot, change.version)) {
        const plans = await versionPlans(tx, school, course, alike.versions);
        const next =
          plan === null || change.people === "new-only"
            ? plans
            : change.people === "everybody"
              ? [plan]
              : [...plans, plan];
        const answered = was.answer(plans, alike.people, this.now);
        const people =
          becomes === was
            ? alike.people
            : (becomes.alike(alike.rows, change.version)[0] as typeof alike).people;
        const after = becomes.answer(next, people, this.now);
        const found = compareAll(alike.people.ids, answered, after);
        opened.push(...toldAtOnce(people, found, after, this.now));
        for (const person of found) {
          all.push(person);
          this.courseOf.set(person.id, course);
        }
        for (const one of [...plans, ...(plan ? [plan] : [])])
          for (const [item, title] of itemTitles(one)) this.titles.set(item, title);
      }
      yield { found: all, opened, looked: lot.length, last: lot.at(-1)?.id ?? "" };
      // Others get their turn.
      await new Promise(setImmediate);
    }
  }

  async answer(named: Naming): Promise<Omit<RippleAnswer, "version" | "sequence">> {
    const { totals, groups, people } = this.tally.result(this.people);
    const shown = groups.slice(0, GROUPS);
    const { written, titles } = await this.names(
      [...people, ...shown.map(({ example }) => example)],
      named,
    );
    return {
      at: formatInstant(this.now),
      totals,
      told: this.told,
      mailed: this.mailed,
      groups: shown.map(({ count, example }) => ({ people: count, example: written(example) })),
      people: people.map(written),
      titles,
    };
  }

  /** How people are written, by name and in their zone, and the titles of the items that touch them. */
  async names(people: readonly Found[], { clockOf, zone }: Naming) {
    const known = await readPeople(
      this.tx,
      people.map(({ id }) => id),
    );
    const wrong = await madeWrongOf(this.tx, people, this.now);
    const written = (person: Found): PersonRipple => {
      const course = this.courseOf.get(person.id) ?? "";
      const { name, timeZone } = known.get(person.id) ?? { name: person.id, timeZone: zone };
      return {
        ...write(person, wrong.get(person.id) ?? []),
        name,
        course,
        clock: clockOf(course) === "school" ? zone : timeZone,
      };
    };
    const items = new Set(
      people.flatMap(({ moves, gains, loses, appears, goes }) => [
        ...moves.map(({ item }) => item),
        ...gains,
        ...loses,
        ...appears,
        ...goes,
      ]),
    );
    const titles = Object.fromEntries([...items].map((id) => [id, this.titles.get(id) ?? id]));
    return { written, titles };
  }
}

/** An enrollment from its beginning on: the timeline of every stretch of time in which nothing changes. */
import type { PlanEnrollment } from "../plan";
import {
  evaluate,
  foldEvents,
  type History,
  inFavor,
  type PreparedCourse,
  type Timeline,
} from "../schedule";
import { type Instant, instantIn, type Zone, zoneOf } from "../time";

export interface Stretch {
  begins: Instant;
  timeline: Timeline;
}

export class CourseOfLife {
  readonly enrolledAt: Instant;
  /** When it is welcomed: W; null: it was not paid. */
  readonly welcomeAt: Instant | null;
  /** Nothing of it goes out before this. */
  readonly since: Instant;
  readonly stretches: Stretch[] = [];
  /** The zone of the course's clock. */
  readonly clock: Zone;
  /** Instants of completions, passes and of the start: the enrollee was there. */
  readonly presence: ReadonlySet<number>;
  readonly samples: ReadonlySet<string>;
  /** Its first stretch is not its beginning. */
  readonly isCut: boolean;
  private last: Stretch | null = null;
  /** The version it follows: the newest of those it holds. */
  readonly course: PreparedCourse;

  constructor(
    readonly enrollment: PlanEnrollment,
    /** Every version it holds ("only in favor"), the one it follows last. */
    private readonly versions: readonly PreparedCourse[],
    since: Instant | null,
    until: Instant,
    /** What fell due before this is asked for by nobody; nothing: all of it may be. */
    begins = Number.NEGATIVE_INFINITY,
  ) {
    const course = versions.at(-1);
    if (!course) throw new RangeError("An enrollment holds at least one version");
    this.course = course;
    this.enrolledAt = instantIn(enrollment.enrolledAt);
    const paid = enrollment.paidAt === null ? null : instantIn(enrollment.paidAt);
    this.welcomeAt = !enrollment.needsPayment
      ? this.enrolledAt
      : paid === null
        ? null
        : (Math.max(this.enrolledAt, paid) as Instant);
    this.since = Math.max(since ?? this.enrolledAt, this.enrolledAt) as Instant;
    this.clock = course.clock === "school" ? course.schoolZone : zoneOf(enrollment.timeZone);
    this.samples = new Set(course.items.filter(({ sample }) => sample).map(({ id }) => id));
    const seen = enrollment.events
      .filter(({ type }) => type === "completed" || type === "passed")
      .map(({ at }) => instantIn(at) as number);
    if (enrollment.startedAt !== null) seen.push(instantIn(enrollment.startedAt));
    this.presence = new Set(seen);
    const from = Math.max(this.enrolledAt, begins) as Instant;
    this.isCut = from > this.enrolledAt;
    this.live(from, until);
  }

  /**
   * The timeline at an instant up to the last one asked for. While a pause runs its dates are those of the stretch's
   * begin: then everything is closed, and nobody is told of them.
   */
  at(now: Instant): Timeline {
    let [low, high] = [0, this.stretches.length - 1];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if ((this.stretches[middle] as Stretch).begins <= now) low = middle;
      else high = middle - 1;
    }
    const found = this.stretches[low];
    return found && found.begins <= now ? found.timeline : this.exactly(now);
  }

  /** The same, worked out with "now" there; asked for again it is not worked out again. */
  exactly(now: Instant): Timeline {
    if (this.last?.begins !== now) this.last = { begins: now, timeline: this.workOut(now) };
    return this.last.timeline;
  }

  private workOut(now: Instant): Timeline {
    const under = this.versions.map((course) => evaluate(course, this.enrollment, now));
    return inFavor(under, now);
  }

  history(now: Instant): History {
    return foldEvents(this.enrollment.events, now);
  }

  hasBegun(now: Instant): boolean {
    return this.welcomeAt !== null && this.welcomeAt <= now;
  }

  /** In the course: welcomed, and its access not closed. */
  isIn(now: Instant): boolean {
    return this.hasBegun(now) && this.at(now).access.state !== "closed";
  }

  private live(from: Instant, until: Instant): void {
    const { enrollment } = this;
    const fixed = [
      ...enrollment.events.map(({ at }) => instantIn(at)),
      ...[enrollment.paidAt, enrollment.startedAt].flatMap((at) =>
        at === null ? [] : [instantIn(at)],
      ),
      this.since,
      ...(this.welcomeAt === null ? [] : [this.welcomeAt]),
    ].sort((a, b) => a - b);
    let next = 0;
    for (let now: Instant | null = from; now !== null && now <= until; ) {
      const timeline = this.exactly(now);
      this.stretches.push({ begins: now, timeline });
      while (next < fixed.length && (fixed[next] as Instant) <= now) next += 1;
      let ends: number = fixed[next] ?? Number.POSITIVE_INFINITY;
      const consider = (at: Instant | null) => {
        if (at !== null && at > (now as Instant) && at < ends) ends = at;
      };
      consider(timeline.access.from);
      consider(timeline.access.until);
      for (const { opens, closes } of timeline.items) {
        consider(opens);
        consider(closes);
      }
      now = Number.isFinite(ends) ? (ends as Instant) : null;
    }
  }
}

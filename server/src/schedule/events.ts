/** An enrollment is its events: how a plan's enrollment becomes them, and how they become one again. */
import { type EventType, kindOf } from "@dawngate/core/enrollment";
import { enrollmentSchema, type PlanEnrollment, type PlanEvent } from "@dawngate/core/plan";

/** An event before it has a number. `data` holds what the kind carries besides its instant. */
export interface NewEvent {
  kind: string;
  at: string;
  data: Record<string, unknown>;
}

/** An event as it is kept. */
export interface KeptEvent extends NewEvent {
  sequence: number;
}

/** Whether events of a kind say how an enrollment is set up, and not what happened in it. */
export const setsUp = (kind: string) => kindOf(kind)?.setsUp === true;

/** Whether a person's own work in the course leaves events of a kind: by them one knows when they were here. */
export const isTheirOwn = (kind: string) => kindOf(kind)?.isTheirOwn === true;

/** The events that say what a plan's enrollment says, set-up first, the rest by their instant. */
export function toEvents(enrollment: PlanEnrollment): NewEvent[] {
  const { enrolledAt, paidAt, startedAt, timeZone, needsPayment, cohort } = enrollment;
  const { validity, paidThrough, grace } = enrollment;
  const events: NewEvent[] = [
    { kind: "enrolled", at: enrolledAt, data: { timeZone, needsPayment, cohort } },
  ];
  if (validity) events.push({ kind: "validity-given", at: enrolledAt, data: { validity } });
  if (paidAt) events.push({ kind: "paid", at: paidAt, data: {} });
  if (paidThrough !== null || grace !== 0)
    events.push({ kind: "paid-through", at: enrolledAt, data: { through: paidThrough, grace } });
  if (startedAt) events.push({ kind: "started", at: startedAt, data: {} });
  const happened = enrollment.events.map(({ type, at, ...data }): NewEvent => {
    return { kind: type, at, data };
  });
  return [...events, ...happened.sort((a, b) => Date.parse(a.at) - Date.parse(b.at))];
}

/** What moves the end of access. */
const MOVES_THE_END: readonly string[] = ["extended", "renewed", "end-set"];

/** Whether an event moves an end that there was before it, or gives another in its place. */
export const isEndMoved = ({ kind, data }: KeptEvent): boolean =>
  MOVES_THE_END.includes(kind) || (kind === "validity-given" && data.anew === true);

/** The plan's enrollment that events add up to. Throws where they do not begin with an enrolling. */
export function fromEvents(
  id: string,
  course: string,
  events: readonly KeptEvent[],
): PlanEnrollment {
  return enrollmentSchema.parse(addedUp(id, course, events));
}

/**
 * The same, taken as it was written: for thousands of people at once, whose events were checked on their way into the
 * database.
 */
export function addedUp(id: string, course: string, events: readonly KeptEvent[]): PlanEnrollment {
  const last = (kind: EventType) => events.findLast((e) => e.kind === kind);
  const enrolled = last("enrolled");
  if (!enrolled) throw new Error(`The enrollment ${id} has no enrolling among its events`);
  const paidThrough = last("paid-through")?.data;
  // What is given anew stands in place of all ends before it, also of those that staff have set.
  const anew = events.findLastIndex(
    ({ kind, data }) => kind === "validity-given" && data.anew === true,
  );
  const { cohort = null } = (last("moved") ?? enrolled).data;
  return {
    id,
    course,
    cohort: cohort as string | null,
    timeZone: (last("zone-set") ?? enrolled).data.timeZone as string,
    enrolledAt: enrolled.at,
    needsPayment: enrolled.data.needsPayment === true,
    paidAt: events.find((e) => e.kind === "paid")?.at ?? null,
    startedAt: events.find((e) => e.kind === "started")?.at ?? null,
    validity: (last("validity-given")?.data.validity ?? null) as PlanEnrollment["validity"],
    paidThrough: (paidThrough?.through ?? null) as string | null,
    grace: (paidThrough?.grace ?? 0) as number,
    events: events
      .filter(({ kind }, i) => !setsUp(kind) && (i > anew || !MOVES_THE_END.includes(kind)))
      .map(({ kind, at, data }) => ({ ...data, type: kind, at }) as PlanEvent),
  };
}

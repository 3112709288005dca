/** A course and its timelines as the server would answer them: by the real evaluator, from a small plan. */
import type { Course } from "@dawngate/contract/courses";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { type Plan, parsePlan } from "@dawngate/core/plan";
import { timelines, writeExplainedTimeline } from "@dawngate/core/schedule";
import { formatInstant, parseInstant } from "@dawngate/core/time";

const SOURCE = {
  dawnGatePlan: 1,
  school: { timeZone: "Europe/Lisbon", currency: "EUR" },
  courses: [
    {
      id: "c",
      title: "Sourdough",
      releaseHour: "07:00",
      validity: [{ from: "enrolled", add: "P56D", edge: "end" }],
      modules: [
        {
          id: "m1",
          title: "Starter",
          lessons: [
            { id: "l1", title: "Flour", minutes: 6 },
            { id: "l2", title: "Feeding", minutes: 9 },
          ],
        },
        {
          id: "m2",
          title: "First loaf",
          gate: { need: "all", when: [{ from: "enrolled", add: "P7D" }] },
          due: { from: "opened", item: "m2", add: "P5D", edge: "end" },
          lessons: [
            { id: "l3", title: "Mixing", kind: "video", minutes: 12 },
            { id: "q", title: "Crumb", kind: "quiz" },
          ],
        },
        {
          id: "m3",
          title: "Own formula",
          gate: { need: "all", when: [{ from: "passed", item: "q" }] },
          lessons: [{ id: "l4", title: "Percentages" }],
        },
      ],
    },
  ],
  cohorts: [
    {
      id: "k1",
      course: "c",
      window: { opens: "2027-01-01", closes: "2027-01-31" },
      starts: "2027-02-01",
      ends: "2027-04-01",
    },
    {
      id: "k2",
      course: "c",
      window: { opens: "2027-03-01", closes: "2027-03-31" },
      starts: "2027-04-05",
      ends: "2027-06-25",
      gates: { m2: null },
    },
  ],
  enrollments: [
    {
      id: "e1",
      course: "c",
      timeZone: "Asia/Tokyo",
      enrolledAt: "2027-03-05T14:20:00Z",
      events: [
        { type: "completed", item: "l1", at: "2027-03-06T09:00:00Z" },
        { type: "paused", at: "2027-03-07T10:00:00Z" },
        { type: "resumed", at: "2027-03-09T10:00:00Z" },
      ],
    },
    {
      id: "e2",
      course: "c",
      timeZone: "Europe/Lisbon",
      enrolledAt: "2027-03-05T14:20:00Z",
      events: [{ type: "paused", at: "2027-03-07T10:00:00Z" }],
    },
  ],
};

function plan(): Plan {
  const parsed = parsePlan(SOURCE);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  return parsed.plan;
}

export function courseAnswer(): Course {
  const { courses, cohorts } = plan();
  const [course] = courses;
  if (!course) throw new Error();
  return {
    ...course,
    version: 1,
    publishedAt: "2027-01-01T00:00:00Z",
    cohorts: cohorts.map((cohort, i) => ({
      ...cohort,
      name: i === 0 ? "Winter" : "Spring",
      place: "",
      link: "",
      people: 0,
      written: [],
    })),
    people: 2,
  };
}

export function timelineAnswer(enrollment: string, at = "2027-03-20T12:00:00Z"): TimelineAnswer {
  const now = parseInstant(at);
  if (!now.ok) throw new Error(now.reason);
  const [timeline] = timelines(plan(), now.value, ({ id }) => id === enrollment);
  if (!timeline) throw new Error(`no ${enrollment}`);
  return {
    at: formatInstant(now.value),
    version: 1,
    enrolledAt: "2027-03-05T14:20:00Z",
    timeZone: enrollment === "e1" ? "Asia/Tokyo" : "Europe/Lisbon",
    person: { name: enrollment === "e1" ? "Aiko Hayashi" : "Rui Cardoso", cohort: null },
    clock: "Europe/Lisbon",
    ...writeExplainedTimeline(timeline),
  };
}

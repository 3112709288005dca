/** A small school to import. */
import type { ImportRequest } from "@dawngate/contract/import";
import { type Instant, parseInstant } from "@dawngate/core/time";

export function instant(text: string): Instant {
  const parsed = parseInstant(text);
  if (!parsed.ok) throw new Error(parsed.reason);
  return parsed.value;
}

/** A school with one course, one cohort, two people and so many guests, at a given address. */
export function sampleImport(slug: string, guests = 0): ImportRequest {
  const more = Array.from({ length: guests }, (_, i) => `guest-${String(i).padStart(4, "0")}`);
  return {
    plan: {
      dawnGatePlan: 1,
      school: {
        timeZone: "Europe/Lisbon",
        currency: "EUR",
        calendar: { weekend: [6, 7], closed: ["2027-03-15"] },
      },
      courses: [
        {
          id: "c",
          title: "Bread & more",
          releaseHour: "07:00",
          window: { opens: "2027-03-01", closes: "2027-03-31" },
          validity: [{ from: "enrolled", add: "P90D", edge: "end" }],
          modules: [
            {
              id: "m1",
              title: "One",
              lessons: [{ id: "l1", title: "First", minutes: 6, kind: "text" }],
            },
            {
              id: "m2",
              title: "Two",
              gate: {
                need: "all",
                when: [{ from: "enrolled", add: "P7D", weekdays: [1], workdays: true }],
              },
              closes: { from: "opened", item: "m2", add: "P30D", edge: "end" },
              due: { from: "opened", item: "m2", add: "P7D", edge: "end" },
              lessons: [
                { id: "l2", title: "Second", kind: "quiz", holdsNext: true },
                { id: "l3", title: "Third", required: false, sample: true },
                { id: "l4", title: "Not yet", visible: "draft" },
              ],
            },
            { id: "m3", title: "Hidden", visible: "hidden", lessons: [] },
          ],
        },
      ],
      cohorts: [
        {
          id: "k",
          course: "c",
          window: { opens: "2027-02-01", closes: "2027-03-20" },
          starts: "2027-04-05",
          ends: "2027-06-25",
          grace: 14,
          seats: 12,
          gates: { m2: { need: "any", when: [{ from: "cohort-start", add: "P7D" }] }, l2: null },
        },
      ],
      enrollments: [
        {
          id: "e1",
          course: "c",
          timeZone: "Asia/Tokyo",
          enrolledAt: "2027-03-05T14:20:00.250Z",
          startedAt: "2027-03-06T09:00:00Z",
          events: [
            { type: "completed", item: "l1", at: "2027-03-06T09:00:00Z" },
            { type: "paused", at: "2027-03-07T10:00:00Z" },
            { type: "resumed", at: "2027-03-09T10:00:00Z" },
            { type: "extended", add: "P30D", at: "2027-03-20T10:00:00Z" },
          ],
        },
        {
          id: "e2",
          course: "c",
          cohort: "k",
          timeZone: "Europe/Lisbon",
          enrolledAt: "2027-02-05T14:20:00Z",
          needsPayment: true,
          paidAt: "2027-02-05T14:25:00Z",
          validity: [],
          paidThrough: "2027-05-31",
          grace: 3,
          events: [
            {
              type: "opened-by-staff",
              item: "m2",
              opens: "2027-04-06T08:00:00Z",
              at: "2027-04-01T08:00:00Z",
            },
          ],
        },
        ...more.map((id) => ({
          id,
          course: "c",
          timeZone: "UTC",
          enrolledAt: "2027-03-02T08:00:00Z",
          events: [],
        })),
      ],
    },
    extras: {
      school: { slug, name: `School ${slug}` },
      cohorts: { k: "Spring" },
      people: [
        { id: "ana", name: "Ana Prado", email: "ana@example.org", enrollments: ["e1"] },
        { id: "ben", name: "Ben Loth", email: "ben@example.org", enrollments: ["e2"] },
        ...more.map((id) => ({
          id: `p-${id}`,
          name: `Guest ${id.slice(6)}`,
          email: `${id}@example.org`,
          enrollments: [id],
        })),
      ],
      reasons: { "e1/extended": "Was ill" },
    },
    texts: { "c/l1": "Flour **and** water." },
  };
}

/** A lesson of text as an operation puts it in, with nothing set. */
export function plainLesson(id: string) {
  return {
    id,
    title: id,
    kind: "text",
    visible: "published",
    gate: null,
    closes: null,
    due: null,
    holdsNext: false,
    sample: false,
    required: true,
    minutes: null,
    empty: false,
  };
}

/**
 * A day's notices of many people in a course of 50 lessons, and what is to come within 45 days, beside the plain
 * evaluator asked once for each of them: microseconds a person and their ratio, of one run. `npm run bench:notices`.
 */
import { type NoticeSettings, noticesBetween } from "@dawngate/core/notices";
import { type Plan, parsePlan } from "@dawngate/core/plan";
import { evaluate, prepareCourse } from "@dawngate/core/schedule";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";

const PEOPLE = Number(process.argv[2] ?? 2000);
const ZONES = ["Europe/Lisbon", "America/New_York", "Asia/Tokyo", "Australia/Sydney"];
const NOW = Date.UTC(2027, 4, 3, 12) as Instant;

function plan(): Plan {
  const parsed = parsePlan({
    dawnGatePlan: 1,
    school: { timeZone: "Europe/Lisbon", currency: "EUR" },
    courses: [
      {
        id: "c",
        title: "Course",
        releaseHour: "07:00",
        validity: [{ from: "enrolled", add: "P180D", edge: "end" }],
        modules: Array.from({ length: 10 }, (_, m) => ({
          id: `m${m}`,
          title: "Module",
          gate: { need: "all", when: [{ from: "enrolled", add: `P${m * 7}D` }] },
          lessons: Array.from({ length: 5 }, (_, i) => ({ id: `l${m * 5 + i}`, title: "Lesson" })),
        })),
      },
    ],
    enrollments: Array.from({ length: PEOPLE }, (_, i) => ({
      id: `e${i}`,
      course: "c",
      timeZone: ZONES[i % ZONES.length],
      enrolledAt: formatInstant((NOW - (((i * 7919) % 60) + 0.5) * DAY) as Instant),
    })),
  });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  return parsed.plan;
}

const whole = plan();
const prepared = prepareCourse(whole.school, whole.courses[0] as Plan["courses"][number], null);
const timed = (work: () => number): { us: number; count: number } => {
  const begin = process.hrtime.bigint();
  const count = work();
  return { us: Number(process.hrtime.bigint() - begin) / 1000 / PEOPLE, count };
};
/** Each person by themselves, as the server looks at them. */
const looked = (days: number) => () => {
  let count = 0;
  for (const [i, enrollment] of whole.enrollments.entries()) {
    const settings: NoticeSettings = {
      dawnGateNotices: 1,
      hour: "09:00",
      quiet: { from: "21:00", to: "06:30" },
      people: [
        { id: `p${i}`, timeZone: enrollment.timeZone, enrollments: [{ id: enrollment.id }] },
      ],
    };
    const one = { ...whole, enrollments: [enrollment] };
    const to = (NOW + days * DAY) as Instant;
    const asked = { plan: one, settings, sent: [], from: NOW, to, versionsOf: () => [prepared] };
    count += noticesBetween(asked).notices.length;
  }
  return count;
};
const once = () => {
  let open = 0;
  for (const enrollment of whole.enrollments)
    open += evaluate(prepared, enrollment, NOW).items.filter(
      ({ state }) => state === "open",
    ).length;
  return open;
};
for (const work of [once, looked(1)]) work();
const evaluated = timed(once);
const day = timed(looked(1));
const ahead = timed(looked(45));
console.log(`${PEOPLE} people, 50 lessons, microseconds a person`);
console.log(`the evaluator, once           ${evaluated.us.toFixed(0)}`);
for (const [name, { us, count }] of Object.entries({
  "a day's notices": day,
  "45 days of them": ahead,
}))
  console.log(
    `${name}               ${us.toFixed(0)} (${(us / evaluated.us).toFixed(1)} times), ${count} notices`,
  );

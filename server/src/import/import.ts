/** A school from a plan file: the one door through which the demo and a user's own plan come in. */
import { type ImportRequest, importExtras } from "@dawngate/contract/import";
import type { Block } from "@dawngate/core/catalog";
import { type Fault, formatPath, type Plan, parsePlan } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { ProblemError } from "../base/problem";
import type { PageOf } from "../catalog/address-store";
import { keepBlockPage, publishBlockPage } from "../catalog/block-page-store";
import { insertCourse } from "../courses/draft-store";
import { setPage } from "../courses/page-store";
import { setPlace } from "../courses/store";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { system } from "../db/who";
import { insertCohorts, insertEnrollments } from "../enrollment/store";
import { insertPeople } from "../people/store";
import { publish } from "../review/service";
import { insertListing } from "../sales/listing-store";
import { projectMade } from "../schedule/project";
import { updateSchool } from "../school/store";
import { type Brought, innermostFirst, sharing } from "./inside";

type Extras = ReturnType<typeof importExtras.parse>;

/**
 * Makes a school of a plan and what goes with it: courses (published as version 1), cohorts, people, their
 * enrollments and openings. All or nothing. Refused with every fault and its path.
 */
export async function importSchool(
  db: Database,
  request: ImportRequest,
  now: Instant,
): Promise<SchoolId> {
  const { plan, extras } = check(request);
  if (await db.findSchool(extras.school.slug))
    throw new ProblemError(409, `The address "${extras.school.slug}" is taken; choose another.`);
  const { timeZone, currency, calendar } = plan.school;
  return db.createSchool(
    {
      slug: extras.school.slug,
      name: extras.school.name,
      time_zone: timeZone,
      currency,
      weekend: calendar.weekend,
      closed: calendar.closed,
    },
    system("import"),
    (tx, school) => write(tx, school, plan, extras, request.texts, now),
  );
}

async function write(
  tx: SchoolTransaction,
  school: SchoolId,
  plan: Plan,
  extras: Extras,
  texts: Record<string, string>,
  now: Instant,
): Promise<void> {
  const { tax } = extras.school;
  if (tax) await updateSchool(tx, { tax: JSON.stringify(tax) });
  const brought: Brought = new Map();
  for (const [position, read] of innermostFirst(plan.courses)) {
    const { course, shared } = sharing(read, brought);
    const lessons = course.modules.flatMap((module) => module.lessons.map(({ id }) => id));
    const contents = new Map(
      lessons.map((id) => [id, shared.get(id) ?? textKey(course.id, id)] as const),
    );
    brought.set(course.id, contents);
    const written = new Map([...contents].map(([id, content]) => [id, texts[content] ?? ""]));
    const draft = await insertCourse(tx, school, course, position, written, shared);
    await publish(tx, school, course.id, { note: "Imported", now: null, plan: draft });
    const page = extras.pages[course.id];
    if (page) {
      await setPage(tx, course.id, page);
      await setPlace(tx, course.id, { catalog: page.catalog });
      if (page.blocks) await setBlocks(tx, school, "course", course.id, page.blocks, now);
    }
  }
  await insertCohorts(tx, school, plan.cohorts, (id) => extras.cohorts[id] ?? id);
  const zones = new Map(plan.enrollments.map(({ id, timeZone }) => [id, timeZone]));
  const personOf = new Map<string, string>();
  for (const { id, enrollments } of extras.people)
    for (const enrollment of enrollments) personOf.set(enrollment, id);
  await insertPeople(
    tx,
    school,
    extras.people.map(({ id, name, email, enrollments }) => ({
      id,
      name,
      email,
      timeZone: zones.get(enrollments[0] ?? "") ?? plan.school.timeZone,
    })),
  );
  await insertEnrollments(
    tx,
    school,
    plan.enrollments.map((enrollment) => ({
      enrollment,
      person: personOf.get(enrollment.id) as string,
      reasonOf: (kind) => extras.reasons[`${enrollment.id}/${kind}`] ?? null,
    })),
  );
  for (const { id } of plan.courses) await projectMade(tx, school, id, now);
  for (const { id, state, offer, blocks } of extras.listings) {
    await insertListing(tx, school, id, offer, formatInstant(now), state);
    if (blocks) await setBlocks(tx, school, "listing", id, blocks, now);
  }
}

/** A public page as it was brought, for visitors to see. */
async function setBlocks(
  tx: SchoolTransaction,
  school: SchoolId,
  kind: PageOf["kind"],
  id: string,
  blocks: readonly Block[],
  now: Instant,
): Promise<void> {
  await keepBlockPage(tx, school, { kind, id }, 0, blocks);
  await publishBlockPage(tx, { kind, id }, blocks, formatInstant(now));
}

function textKey(course: string, lesson: string): string {
  return `${course}/${lesson}`;
}

function check({ plan: rawPlan, extras: rawExtras, texts }: ImportRequest): {
  plan: Plan;
  extras: Extras;
} {
  const faults: Fault[] = [];
  const plan = parsePlan(rawPlan);
  if (!plan.ok) faults.push(...plan.faults);
  const extras = importExtras.safeParse(rawExtras);
  for (const issue of extras.error?.issues ?? [])
    faults.push({ path: formatPath(["extras", ...issue.path]), reason: issue.message });
  if (plan.ok && extras.success) faults.push(...checkTogether(plan.plan, extras.data, texts));
  if (!plan.ok || !extras.success || faults.length > 0)
    throw new ProblemError(
      422,
      `The import is refused: ${faults.length === 1 ? "one fault" : `${faults.length} faults`}. Nothing was written.`,
      faults,
    );
  return { plan: plan.plan, extras: extras.data };
}

/** What neither part can see by itself: that they speak of the same things. */
function checkTogether(plan: Plan, extras: Extras, texts: Record<string, string>): Fault[] {
  const faults: Fault[] = [];
  const fault = (path: readonly PropertyKey[], reason: string) =>
    faults.push({ path: formatPath(path), reason });
  const cohorts = new Set(plan.cohorts.map(({ id }) => id));
  for (const id of Object.keys(extras.cohorts))
    if (!cohorts.has(id)) fault(["extras", "cohorts", id], "The plan has no such cohort");
  extras.listings.forEach(({ offer }, i) => {
    offer.courses.forEach(({ id }, k) => {
      if (!plan.courses.some((course) => course.id === id))
        fault(
          ["extras", "listings", i, "offer", "courses", k, "id"],
          "The plan has no such course",
        );
    });
  });
  for (const id of Object.keys(extras.pages))
    if (!plan.courses.some((course) => course.id === id))
      fault(["extras", "pages", id], "The plan has no such course");

  const enrollments = new Set(plan.enrollments.map(({ id }) => id));
  const owners = new Map<string, string>();
  const ids = new Set<string>();
  const mails = new Set<string>();
  extras.people.forEach((person, i) => {
    const path = ["extras", "people", i];
    if (ids.has(person.id)) fault([...path, "id"], "Another person has this identifier");
    ids.add(person.id);
    const mail = person.email.toLowerCase();
    if (mails.has(mail)) fault([...path, "email"], "Another person has this address");
    mails.add(mail);
    person.enrollments.forEach((enrollment, k) => {
      const at = [...path, "enrollments", k];
      if (!enrollments.has(enrollment)) fault(at, "The plan has no such enrollment");
      if (owners.has(enrollment)) fault(at, `This is ${owners.get(enrollment)}'s already`);
      owners.set(enrollment, person.id);
    });
  });
  plan.enrollments.forEach(({ id }, i) => {
    if (!owners.has(id)) fault(["enrollments", i], "No person in extras.people holds it");
  });

  const lessons = new Set(
    plan.courses.flatMap((course) =>
      course.modules.flatMap((module) => module.lessons.map(({ id }) => textKey(course.id, id))),
    ),
  );
  for (const key of Object.keys(texts))
    if (!lessons.has(key)) fault(["texts", key], "The plan has no such lesson");
  return faults;
}

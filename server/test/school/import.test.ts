import type { ImportRequest } from "@dawngate/contract/import";
import { parsePlan } from "@dawngate/core/plan";
import { ProblemError } from "../../src/base/problem";
import { readDraft } from "../../src/courses/draft-store";
import { findPublished } from "../../src/courses/service";
import { importSchool } from "../../src/import/import";
import { readCase } from "../../src/schedule/case";
import { readCohorts } from "../../src/schedule/cohort-store";
import { readSchool } from "../../src/school/store";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const now = instant("2027-03-20T12:00:00Z");
let test_: TestDatabase;
beforeAll(async () => {
  test_ = await testDatabase();
});
afterAll(() => test_.close());

// biome-ignore lint/suspicious/noExplicitAny: a test breaks plans at any place
type Loose = Record<string, any>;
const refusal = async (change: (request: { plan: Loose; extras: Loose; texts: Loose }) => void) => {
  const request = structuredClone(sampleImport("refused")) as never as {
    plan: Loose;
    extras: Loose;
    texts: Loose;
  };
  change(request);
  const error = await importSchool(test_.db, request as ImportRequest, now).catch((e) => e);
  expect(error).toBeInstanceOf(ProblemError);
  expect(await test_.db.findSchool("refused")).toBeNull();
  return (error as ProblemError).errors ?? [];
};

describe("a plan file that is imported", () => {
  test("comes back out of the database as it went in, enrollments folded from their events", async () => {
    const request = sampleImport("there-and-back");
    const parsed = parsePlan(request.plan);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
    const { plan } = parsed;
    const school = await importSchool(test_.db, request, now);
    await test_.db.readSchool(school, async (tx) => {
      const [course] = plan.courses;
      // Lessons without text are empty, whatever the plan says: the server knows what stands in them.
      const expected = {
        ...course,
        modules: course?.modules.map((module) => ({
          ...module,
          lessons: module.lessons.map((lesson) => ({ ...lesson, empty: lesson.id !== "l1" })),
        })),
      };
      expect(await readDraft(tx, "c")).toEqual(expected);
      expect((await findPublished(tx, school, "c"))?.plan).toEqual(expected);
      expect((await readCohorts(tx, "c")).map(({ cohort }) => cohort)).toEqual(plan.cohorts);
      for (const enrollment of plan.enrollments)
        expect((await readCase(tx, school, enrollment.id))?.enrollment).toEqual(enrollment);
      expect(await readSchool(tx)).toMatchObject({
        time_zone: "Europe/Lisbon",
        closed: ["2027-03-15"],
      });
    });
  });

  test("keeps the reason that staff gave with the event", async () => {
    const school = await importSchool(test_.db, sampleImport("reasons"), now);
    const rows = await test_.db.readSchool(school, (tx) =>
      tx
        .selectFrom("enrollment_event")
        .select(["kind", "reason", "sequence"])
        .where("enrollment_id", "=", "e1")
        .orderBy("sequence")
        .execute(),
    );
    expect(rows.map(({ kind }) => kind)).toEqual([
      "enrolled",
      "started",
      "completed",
      "paused",
      "resumed",
      "extended",
    ]);
    expect(rows.find(({ kind }) => kind === "extended")?.reason).toBe("Was ill");
  });

  test("is refused whole where the address is taken", async () => {
    await importSchool(test_.db, sampleImport("taken"), now);
    await expect(importSchool(test_.db, sampleImport("taken"), now)).rejects.toMatchObject({
      status: 409,
    });
  });

  test("at the same instant twice, one of the two is in and nothing is there twice", async () => {
    const both = await Promise.allSettled([
      importSchool(test_.db, sampleImport("race"), now),
      importSchool(test_.db, sampleImport("race"), now),
    ]);
    expect(both.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
  });
});

describe("an import that does not fit together is refused with every path, and nothing is written", () => {
  test("the plan's own faults", async () => {
    const errors = await refusal(({ plan }) => {
      plan.courses[0].modules[1].gate.when[0].add = "P1DT2H";
      plan.cohorts[0].ends = "2027-01-01";
    });
    expect(errors.map(({ path }) => path)).toEqual([
      "courses[0].modules[1].gate.when[0].add",
      "cohorts[0].ends",
    ]);
  });
  test("an enrollment that is nobody's, and one that is two people's", async () => {
    const errors = await refusal(({ extras }) => {
      extras.people[0].enrollments = ["e2"];
    });
    expect(errors).toEqual([
      { path: "extras.people[1].enrollments[0]", reason: "This is ana's already" },
      { path: "enrollments[0]", reason: "No person in extras.people holds it" },
    ]);
  });
  test("one mail address for two, in other letters", async () => {
    const errors = await refusal(({ extras }) => {
      extras.people[1].email = "ANA@example.org";
    });
    expect(errors[0]?.path).toBe("extras.people[1].email");
  });
  test("a text for a lesson that is not there, a name for a cohort that is not there", async () => {
    const errors = await refusal(({ extras, texts }) => {
      texts["c/l99"] = "…";
      extras.cohorts.k9 = "…";
    });
    expect(errors.map(({ path }) => path)).toEqual(["extras.cohorts.k9", 'texts["c/l99"]']);
  });
  test("an address that is no address", async () => {
    const errors = await refusal(({ extras }) => {
      extras.school.slug = "../etc";
    });
    expect(errors[0]?.path).toBe("extras.school.slug");
  });
});

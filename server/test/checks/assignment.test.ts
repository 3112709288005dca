/** Assignments: written, brought, handed in once a press, looked at once, given back until they are accepted. */
import type { MyAssignment, ReviewKept } from "@dawngate/contract/assignments";
import type { MyCourse } from "@dawngate/contract/enrollment";
import type { Today } from "@dawngate/contract/today";
import { bytesBrought } from "../../src/files/store";
import { sweepFiles } from "../../src/files/sweep";
import { ASKED, AUTHOR, assignmentSchool, COURSE, IRIS, IVO } from "../helpers/assignment-school";
import { demoMedia } from "../helpers/kept";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";

const school = assignmentSchool(14);
const { clock, learner, queue, look, review, told, by } = school;
const at = (text: string) => {
  clock.now = instant(text);
};
const detail = async (response: Promise<Response>, status: number) =>
  (await told<{ detail: string }>(response, status)).detail;

describe("handing in", () => {
  const mia = learner(0);

  test("what one writes is kept as it is typed, and what was changed elsewhere is not written over", async () => {
    expect(await mia.see()).toMatchObject({ state: "writing", shut: null, draft: { number: 0 } });
    const first = await told<MyAssignment>(mia.draft(0, "The crust"));
    expect(first.draft).toMatchObject({ number: 1, text: "The crust" });
    // Another device stands on the beginning still; the same once more is the same.
    expect(await detail(mia.draft(0, "Something else"), 409)).toContain("another device");
    expect((await told<MyAssignment>(mia.draft(0, "The crust"))).draft.number).toBe(1);
    expect((await mia.see()).draft.text).toBe("The crust");
  });

  test("what is needed is asked for, and it is not ticked instead", async () => {
    expect(await detail(mia.submit("  ", "press-empty"), 422)).toContain("Write something");
    const tick = by(mia.who, "PUT", `/schools/one/shelf/${mia.id}/lessons/l1`, {
      done: true,
      key: "by-hand-12345",
    });
    expect(await detail(tick, 409)).toBe("This is done when what you have handed in is accepted.");
  });

  test("files come along that one brought for it oneself, and no others", async () => {
    const mine = await mia.file("my loaf.png", demoMedia("baskets-1.png"));
    expect(mine).toMatchObject({ name: "my loaf.png", type: "image/png" });
    const others = await learner(1).file("folds.jpg", demoMedia("folds.jpg"));
    expect(await detail(mia.draft(1, "The crust", [others.id]), 422)).toContain("not brought");
    const kept = await told<MyAssignment>(mia.draft(1, "The crust", [mine.id]));
    expect(kept.draft.files).toMatchObject([{ id: mine.id, name: "my loaf.png" }]);
    // Whoever brings the same bytes has them under their own name.
    const same = await learner(2).file("x.png", demoMedia("baskets-1.png"));
    expect(same).toMatchObject({ id: mine.id, name: "x.png" });
    expect((await mia.see()).draft.files[0]?.name).toBe("my loaf.png");
  });

  test("a file whose name lies about its bytes is refused", async () => {
    expect(await detail(learner(1).bring("loaf.png", Buffer.from("%PDF-1.7\n%%EOF")), 422)).toMatch(
      /\S/,
    );
  });

  test("whoever neither edits nor learns brings nothing, and nobody more than fits", async () => {
    const headers = {
      "tus-resumable": "1.0.0",
      "upload-metadata": `name ${Buffer.from("a.png").toString("base64")}`,
    };
    const begin = (who: string, size: number) =>
      school.owned().app.ask(who, "POST", "/schools/one/uploads", undefined, {
        ...headers,
        "upload-length": String(size),
      });
    expect((await begin("nobody@example.org", 10)).status).toBe(403);
    expect(await (await begin(learner(3).who, 300_000_001)).text()).toContain("at most 300 MB");
    // What is on its way counts whole: ten that fill it are begun, an eleventh is not.
    for (let i = 0; i < 10; i++)
      expect((await begin(learner(3).who, 300_000_000)).status).toBe(201);
    expect((await begin(learner(3).who, 1000)).status).toBe(413);
    expect((await begin(learner(4).who, 1000)).status).toBe(201);
  });

  test("handed in, it waits; the same press hands in once, and before it is looked at it can be changed", async () => {
    const { draft } = await mia.see();
    const files = draft.files.map(({ id }) => id);
    const handed = await mia.hand("The crust cracked. Why?", "press-1-12345", files);
    expect(handed).toMatchObject({ state: "waiting", shut: null });
    expect(handed.submissions).toHaveLength(1);
    expect(handed.submissions[0]).toMatchObject({ number: 1, late: false, review: null });
    expect((await mia.hand("Other", "press-1-12345")).submissions).toHaveLength(1);
    const again = await mia.hand("The crust cracked, on one side.", "press-2-12345", files);
    expect(again.submissions.map(({ number }) => number)).toEqual([2, 1]);
    expect((await queue()).submissions).toMatchObject([{ name: "Guest 0000", number: 2 }]);
  });

  test("of ten who press at the same time each is handed in once", async () => {
    await Promise.all(
      [5, 6].flatMap((i) =>
        Array.from({ length: 5 }, () => learner(i).submit("Mine", `press-of-${i}-1`)),
      ),
    );
    for (const i of [5, 6]) expect((await learner(i).see()).submissions).toHaveLength(1);
  });

  test("somebody else's assignment is not on one's shelf", async () => {
    expect((await by(learner(1).who, "GET", mia.path)).status).toBe(404);
  });
});

describe("looking at it", () => {
  const mia = learner(0);
  const newest = async () => (await mia.see()).submissions[0]?.id ?? "";

  test("Today says how many wait; one is seen with its task, its rubric and what came before", async () => {
    const today = await told<Today>(by(OWNER, "GET", "/schools/one/today"));
    expect(today.needs.find(({ kind }) => kind === "handed-in")).toMatchObject({ number: 3 });
    const seen = await look(await newest());
    expect(seen).toMatchObject({
      name: "Guest 0000",
      title: "First",
      task: "Flour **and** water.",
      newest: true,
      state: "waiting",
      reviewer: null,
      rubric: ASKED.rubric,
    });
    expect(seen.submissions).toHaveLength(2);
    expect(seen.submissions[0]?.files).toMatchObject([{ name: "my loaf.png" }]);
    expect(seen.next).not.toBeNull();
  });

  test("what was replaced meanwhile is not looked at any more", async () => {
    const old = (await mia.see()).submissions[1]?.id ?? "";
    expect(await detail(review(old, {}), 409)).toContain("handed in once more");
  });

  test("it is not accepted before every criterion is marked, and not given back without a word", async () => {
    const id = await newest();
    expect(await detail(review(id, { marks: { crumb: 1 } }), 422)).toContain("every criterion");
    expect(await detail(review(id, { marks: { crumb: 7 } }), 422)).toContain("no such level");
    expect(await detail(review(id, { decision: "returned" }), 422)).toContain("Say what is");
    const beyond = [{ from: 0, to: 9999, says: "Where?" }];
    expect(await detail(review(id, { decision: "returned", remarks: beyond }), 422)).toMatch(
      /does not have/,
    );
  });

  test("given back with remarks, it is mended and handed in again; who wrote it is told once", async () => {
    const id = await newest();
    const given = {
      decision: "returned",
      words: "Almost.\n\nSteam it longer.",
      remarks: [{ from: 0, to: 17, says: "Where exactly?" }],
      marks: { crumb: 1 },
    };
    await told(review(id, given));
    // The press whose answer was lost; and somebody who says something else.
    await told(review(id, given));
    expect(await detail(review(id, {}), 409)).toContain("owner has given it back already");
    const mine = await mia.see();
    expect(mine.state).toBe("returned");
    expect(mine.submissions[0]?.review).toMatchObject({
      by: "owner",
      decision: "returned",
      remarks: given.remarks,
      marks: [{ title: "Crumb", says: "Open", points: 2, of: 2 }],
      earned: null,
    });
    // What was written stands in the draft, to be mended.
    expect(mine.draft.text).toBe("The crust cracked, on one side.");
    const mails = school.owned().app.mails.filter(({ to }) => to === mia.who);
    expect(mails).toHaveLength(1);
    expect(mails[0]?.text).toContain("Steam it longer.");
    expect(mails[0]?.text).toContain("One remark stands beside your text.");
    await mia.hand("It cracked because the steam was gone.", "press-3-12345");
  });

  test("accepted, it is passed, and what waited for that opens", async () => {
    const id = await newest();
    const kept = await told<ReviewKept>(review(id, {}));
    expect(kept.opened).toContain("Two");
    expect(await mia.see()).toMatchObject({
      state: "accepted",
      shut: "It is accepted; there is nothing more to hand in.",
    });
    expect((await mia.see()).submissions[0]?.review).toMatchObject({ earned: 2, possible: 3.5 });
    const course = await told<MyCourse>(by(mia.who, "GET", `/schools/one/shelf/${mia.id}`));
    expect(course.timeline.items.find(({ id: item }) => item === "l1")).toMatchObject({
      done: true,
    });
    expect(course.timeline.items.find(({ id: item }) => item === "l2")).toMatchObject({
      state: "open",
    });
    expect(await detail(mia.submit("More", "press-4-12345"), 409)).toContain("accepted");
    const { db } = school.owned().test_;
    const events = await db.readSchool(school.owned().school, (tx) =>
      tx
        .selectFrom("enrollment_event")
        .select(["data", "author"])
        .where("enrollment_id", "=", mia.id)
        .where("kind", "=", "passed")
        .execute(),
    );
    expect(events).toHaveLength(1);
    expect(events[0]).toMatchObject({ author: "owner", data: { item: "l1", score: 2 / 3.5 } });
  });

  test("two who decide in the same moment: one of them does, the other is told", async () => {
    const id = (await learner(5).see()).submissions[0]?.id ?? "";
    const answers = await Promise.all([
      review(id, { words: "Good" }),
      review(id, { decision: "returned", words: "Not yet" }, AUTHOR),
    ]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await learner(5).see()).submissions[0]?.review).not.toBeNull();
  });

  test("a rubric that is changed afterwards changes no marks that were given", async () => {
    await school.put({ rubric: [] });
    expect((await mia.see()).submissions[0]?.review?.marks).toMatchObject([
      { title: "Crumb", points: 2 },
      { title: "Crust", points: 0 },
    ]);
    await school.put();
  });

  test("its list in the course, by what became of it", async () => {
    const accepted = await queue(OWNER, "?state=accepted&course=c&lesson=l1");
    expect(accepted.submissions.map(({ name }) => name)).toContain("Guest 0000");
    expect((await queue(OWNER, "?state=accepted&lesson=l2")).submissions).toEqual([]);
    const checks = await told<{ assignments: unknown[] }>(by(OWNER, "GET", `${COURSE}/quizzes`));
    expect(checks.assignments).toMatchObject([{ lesson: "l1", title: "First" }]);
  });
});

describe("until when", () => {
  test("what comes after the day it is due is late, or not taken; what was given back may come again", async () => {
    const early = learner(7);
    await early.hand("In time", "press-7-12345");
    at("2027-03-13T09:00:00Z");
    const late = await learner(8).hand("Sorry", "press-8-12345");
    expect(late.submissions[0]?.late).toBe(true);
    await school.put({ late: "refused" });
    expect((await learner(9).see()).shut).toContain("It was due before");
    expect(await detail(learner(9).submit("Sorry", "press-9-12345"), 409)).toContain("due before");
    const id = (await early.see()).submissions[0]?.id ?? "";
    await told(review(id, { decision: "returned", words: "Longer", marks: {} }));
    expect((await early.hand("Longer", "press-7-again")).submissions[0]?.late).toBe(false);
    await school.put();
  });
});

describe("whose it is to look at", () => {
  const inCohort = [10, 11, 12, 13];

  test("those of a cohort are shared out evenly among those who lead it, and stay with them", async () => {
    at("2027-03-10T12:00:00Z");
    await told(
      by(OWNER, "POST", `${COURSE}/acts`, {
        act: { type: "moved", cohort: "k", reason: "Asked for it" },
        enrollments: inCohort.map((i) => learner(i).id),
        key: "moved-together-1",
      }),
    );
    // The cohort has begun.
    at("2027-04-06T12:00:00Z");
    await Promise.all(inCohort.map((i) => learner(i).hand("Mine", `press-${i}-12345`)));
    const [iris, ivo] = await Promise.all([queue(IRIS, "?mine=yes"), queue(IVO, "?mine=yes")]);
    expect([iris.waiting, ivo.waiting]).toEqual([2, 2]);
    const all = await queue(IRIS);
    expect(all.submissions).toHaveLength(4);
    const first = iris.submissions[0];
    await told(
      review(first?.id ?? "", { decision: "returned", words: "Once more", marks: {} }, IRIS),
    );
    const who = learner(inCohort.find((i) => first?.name === `Guest 00${i}`) ?? 10);
    await who.hand("Better", "press-better-1");
    expect((await queue(IRIS, "?mine=yes")).waiting).toBe(2);
  });

  test("an instructor sees nothing of other people; an author all of their courses", async () => {
    const other = (await learner(6).see()).submissions[0]?.id ?? "";
    expect((await by(IRIS, "GET", `/schools/one/submissions/${other}`)).status).toBe(404);
    expect((await review(other, {}, IRIS)).status).toBe(404);
    expect((await by(AUTHOR, "GET", `/schools/one/submissions/${other}`)).status).toBe(200);
  });

  test("taken over it is one's own, left it is anybody's, and of whoever has gone it is anybody's too", async () => {
    const [one] = (await queue(IVO, "?mine=yes")).submissions;
    const id = one?.id ?? "";
    const take = (who: string, mine: boolean) =>
      told(by(who, "PUT", `/schools/one/submissions/${id}/reviewer`, { mine }));
    await take(IRIS, true);
    expect((await look(id, IRIS)).reviewer).toEqual({ name: "Iris", me: true });
    expect((await queue(IVO, "?mine=yes")).waiting).toBe(1);
    await take(IRIS, false);
    expect((await queue(IVO, "?mine=yes")).waiting).toBe(2);
    await take(IRIS, true);
    await school.owned().ask("DELETE", `/schools/one/members/account-${IRIS}`);
    expect((await look(id, IVO)).reviewer).toBeNull();
    expect((await queue(IVO, "?mine=yes")).waiting).toBe(4);
  });

  test("pages of the queue join without a gap or a repetition", async () => {
    const whole = (await queue(OWNER)).submissions.map(({ id }) => id);
    expect(new Set(whole).size).toBe(whole.length);
    expect(whole.length).toBeGreaterThan(3);
  });
});

describe("what goes", () => {
  test("files that were taken out again are swept, those handed in are kept", async () => {
    const who = learner(1);
    const file = await who.file("seeds.csv", demoMedia("seed-table.csv"));
    const { draft } = await told<MyAssignment>(who.draft(0, "Seeds", [file.id]));
    await told(who.draft(draft.number, "Seeds", []));
    const there = async () =>
      school
        .owned()
        .test_.db.readSchool(school.owned().school, async (tx) =>
          (await tx.selectFrom("file").select("id").execute()).map(({ id }) => id),
        );
    // What was taken out counts as brought until it is swept: nobody fills the school by bringing and taking out.
    const brought = await school
      .owned()
      .test_.db.readSchool(school.owned().school, (tx) => bytesBrought(tx, `account-${who.who}`));
    expect(brought).toBeGreaterThanOrEqual(demoMedia("seed-table.csv").length);
    const photo = (await learner(0).see()).submissions[1]?.files[0]?.id;
    expect(await there()).toEqual(expect.arrayContaining([file.id, photo]));
    const place = school.owned();
    const { kept } = school;
    await sweepFiles(place.test_.db, kept(), instant("2027-05-01T00:00:00Z"));
    expect(await there()).not.toContain(file.id);
    expect(await there()).toContain(photo);
  });

  test("a person who is forgotten leaves nothing that they wrote or brought", async () => {
    const person = "p-guest-0000";
    const data = await school.owned().ask<object>("GET", `/schools/one/people/${person}/data`);
    expect(JSON.stringify(data)).toContain("It cracked because the steam was gone.");
    await school
      .owned()
      .ask("POST", `/schools/one/people/${person}/forgetting`, { reason: "Asked" });
    const left = await school
      .owned()
      .test_.db.readSchool(school.owned().school, (tx) =>
        tx
          .selectFrom("submission")
          .select("id")
          .where("enrollment_id", "=", learner(0).id)
          .execute(),
      );
    expect(left).toEqual([]);
  });
});

test("the school's rubrics are kept by name, changed, and taken out", async () => {
  const path = "/schools/one/rubrics/loaf";
  const body = { title: "A loaf", criteria: ASKED.rubric };
  await told(by(AUTHOR, "PUT", path, body));
  await told(by(AUTHOR, "PUT", path, { ...body, title: "Any loaf" }));
  expect(await told(by(OWNER, "GET", "/schools/one/rubrics"))).toMatchObject({
    rubrics: [{ id: "loaf", title: "Any loaf", criteria: ASKED.rubric, author: "author" }],
  });
  expect((await by(OWNER, "PUT", path, { ...body, criteria: [] })).status).toBe(422);
  await told(by(OWNER, "DELETE", path));
  expect((await by(OWNER, "DELETE", path)).status).toBe(404);
});

/** Whoever something is shared out to is told that it waits: of the first, and not of each; and not who wants no mail. */
import { assignmentSchool, COURSE, IRIS, IVO } from "../helpers/assignment-school";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";

const school = assignmentSchool(8);
const { by, told, learner, queue, review } = school;
const GUESTS = [0, 1, 2, 3, 4, 5];
const tolds = async () => {
  await school.owned().app.workOff();
  return school
    .owned()
    .app.mails.filter(({ subject }) => subject.startsWith("To review"))
    .map(({ to, text }) => [to, /^(.*) has handed in/m.exec(text)?.[1]]);
};
const mail = (who: string) =>
  told<{ on: boolean | null }>(by(who, "GET", "/schools/one/review-mail"));

test("of several that come one after the other each reviewer is told of the first", async () => {
  await told(
    by(OWNER, "POST", `${COURSE}/acts`, {
      act: { type: "moved", cohort: "k", reason: "Asked for it" },
      enrollments: GUESTS.map((i) => learner(i).id),
      key: "moved-together-1",
    }),
  );
  school.clock.now = instant("2027-04-06T12:00:00Z");
  for (const i of [0, 1, 2, 3]) await learner(i).hand("Mine", `press-${i}-12345`);
  // What is handed in once more before it is looked at waits already.
  await learner(0).hand("Mine, better", "press-0-again");
  expect(await tolds()).toEqual([
    [IRIS, "Guest 0000"],
    [IVO, "Guest 0001"],
  ]);
  const { text = "" } =
    school.owned().app.mails.find(({ subject }) => subject.startsWith("To review")) ?? {};
  expect(text).toMatch(/https?:\/\/\S+\/one\/handed-in/);
});

test("when all of theirs is looked at the next is told again", async () => {
  for (const { id } of (await queue(IRIS, "?mine=yes")).submissions.filter(
    ({ reviewer }) => reviewer?.me,
  ))
    await told(review(id, {}, IRIS));
  await learner(4).hand("Mine", "press-4-12345");
  expect(await tolds()).toEqual([
    [IRIS, "Guest 0000"],
    [IVO, "Guest 0001"],
    [IRIS, "Guest 0004"],
  ]);
});

test("whoever wants no such mail gets none; who leads no cohort is not asked", async () => {
  expect(await mail(IRIS)).toEqual({ on: true });
  expect(await mail(OWNER)).toEqual({ on: null });
  await told(by(IRIS, "PUT", "/schools/one/review-mail", { on: false }));
  expect(await mail(IRIS)).toEqual({ on: false });
  expect(await mail(IVO)).toEqual({ on: true });
  for (const { id } of (await queue(IRIS, "?mine=yes")).submissions.filter(
    ({ reviewer }) => reviewer?.me,
  ))
    await told(review(id, {}, IRIS));
  await learner(5).hand("Mine", "press-5-12345");
  expect((await queue(IRIS, "?mine=yes")).waiting).toBe(1);
  expect(await tolds()).toHaveLength(3);
});

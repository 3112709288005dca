/** Answers on their way: written down first, sent at once, sent again until they are kept, and none of them twice. */
import { AnswerKeeper, type GivenAnswer, type SentAnswer } from "../../src/checks/answer-keeper";

const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

/** A browser with its store and its clock, and a server that is there or not. */
function place(start: GivenAnswer[] = []) {
  let stored = JSON.stringify(start);
  let keys = 0;
  const timers = new Map<number, { work(): void; after: number }>();
  const world = {
    now: 1_000_000,
    lost: false,
    refuses: false,
    ended: false,
    sent: [] as SentAnswer[][],
    timers,
    stored: () => JSON.parse(stored) as GivenAnswer[],
    /** What was to be done later is done now. */
    async ring() {
      const all = [...timers.values()];
      timers.clear();
      for (const { work } of all) work();
      await settle();
    },
  };
  const open = () =>
    new AnswerKeeper({
      async send(answers) {
        if (world.lost) throw new Error("no connection");
        if (world.refuses) throw new Error("refused");
        world.sent.push(answers);
        return { kept: answers.map(({ key }) => key), ended: world.ended };
      },
      isRefusal: (error) => error instanceof Error && error.message === "refused",
      read: () => JSON.parse(stored) as GivenAnswer[],
      write: (left) => {
        stored = JSON.stringify(left);
      },
      heard: () => undefined,
      key: () => `key-${++keys}`,
      now: () => world.now,
      later(work, after) {
        const id = timers.size + 1 + keys * 1000;
        timers.set(id, { work, after });
        return () => timers.delete(id);
      },
    });
  return { world, open };
}

test("what is pressed goes out at once; what is typed when it rests, and only its last form", async () => {
  const { world, open } = place();
  const keeper = open();
  keeper.give("q1", "a");
  await settle();
  expect(world.sent).toEqual([[{ key: "key-1", question: "q1", answer: "a", ago: 0 }]]);
  for (const text of ["r", "ry", "rye"]) keeper.give("q2", text, true);
  await settle();
  expect(world.sent).toHaveLength(1);
  expect(world.stored().map(({ answer }) => answer)).toEqual(["rye"]);
  await world.ring();
  expect(world.sent[1]?.map(({ answer }) => answer)).toEqual(["rye"]);
  expect(world.stored()).toEqual([]);
});

test("without a connection it is kept here, tried again later and later, and arrives with its time", async () => {
  const { world, open } = place();
  const keeper = open();
  world.lost = true;
  keeper.give("q1", "a");
  await settle();
  expect(keeper.error).not.toBeNull();
  expect([...world.timers.values()].map(({ after }) => after)).toEqual([2000]);
  await world.ring();
  expect([...world.timers.values()].map(({ after }) => after)).toEqual([4000]);
  world.now += 90_000;
  keeper.give("q1", "b");
  await settle();
  world.lost = false;
  world.now += 10_000;
  await world.ring();
  expect(world.sent[0]?.map(({ answer, ago }) => [answer, ago])).toEqual([
    ["a", 100_000],
    ["b", 10_000],
  ]);
  expect(keeper.error).toBeNull();
});

test("a reload in the middle loses nothing, and a clock that was set back makes nothing younger than now", async () => {
  const before = place();
  before.world.lost = true;
  before.open().give("q1", "a");
  await settle();
  const { world, open } = place(before.world.stored());
  world.now = 500;
  const keeper = open();
  expect([...keeper.waiting]).toEqual([["q1", "a"]]);
  await settle();
  expect(world.sent).toEqual([[{ key: "key-1", question: "q1", answer: "a", ago: 0 }]]);
});

test("what was refused is said, and does not stand in the way of the next", async () => {
  const { world, open } = place();
  const keeper = open();
  world.refuses = true;
  keeper.give("q1", "a");
  await settle();
  expect(keeper.error).toBeInstanceOf(Error);
  world.refuses = false;
  keeper.give("q2", "b");
  await settle();
  expect(world.sent.map((batch) => batch.map(({ question }) => question))).toEqual([["q2"]]);
});

test("before it is handed in all of it is with the server, or it is said that it is not", async () => {
  const { world, open } = place();
  const keeper = open();
  keeper.give("q1", "typed", true);
  expect(await keeper.flush()).toBe(true);
  world.lost = true;
  keeper.give("q2", "typed", true);
  expect(await keeper.flush()).toBe(false);
  world.lost = false;
  world.ended = true;
  expect(await keeper.flush()).toBe(true);
  expect(keeper.ended).toBe(true);
});

/** Work that is looked for again and again. */
import { setTimeout as wait } from "node:timers/promises";
import { inRounds, type Round, type Rounds } from "../../src/jobs/rounds";

const logged: string[] = [];
let rounds: Rounds | null = null;
beforeEach(() => {
  logged.length = 0;
});
afterEach(async () => {
  await rounds?.stop();
});
const start = (every: number, round: Round) => {
  rounds = inRounds(every, round, (line) => logged.push(line));
  return rounds;
};
/** Waits until something holds. */
const until = async (holds: () => boolean) => {
  for (let i = 0; i < 500 && !holds(); i++) await wait(10);
  expect(holds()).toBe(true);
};

test("where there is more, the next round does not wait for its time", async () => {
  let left = 40;
  let over = 0;
  start(50, async () => {
    if (left === 0) over++;
    return left > 0 && --left > 0;
  });
  await until(() => over > 0);
  // In rounds of their own, fifty milliseconds apart, they would have come one by one.
  expect(left).toBe(0);
});

test("one round at a time, however long it takes", async () => {
  let inside = 0;
  let most = 0;
  let done = 0;
  start(5, async () => {
    most = Math.max(most, ++inside);
    await wait(40);
    inside--;
    done++;
  });
  await until(() => done >= 3);
  expect(most).toBe(1);
});

test("what goes wrong is said, and the next round comes all the same", async () => {
  let tries = 0;
  start(5, async () => {
    tries++;
    throw new Error("The database is away");
  });
  await until(() => tries >= 2);
  expect(logged[0]).toBe("Error: The database is away");
});

test("stopped, it ends what it is at and begins nothing", async () => {
  let begun = 0;
  let ended = 0;
  const own = start(5, async () => {
    begun++;
    await wait(30);
    ended++;
    return true;
  });
  await until(() => begun > 0);
  await own.stop();
  const at = begun;
  expect(ended).toBe(at);
  await wait(40);
  expect(begun).toBe(at);
});

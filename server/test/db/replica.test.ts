/** How old a copy of the database is taken to be. */
import { watchPulse } from "../../src/db/replica";

const turns = () => new Promise((resolve) => setImmediate(resolve));
jest.useFakeTimers({ doNotFake: ["setImmediate"] });

function watched(
  look: () => Promise<number>,
  beat: () => Promise<unknown> = async () => undefined,
) {
  let clock = 0;
  const pulse = watchPulse(beat, look, 5, () => clock);
  return {
    pulse,
    pass: async (ms: number) => {
      clock += ms;
      jest.advanceTimersByTime(ms);
      await turns();
    },
  };
}

test("before anybody has looked it is not read", () => {
  const { pulse } = watched(() => new Promise(() => undefined));
  expect([pulse.age(), pulse.fit()]).toEqual([null, false]);
  pulse.close();
});

test("a young copy is read; one that falls behind is not, from the bound on", async () => {
  let age = 0.2;
  const { pulse, pass } = watched(async () => age);
  await turns();
  expect(pulse.fit()).toBe(true);
  age = 4.9;
  await pass(500);
  expect(pulse.fit()).toBe(true);
  age = 5.1;
  await pass(500);
  expect(pulse.fit()).toBe(false);
  age = 0.1;
  await pass(500);
  expect(pulse.fit()).toBe(true);
  pulse.close();
});

test("an answer that does not come makes it older with every moment", async () => {
  let answers = true;
  const { pulse, pass } = watched(() =>
    answers ? Promise.resolve(1) : new Promise(() => undefined),
  );
  await turns();
  answers = false;
  await pass(3900);
  expect(pulse.fit()).toBe(true);
  await pass(200);
  expect(pulse.age()).toBeCloseTo(5.1, 5);
  expect(pulse.fit()).toBe(false);
  pulse.close();
});

test("a copy that is away is not read, and is again when it is back", async () => {
  let away = true;
  const { pulse, pass } = watched(async () => {
    if (away) throw new Error("ECONNREFUSED");
    return 0.3;
  });
  await turns();
  expect(pulse.age()).toBeNull();
  away = false;
  await pass(500);
  expect(pulse.fit()).toBe(true);
  pulse.close();
});

test("a primary that takes no beat shows by the age, not by an error", async () => {
  const { pulse, pass } = watched(
    async () => 6,
    async () => {
      throw new Error("read only");
    },
  );
  await pass(500);
  expect(pulse.age()).toBeGreaterThanOrEqual(6);
  expect(pulse.fit()).toBe(false);
  pulse.close();
});

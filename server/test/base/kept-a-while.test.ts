/** An answer kept for a while: worked out once for all who ask meanwhile, again where it failed, and never kept unasked. */
import { keptAWhile } from "../../src/base/kept-a-while";

let made = 0;
beforeEach(() => {
  made = 0;
});
const work = async () => ({ made: ++made });

test("whoever asks while it is worked out gets the same; kept, so does whoever asks later", async () => {
  const kept = keptAWhile<{ made: number }>(10, 60_000);
  const all = await Promise.all([1, 2, 3].map(() => kept("a", true, work)));
  expect(all).toEqual([{ made: 1 }, { made: 1 }, { made: 1 }]);
  expect(await kept("a", true, work)).toEqual({ made: 1 });
  expect(await kept("b", true, work)).toEqual({ made: 2 });
});

test("what is quick is worked out at each asking, and is not there for whoever would have it kept", async () => {
  const kept = keptAWhile<{ made: number }>(10, 60_000);
  await kept("a", false, work);
  expect(await kept("a", false, work)).toEqual({ made: 2 });
  expect(await kept("a", true, work)).toEqual({ made: 3 });
});

test("what failed is told to those who waited, and tried anew by the next", async () => {
  const kept = keptAWhile<{ made: number }>(10, 60_000);
  const fails = () => Promise.reject(new Error("No thread"));
  const both = await Promise.allSettled([kept("a", true, fails), kept("a", true, fails)]);
  expect(both.map(({ status }) => status)).toEqual(["rejected", "rejected"]);
  expect(await kept("a", true, work)).toEqual({ made: 1 });
});

test("after its time it is worked out again", async () => {
  const kept = keptAWhile<{ made: number }>(10, 5);
  await kept("a", true, work);
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(await kept("a", true, work)).toEqual({ made: 2 });
});

import { type KeptText, TextKeeper } from "../../src/lessons/text-keeper";

jest.useFakeTimers();

function keeper(left: KeptText | null = null) {
  const sent: [string, number][] = [];
  const written: (KeptText | null)[] = [];
  const answers: ((error?: unknown) => void)[] = [];
  const kept = new TextKeeper(
    { text: "Stir.", revision: 3 },
    {
      send: (text, revision) =>
        new Promise((resolve, reject) => {
          sent.push([text, revision]);
          answers.push((error) =>
            error ? reject(error) : resolve({ text, revision: revision + 1 }),
          );
        }),
      write: (one) => written.push(one),
      heard: () => undefined,
      passes: (error) => error !== "refused",
    },
    left,
  );
  const answer = async (error?: unknown) => {
    answers.shift()?.(error);
    await jest.advanceTimersByTimeAsync(0);
  };
  return { kept, sent, written, answer };
}
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

test("a quarter of a second after a key it is in the browser, with the revision it was typed over", async () => {
  const { kept, sent, written } = keeper();
  kept.type("Stir w");
  await pass(200);
  kept.type("Stir well.");
  await pass(100);
  expect(written).toEqual([{ text: "Stir well.", revision: 3 }]);
  expect(sent).toEqual([]);
  expect(kept.state).toBe("typing");
});

test("at a pause it goes to the server, and a key makes no revision of its own", async () => {
  const { kept, sent, written, answer } = keeper();
  for (const text of ["A", "AB", "ABC"]) {
    kept.type(text);
    await pass(1000);
  }
  await pass(2000);
  expect(sent).toEqual([["ABC", 3]]);
  expect(kept.state).toBe("keeping");
  await answer();
  expect(kept.state).toBe("kept");
  expect(written.at(-1)).toBeNull();
});

test("what is typed while it is being kept goes after it, on top of the new revision", async () => {
  const { kept, sent, answer } = keeper();
  kept.type("One");
  kept.leave();
  kept.type("One two");
  kept.leave();
  expect(sent).toEqual([["One", 3]]);
  await answer();
  expect(sent).toEqual([
    ["One", 3],
    ["One two", 4],
  ]);
  expect(kept.text).toBe("One two");
  await answer();
  expect(kept.state).toBe("kept");
});

test("over a lost connection it is tried again until it has arrived; a refusal stands, and the text stays", async () => {
  const { kept, sent, written, answer } = keeper();
  kept.type("Fold.");
  kept.leave();
  await answer("no connection");
  expect(kept.state).toBe("failed");
  await pass(4000);
  expect(sent).toHaveLength(2);
  await answer("refused");
  await pass(60_000);
  expect(sent).toHaveLength(2);
  expect(kept.text).toBe("Fold.");
  expect(written.at(-1)).toEqual({ text: "Fold.", revision: 3 });
  // Typed on, it is tried once more.
  kept.type("Fold twice.");
  await pass(3000);
  expect(sent.at(-1)).toEqual(["Fold twice.", 3]);
});

test("what a crash left is in the field again, and is sent on top of what it was typed over", async () => {
  const { kept, sent, answer } = keeper({ text: "Stir and wait.", revision: 2 });
  expect(kept.text).toBe("Stir and wait.");
  expect(sent).toEqual([["Stir and wait.", 2]]);
  await answer();
  expect(kept.state).toBe("kept");
});

test("typed back to what is kept, nothing is sent and nothing left", async () => {
  const { kept, sent, written } = keeper();
  kept.type("Stir!");
  kept.type("Stir.");
  await pass(5000);
  expect(sent).toEqual([]);
  expect(written.at(-1)).toBeNull();
});

test("what went another way is sent no more, and is not left in the browser", async () => {
  const { kept, sent, written, answer } = keeper();
  kept.type("Handed in otherwise.");
  await pass(300);
  kept.forget();
  await pass(10_000);
  kept.leave();
  expect(sent).toEqual([]);
  expect(written.at(-1)).toBeNull();
  // Also where it was on its way: its answer changes nothing any more.
  kept.type("On its way.");
  kept.leave();
  kept.forget();
  await answer();
  await pass(10_000);
  expect(sent).toHaveLength(1);
  expect(written.at(-1)).toBeNull();
});

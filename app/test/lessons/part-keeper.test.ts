/** What a lesson shows, while its author changes it: one change after the other, none lost, also when the page has moved on. */
import type { ShownFile } from "@dawngate/contract/files";
import type { LessonPart } from "@dawngate/core/lessons";
import { type KeptPart, PartKeeper } from "../../src/lessons/part-keeper";

const page = (height: number): LessonPart => ({
  kind: "embedded page",
  link: "https://media.example.org/a",
  height,
});
/** As the application keeps answers: nobody may write into them. */
const start: KeptPart = Object.freeze({ part: null, materials: [], partRevision: 0, files: {} });
const settle = () => new Promise((resolve) => setTimeout(resolve, 0));

/** A server that answers when it is let. */
function server() {
  const sent: { part: LessonPart | null; partRevision: number }[] = [];
  const waiting: { answer(): void; refuse(error: unknown): void }[] = [];
  return {
    sent,
    next: () => waiting.shift(),
    send: (change: { part: LessonPart | null; materials: string[]; partRevision: number }) =>
      new Promise<KeptPart>((resolve, reject) => {
        sent.push(change);
        waiting.push({
          answer: () =>
            resolve({
              part: change.part,
              materials: [],
              partRevision: change.partRevision + 1,
              files: {},
            }),
          refuse: reject,
        });
      }),
  };
}

test("what is changed while the change before is on its way is sent after it, on top of it", async () => {
  const { send, sent, next } = server();
  const keeper = new PartKeeper(start, { send, heard: () => undefined });
  keeper.setPart(page(200));
  keeper.setPart(page(300));
  keeper.setPart(page(400));
  expect(keeper.part).toEqual(page(400));
  expect(sent).toHaveLength(1);
  next()?.answer();
  await settle();
  expect(sent.map(({ partRevision, part }) => [partRevision, part])).toEqual([
    [0, page(200)],
    [1, page(400)],
  ]);
  next()?.answer();
  await settle();
  expect(keeper.busy).toBe(false);
  expect(keeper.part).toEqual(page(400));
});

test("what is refused is said, and what the server has is shown", async () => {
  const { send, next } = server();
  const keeper = new PartKeeper({ ...start, part: page(200) }, { send, heard: () => undefined });
  keeper.setPart(page(300));
  next()?.refuse({ status: 422 });
  await settle();
  expect(keeper.error).toEqual({ status: 422 });
  expect(keeper.part).toEqual(page(200));
  keeper.setPart(page(250));
  expect(keeper.error).toBeNull();
});

test("a file that was brought a moment ago is known before the server names it", () => {
  const keeper = new PartKeeper(start, { send: server().send, heard: () => undefined });
  const file = { id: "a".repeat(64), url: "/x" } as ShownFile;
  keeper.know(file);
  expect(keeper.files[file.id]).toBe(file);
});

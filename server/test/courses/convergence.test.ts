import {
  applyOperation,
  indent,
  moveDown,
  moveUp,
  newLesson,
  newModule,
  type Operation,
  outdent,
  putAfter,
  removeRows,
  rowsOf,
} from "@dawngate/core/courses";
import { courseSchema, type PlanCourse } from "@dawngate/core/plan";
import { editDraft, operationsAfter, showDraft } from "../../src/courses/authoring";
import { createCourse } from "../../src/courses/making";
import type { SchoolId } from "../../src/db/connection";
import { importSchool } from "../../src/import/import";
import type { Context } from "../../src/school/context";
import { contextOf } from "../helpers/context";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

let test_: TestDatabase;
let actor: Context;
beforeAll(async () => {
  test_ = await testDatabase();
  const school: SchoolId = await importSchool(
    test_.db,
    sampleImport("one"),
    instant("2027-03-20T12:00:00Z"),
  );
  actor = contextOf(school, instant("2027-03-20T12:00:00Z"));
});
afterAll(() => test_.close());

/** Numbers as random as a seed: a failure can be run again. */
function randomOf(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

/** An author's editor: what the server has told, and what is not sent yet on top. */
class Client {
  base: PlanCourse;
  sequence = 0;
  number = 1;
  pending: { number: number; operation: Operation }[] = [];
  made: string[] = [];
  undo: Operation[][] = [];

  constructor(
    readonly id: string,
    course: PlanCourse,
    readonly random: (below: number) => number,
  ) {
    this.base = course;
  }

  shown(): PlanCourse {
    return this.pending.reduce((now, { operation }) => {
      const applied = applyOperation(now, operation);
      return applied.ok ? applied.course : now;
    }, this.base);
  }

  newId = () => {
    const id = `${this.id}-${this.made.length}`;
    this.made.push(id);
    return id;
  };

  /** Something an author does, or takes back. */
  act(): void {
    const course = this.shown();
    const rows = rowsOf(course);
    const row = rows[this.random(rows.length)];
    const module = course.modules[this.random(course.modules.length)];
    const those = new Set(row === undefined ? [] : [row]);
    const choices: (() => Operation[])[] = [
      () => [
        { type: "insert-module", module: newModule(this.newId(), "M"), after: module?.id ?? null },
      ],
      () =>
        module
          ? [
              {
                type: "insert-lesson",
                lesson: newLesson(this.newId(), "L"),
                module: module.id,
                after: null,
                text: "t",
              },
            ]
          : [],
      () => moveUp(course, those),
      () => moveDown(course, those),
      () => putAfter(course, those, rows[this.random(rows.length + 1)] ?? null),
      () =>
        module
          ? [
              {
                type: "set-module",
                item: module.id,
                set: { title: `${this.id} ${this.number}` },
              } as Operation,
            ]
          : [],
      () => (row === undefined ? [] : indent(course, row)),
      () => (row === undefined ? [] : outdent(course, row, this.newId)),
      () => (this.random(4) === 0 ? removeRows(course, those) : []),
      () => this.undo.pop() ?? [],
    ];
    const operations = choices[this.random(choices.length)]?.() ?? [];
    const inverse: Operation[] = [];
    let now = course;
    for (const operation of operations) {
      const applied = applyOperation(now, operation);
      if (!applied.ok) continue;
      now = applied.course;
      inverse.unshift(applied.inverse);
      this.pending.push({ number: this.number++, operation });
    }
    if (inverse.length > 0) this.undo.push(inverse);
  }

  /** Sends what is pending; now and then the answer is lost and all is sent again. */
  async send(course: string): Promise<void> {
    const sent = [...this.pending];
    if (sent.length === 0) return;
    const edit = { base: this.sequence, clientId: `client-${this.id}`, operations: sent };
    if (this.random(4) === 0) await editDraft(test_.db, actor, course, edit);
    const answer = await editDraft(test_.db, actor, course, edit);
    this.hear(answer.operations);
    this.pending = this.pending.filter(({ number }) => number > (sent.at(-1)?.number ?? 0));
  }

  hear(operations: { sequence: number; operation: Operation }[]): void {
    for (const { sequence, operation } of operations) {
      if (sequence !== this.sequence + 1) continue;
      const applied = applyOperation(this.base, operation);
      if (applied.ok) this.base = applied.course;
      this.sequence = sequence;
    }
  }
}

test.each([1, 2])(
  "ten authors at once, each with hundreds of operations, end in the same outline (seed %i)",
  async (seed) => {
    const random = randomOf(seed);
    const { id } = await createCourse({ db: test_.db }, actor, { title: `Ten authors ${seed}` });
    const { course } = await showDraft(test_.db, actor, id);
    const clients = Array.from(
      { length: 10 },
      (_, i) => new Client(`c${i}`, course, randomOf(seed * 100 + i)),
    );
    for (let round = 0; round < 8; round++)
      await Promise.all(
        clients.map(async (client) => {
          for (let i = 0; i < 2 + random(8); i++) client.act();
          await client.send(id);
        }),
      );
    const end = await showDraft(test_.db, actor, id);
    for (const client of clients) {
      client.hear(await operationsAfter(test_.db, actor, id, client.sequence));
      expect(client.sequence).toBe(end.sequence);
      expect(withoutContent(client.base)).toEqual(withoutContent(end.course));
    }
    expect(end.sequence).toBeGreaterThan(100);
    // Every row stands once, and what nobody removed is there.
    const rows = rowsOf(end.course);
    expect(new Set(rows).size).toBe(rows.length);
  },
  60_000,
);

/** Whether a lesson holds something is the database's to say, not an operation's. */
function withoutContent(course: PlanCourse): PlanCourse {
  const modules = course.modules.map((module) => ({
    ...module,
    lessons: module.lessons.map((lesson) => ({ ...lesson, empty: false })),
  }));
  return courseSchema.parse({ ...course, modules });
}

import { courseSchema } from "@dawngate/core/plan";
import { namesIn } from "@dawngate/core/schedule/language";
import { readColumn } from "../../src/courses/edit/gate-column";

const course = courseSchema.parse({
  id: "c",
  title: "C",
  modules: ["Dough", "Shape", "Bake", "Eat"].map((title, i) => ({
    id: `m${i}`,
    title,
    lessons: [{ id: `l${i}`, title: `Lesson ${i}` }],
  })),
});
const read = (from: string, text: string) => readColumn(course, from, text, namesIn(course));
const said = ({ rows }: ReturnType<typeof read>) =>
  rows.map(({ title, gate, fault }) => `${title}: ${gate ?? fault}`);

test("a column of numbers, dates and sentences goes onto the rows from one on", () => {
  const column = read("m1", "7\r\n5 Jan 2027\r\n14 days after “Shape” opens\r\n");
  expect(said(column)).toEqual([
    "Shape: 7 days after enrolling",
    "Bake: on Tue 5 Jan 2027",
    "Eat: 14 days after “Shape” opens",
  ]);
  expect(column.operations).toHaveLength(3);
  expect(column.over).toBe(0);
});

test("lessons of all modules follow each other; an empty line leaves its row, of several columns the first counts", () => {
  const column = read("l0", "0\tfirst\n\nby hand\tthird");
  expect(said(column)).toEqual(["Lesson 0: 0 days after enrolling", "Lesson 2: by hand"]);
});

test("what is not understood stays, with its reason; the others are taken", () => {
  const column = read("m0", "7\nsome day\n14");
  expect(said(column)).toEqual([
    "Dough: 7 days after enrolling",
    "Shape: “some day” is not understood here",
    "Bake: 14 days after enrolling",
  ]);
  expect(column.operations).toHaveLength(2);
});

test("rows that would wait for each other are not taken; lines beyond the last row are counted", () => {
  const column = read("m2", "when “Eat” opens\nwhen “Bake” opens\n7\n8");
  expect(said(column)).toEqual([
    "Bake: when “Eat” opens",
    "Eat: It would wait for its own opening",
  ]);
  expect(column.over).toBe(2);
});

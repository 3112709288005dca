/** What an author does to a draft, as data: operations that are sent, numbered, undone and played again. */
import { z } from "zod";
import { courseSchema, planFields } from "../plan";

const { modules, id: _id, ...settings } = courseSchema.shape;
const planModule = modules.element;
const { lessons, id: _moduleId, inside: _inside, ...moduleFields } = planModule.shape;
const planLesson = lessons.element;
const { id: _lessonId, ...lessonFields } = planLesson.shape;

/** Put after this item; null: at the beginning; an item that is gone: at the end. */
const after = planFields.id.nullable();

const plain = <T extends z.ZodRawShape>(shape: T) =>
  z.strictObject(
    Object.fromEntries(
      Object.entries(shape).map(([key, field]) => [key, unwrap(field as z.ZodType).optional()]),
    ) as { [K in keyof T]: z.ZodOptional<z.ZodType<z.output<T[K] & z.ZodType>>> },
  );

/** A field without its default: what is left out of a change stays as it is. */
function unwrap(field: z.ZodType): z.ZodType {
  return field instanceof z.ZodDefault ? (field.unwrap() as z.ZodType) : field;
}

export const operation = z
  .discriminatedUnion("type", [
    z.strictObject({ type: z.literal("set-course"), set: plain(settings) }),
    z.strictObject({
      type: z.literal("set-module"),
      item: planFields.id,
      set: plain(moduleFields),
    }),
    z.strictObject({
      type: z.literal("set-lesson"),
      item: planFields.id,
      set: plain(lessonFields),
    }),
    z.strictObject({ type: z.literal("insert-module"), module: planModule, after }),
    z.strictObject({
      type: z.literal("insert-lesson"),
      lesson: planLesson,
      module: planFields.id,
      after,
      text: z
        .string()
        .max(500_000, "A lesson's text has at most 500,000 characters")
        .optional()
        .describe("What stands in it, as Markdown; kept where the lesson holds nothing yet."),
      copyOf: z
        .strictObject({ course: planFields.id, lesson: planFields.id })
        .optional()
        .describe("Instead of a text: the lesson of this school whose text is copied in."),
      content: z
        .string()
        .min(1)
        .max(500)
        .optional()
        .describe("Instead of a text of its own: content that stands in another course too."),
    }),
    z.strictObject({ type: z.literal("move-module"), item: planFields.id, after }),
    z.strictObject({
      type: z.literal("move-lesson"),
      item: planFields.id,
      module: planFields.id,
      after,
    }),
    z.strictObject({ type: z.literal("remove"), item: planFields.id }),
    z.strictObject({
      type: z.literal("put-course"),
      course: planFields.id,
      modules: z.array(planModule).min(1, "A course without modules brings nothing").max(2_000),
      after,
      contents: z
        .record(planFields.id, z.string().max(500))
        .optional()
        .describe("What its lessons stand on, by lesson: the server's word, whatever is sent."),
    }),
    z.strictObject({ type: z.literal("move-course"), course: planFields.id, after }),
    z.strictObject({ type: z.literal("take-course"), course: planFields.id }),
  ])
  .meta({ id: "Operation" });

export type Operation = z.infer<typeof operation>;

/**
 * What a public page is made of. Each kind of block is one entry of `BLOCKS`: what it is called, what it keeps, and what
 * it shows where nothing is kept. A field that is left empty says what the course's card, or the listing, says.
 */
import { z } from "zod";

const line = (most: number) =>
  z
    .string()
    .max(most, `At most ${most} characters`)
    .default("")
    .describe("Empty: as the card says.");
const id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, "An identifier is small letters, figures and hyphens");

const block = <K extends string, S extends z.core.$ZodLooseShape>(kind: K, shape: S) =>
  z.strictObject({ id, kind: z.literal(kind), ...shape });

/** How much of the outline a visitor sees. */
export const OUTLINE_SHOWN = ["whole", "modules", "beginning"] as const;

export const blockSchema = z.discriminatedUnion("kind", [
  block("opening", { says: line(300) }),
  block("price", {}),
  block("text", { title: line(120), text: line(20_000) }),
  block("gains", { title: line(120), lines: line(4_000) }),
  block("audience", {}),
  block("dates", { title: line(120) }),
  block("outline", { title: line(120), shown: z.enum(OUTLINE_SHOWN).default("whole") }),
  block("teacher", { name: line(200), about: line(2_000) }),
  block("questions", { title: line(120), text: line(8_000) }),
  block("voices", { title: line(120), text: line(8_000) }),
  block("countdown", { says: line(200) }),
  block("announcements", { title: line(120) }),
  block("button", { says: line(200) }),
]);

export type Block = z.output<typeof blockSchema>;
export type BlockKind = Block["kind"];
export type BlockOf<K extends BlockKind> = Extract<Block, { kind: K }>;

/** What a kind is called, and what it is for, as those read it who make the page. */
export const BLOCKS: Record<BlockKind, { name: string; does: string; many?: true }> = {
  opening: { name: "Opening", does: "The picture, the title and a sentence" },
  price: { name: "Price", does: "What it costs, the ways to pay, and the button" },
  text: { name: "Text", does: "What you want to say", many: true },
  gains: { name: "What you get", does: "A list, a line each" },
  audience: { name: "Whom it is for", does: "Whom it is for and what they need, as the card says" },
  dates: { name: "Dates", does: "When somebody would learn what if they bought today" },
  outline: { name: "Outline", does: "What is in it, with the samples" },
  teacher: { name: "Teacher", does: "Who teaches it" },
  questions: { name: "Questions", does: "What people ask, with the answers", many: true },
  voices: { name: "Voices", does: "What people have said of it", many: true },
  countdown: { name: "Countdown", does: "Until the price rises or the doors close; else nothing" },
  announcements: { name: "Announcements", does: "Those that are meant for visitors too" },
  button: { name: "Button", does: "The button again, further down", many: true },
};

export const BLOCK_KINDS = Object.keys(BLOCKS) as BlockKind[];

/** So many blocks make a page at the most. */
export const MOST_BLOCKS = 40;

/** A page: blocks one below the other; each has a name of its own, and what can stand once stands once. */
export const blocksSchema = z
  .array(blockSchema)
  .max(MOST_BLOCKS, `A page has at most ${MOST_BLOCKS} blocks`)
  .superRefine((blocks, at) => {
    const ids = new Set<string>();
    const kinds = new Set<BlockKind>();
    blocks.forEach(({ id: own, kind }, i) => {
      if (ids.has(own))
        at.addIssue({
          code: "custom",
          path: [i, "id"],
          message: "Two blocks have this identifier",
        });
      if (kinds.has(kind) && !BLOCKS[kind].many)
        at.addIssue({
          code: "custom",
          path: [i, "kind"],
          message: `“${BLOCKS[kind].name}” stands on a page once`,
        });
      ids.add(own);
      kinds.add(kind);
    });
  });

/**
 * A new block of a kind, with nothing of its own yet.
 *
 * @example newBlock("text", "b1") // { id: "b1", kind: "text", title: "", text: "" }
 */
export function newBlock<K extends BlockKind>(kind: K, own: string): BlockOf<K> {
  return blockSchema.parse({ id: own, kind }) as BlockOf<K>;
}

const ORDER: readonly BlockKind[] = [
  "opening",
  "price",
  "text",
  "gains",
  "audience",
  "dates",
  "outline",
  "teacher",
  "questions",
  "announcements",
];

/** The page of a course or a listing that nobody has touched: all that its card says. */
export const DEFAULT_BLOCKS: readonly Block[] = ORDER.map((kind) => newBlock(kind, kind));

/** The kinds that can be added to a page: what stands once and stands there cannot. */
export function addable(blocks: readonly Block[]): BlockKind[] {
  return BLOCK_KINDS.filter(
    (kind) => BLOCKS[kind].many || blocks.every((block) => block.kind !== kind),
  );
}

/** What one can say in each kind of block: a field each, with what stands there where nothing is said. */
import { BLOCKS, type Block, type BlockKind, type BlockOf } from "@dawngate/core/catalog";
import type { Shown } from "../shown";

export interface Field<K extends string = string> {
  key: K;
  label: string;
  /** So many characters at the most. */
  most: number;
  multiline?: true;
  /** What stands there while it is empty; "": nothing does. */
  instead?(shown: Shown): string;
}

type Own<K extends BlockKind> = Exclude<keyof BlockOf<K>, "id" | "kind" | "shown"> & string;

const title = (instead: string): Field<"title"> => ({
  key: "title",
  label: "Heading",
  most: 120,
  instead: () => instead,
});

export const FIELDS: { readonly [K in BlockKind]: readonly Field<Own<K>>[] } = {
  opening: [
    {
      key: "says",
      label: "A sentence below the title",
      most: 300,
      multiline: true,
      instead: (shown) => shown.short,
    },
  ],
  price: [],
  text: [
    title(""),
    {
      key: "text",
      label: "Text, in Markdown",
      most: 20_000,
      multiline: true,
      instead: (shown) => shown.description,
    },
  ],
  gains: [
    title("What you get"),
    {
      key: "lines",
      label: "What one gets, a line each",
      most: 4_000,
      multiline: true,
      instead: (shown) => [...shown.points, shown.card.outcomes ?? ""].join("\n").trim(),
    },
  ],
  audience: [],
  dates: [title("When you would learn what")],
  outline: [title("What is in it")],
  teacher: [
    {
      key: "name",
      label: "Who teaches it",
      most: 200,
      instead: (shown) => shown.card.teacher ?? "",
    },
    {
      key: "about",
      label: "About them",
      most: 2_000,
      multiline: true,
      instead: (shown) => shown.card.aboutTeacher ?? "",
    },
  ],
  questions: [
    title("What people ask"),
    {
      key: "text",
      label: "A question, its answer on the next line, an empty line",
      most: 8_000,
      multiline: true,
      instead: (shown) => shown.card.questions ?? "",
    },
  ],
  voices: [
    title("What people say"),
    {
      key: "text",
      label: "What was said, who said it on the next line, an empty line",
      most: 8_000,
      multiline: true,
    },
  ],
  countdown: [{ key: "says", label: "Said above it", most: 200 }],
  announcements: [title("Announcements")],
  button: [{ key: "says", label: "What it says", most: 200, instead: () => "Buy it" }],
};

/** What stands in a field of a block: its own, or what stands there where nothing is said. */
function inField(block: Block, key: string, shown: Shown): string {
  const field = (FIELDS[block.kind] as readonly Field[]).find((one) => one.key === key);
  const own = String((block as Readonly<Record<string, unknown>>)[key] ?? "");
  return (own || (field?.instead?.(shown) ?? "")).trim();
}

/** The first line of what a block says; where it says nothing of its own, what it is for. */
export function saysOf(block: Block, shown: Shown): string {
  const main = FIELDS[block.kind].find(({ key }) => key !== "title");
  const text = main ? inField(block, main.key, shown) : "";
  return text.split("\n")[0]?.replace(/^[-*•]\s+/, "") || BLOCKS[block.kind].does;
}

/** What a block still needs before visitors see anything of it; null: nothing. */
export function needOf(block: Block, shown: Shown): string | null {
  const says = (key: string) => inField(block, key, shown) !== "";
  switch (block.kind) {
    case "text":
    case "questions":
      return says("text") ? null : "Nothing is said yet: visitors do not see it";
    case "voices":
      return says("text") ? null : "Nobody is quoted yet: visitors do not see it";
    case "gains":
      return says("lines") ? null : "No line yet: visitors do not see it";
    case "teacher":
      return says("name") || says("about") ? null : "Nobody is named yet: visitors do not see it";
    case "audience":
      return shown.card.audience || shown.card.needs || shown.card.note
        ? null
        : "The card says nothing of it: visitors do not see it";
    case "announcements":
      return shown.announcements.length > 0 ? null : "Nothing is announced to visitors now";
    case "button":
      return shown.offers.length > 0 ? null : "Nothing is on sale: visitors do not see it";
    default:
      return null;
  }
}

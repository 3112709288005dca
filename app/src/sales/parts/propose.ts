/** What a course in parts would be: each part with its modules, minutes and price, and what it comes to together. */
import { type Loosened, splitCourse } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { type Bundle, measureBundle, parseBundle } from "@dawngate/core/sales";

/** What has been said so far; titles and prices by the module that begins a part. */
export interface Wanted {
  /** Modules at which a part begins, beside the first. */
  cuts: ReadonlySet<string>;
  /** Of all parts together, in minor units; null: none yet. */
  together: number | null;
  /** So much dearer each is alone, in percent. */
  uplift: number;
  by: "equal" | "minutes";
  titles: Readonly<Record<string, string>>;
  amounts: Readonly<Record<string, number>>;
}

export interface ProposedPart {
  first: string;
  title: string;
  modules: string[];
  minutes: number;
  /** Null: nothing is said of what it costs yet. */
  amount: number | null;
}

export interface Proposed {
  parts: ProposedPart[];
  /** All of them beside each by itself; null: a price is missing. */
  bundle: Bundle | null;
  loosened: Loosened[];
}

export function proposeParts(course: PlanCourse, wanted: Wanted, currency: string): Proposed {
  const begins = course.modules.filter(({ id }, i) => i === 0 || wanted.cuts.has(id));
  const split = splitCourse(
    course,
    begins.map(({ id }) => ({ id: `part-of-${id}`, title: id, first: id })),
  );
  const parts = (split?.parts ?? []).map(({ course: { modules }, minutes }, i) => ({
    first: modules[0]?.id ?? "",
    title: wanted.titles[modules[0]?.id ?? ""] ?? `${course.title.slice(0, 180)}, part ${i + 1}`,
    modules: modules.map(({ title }) => title),
    minutes,
  }));
  const shares =
    wanted.together === null
      ? null
      : measured({
          currency,
          price: wanted.together,
          parts: parts.map(({ first, minutes }) => ({ id: first, minutes: Math.round(minutes) })),
          split: { by: wanted.by, uplift: wanted.uplift },
        });
  const priced = parts.map((part, i) => ({
    ...part,
    amount: wanted.amounts[part.first] ?? shares?.parts[i]?.price ?? null,
  }));
  const complete = wanted.together !== null && priced.every(({ amount }) => amount !== null);
  return {
    parts: priced,
    bundle: complete
      ? measured({
          currency,
          price: wanted.together,
          parts: priced.map(({ first, amount }) => ({ id: first, price: amount })),
        })
      : null,
    loosened: split?.loosened ?? [],
  };
}

function measured(bundle: unknown): Bundle | null {
  const read = parseBundle(bundle);
  return read.ok ? measureBundle(read.value) : null;
}

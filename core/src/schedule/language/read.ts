/**
 * Reads a gate's sentence: what {@link writeGate} writes, and what people type instead. The grammar, loosely: a gate is
 * "at once", or moments joined by "and" or by "or"; a moment is an amount "after" or "before" something, or that thing
 * itself, and how its day is moved: "on a Monday", "at 07:00", "to the end of that day", a zone. A bare number counts
 * days after enrolling, as a column of numbers does.
 */
import type { PlanGate, PlanMoment } from "../../plan";
import { momentSchema } from "../../plan";
import { findZone, formatDate, parseDate, type Weekday } from "../../time";
import { LONG_DAYS as DAYS } from "../words/dates";
import { DAY_FORMS, isoOf, weekdayFault } from "./date";
import type { Names } from "./names";
import { type Expected, Scanner } from "./scanner";

export type ReadGate =
  | { ok: true; gate: PlanGate | null }
  | {
      ok: false;
      /** From here on it was not understood. */
      at: number;
      /** Why not, in a sentence. */
      reason: string;
      /** What could stand there instead. */
      expected: Expected[];
    };

/** A sentence has at most so many letters. */
const LONGEST = 20_000;
const MOMENTS = 100;

const NUMBERS = "one two three four five six seven eight nine ten eleven twelve".split(" ");
const UNITS = {
  years: ["Y", "year"],
  months: ["M", "month"],
  weeks: ["W", "week"],
  days: ["D", "day"],
  hours: ["H", "hour"],
  minutes: ["M", "minute"],
} as const;

/**
 * Reads a sentence, in the names of a course.
 *
 * @example readGate("14 days after enrolling, on a Monday, at 07:00", names)
 * // { ok: true, gate: { need: "all", when: [{ from: "enrolled", add: "P14D", weekdays: [1], at: "07:00" }] } }
 */
export function readGate(text: string, names: Names): ReadGate {
  if (text.length > LONGEST)
    return { ok: false, at: LONGEST, reason: "A gate's sentence is shorter", expected: [] };
  const scanner = new Scanner(text);
  const reader = new Reader(scanner, names);
  const fail = (at: number, reason: string, expected: Expected[] = []): ReadGate => {
    return { ok: false, at, reason, expected };
  };
  try {
    if (scanner.words(["at once", "immediately", "with enrolling at once"]) && scanner.atEnd())
      return { ok: true, gate: null };
    scanner.pos = 0;
    const when: PlanMoment[] = [];
    let need: PlanGate["need"] | null = null;
    for (;;) {
      const start = scanner.place();
      const moment = reader.moment();
      if (moment === null) break;
      const checked = momentSchema.safeParse(moment);
      if (!checked.success)
        return fail(start, checked.error.issues[0]?.message ?? "This cannot be a condition");
      when.push(checked.data);
      if (scanner.atEnd()) return { ok: true, gate: { need: need ?? "all", when } };
      if (when.length === MOMENTS) return fail(scanner.place(), "A gate has at most 100 moments");
      const ended = scanner.pos;
      scanner.match(/;/, "");
      const at = scanner.place();
      const joint = scanner.words(["and", "or"], ["and", "or"]);
      // In a list the word stands before the last alone: "a, b or c".
      if (joint === null && /[,;]/.test(text.slice(ended, at))) continue;
      if (joint === null) break;
      const next = joint === "and" ? "all" : "any";
      if (need !== null && need !== next)
        return fail(at, "Either all of them count or any of them: “and” and “or” do not mix");
      need = next;
    }
  } catch (error) {
    if (error instanceof Off) return fail(error.at, error.message);
    throw error;
  }
  const { far, expected } = scanner;
  const left = text.slice(far).trim();
  return fail(
    far,
    left === "" ? "There is more to say" : `“${left.slice(0, 60)}” is not understood here`,
    expected,
  );
}

/** Something is understood, and cannot be. */
class Off extends Error {
  constructor(
    readonly at: number,
    reason: string,
  ) {
    super(reason);
  }
}

type Loose = Record<string, unknown>;

class Reader {
  constructor(
    private readonly s: Scanner,
    private readonly names: Names,
  ) {}

  moment(): Loose | null {
    const { s } = this;
    if (s.words(["by hand", "by a member of staff", "when staff open it"]))
      return { from: "staff" };
    const counted =
      s.attempt(() => this.bareNumber()) ?? s.attempt(() => this.counted()) ?? this.itself();
    if (counted === null) return null;
    for (;;) {
      const more = s.attempt(() => this.alignment(counted));
      if (more === null) return counted;
      Object.assign(counted, more);
    }
  }

  /** "14": as many days after enrolling. */
  private bareNumber(): Loose | null {
    const found = this.s.match(/\d{1,6}(?=\s*$)/, "");
    return found && { from: "enrolled", add: `P${Number(found[0])}D` };
  }

  /** "14 days after enrolling". */
  private counted(): Loose | null {
    const { s } = this;
    const add = this.amount();
    if (add === null) return null;
    const way = s.words(["after", "before", "from", "later than"], ["after", "before"]);
    if (way === null) return null;
    const anchor = this.anchor();
    return anchor && { ...anchor, add: way === "before" && /[1-9]/.test(add) ? `-${add}` : add };
  }

  private amount(): string | null {
    const { s } = this;
    const amounts = new Map<keyof typeof UNITS, number>();
    for (;;) {
      const one = s.attempt(() => {
        if (amounts.size > 0) s.words(["and"]);
        const number = this.number();
        if (number === null) return null;
        for (const unit of Object.keys(UNITS) as (keyof typeof UNITS)[]) {
          const name = UNITS[unit][1];
          if (s.words([`${name}s`, name], [number === 1 ? name : `${name}s`]))
            return { unit, number };
        }
        return null;
      });
      if (one === null) break;
      amounts.set(one.unit, (amounts.get(one.unit) ?? 0) + one.number);
    }
    if (amounts.size === 0) return null;
    const part = (units: readonly (keyof typeof UNITS)[]) =>
      units
        .map((unit) => (amounts.has(unit) ? `${amounts.get(unit)}${UNITS[unit][0]}` : ""))
        .join("");
    const clock = part(["hours", "minutes"]);
    return `P${part(["years", "months", "weeks", "days"])}${clock === "" ? "" : `T${clock}`}`;
  }

  private number(): number | null {
    const { s } = this;
    const digits = s.match(/\d{1,7}/, "a number");
    if (digits) return Number(digits[0]);
    const word = s.words([...NUMBERS, "a", "an"], []);
    if (word === null) return null;
    return word.startsWith("a") ? 1 : NUMBERS.indexOf(word) + 1;
  }

  /** After "after": what one counts from. */
  private anchor(): Loose | null {
    const { s } = this;
    const first = `the first ${this.names.lesson} is opened`;
    if (s.words(["enrolling", "enrollment", "they enroll", "they enrolled", "enrolled"]))
      return { from: "enrolled" };
    if (s.words(["the first payment", "paying"])) return { from: "paid" };
    const part = s.match(/payment\s+(\d{1,6})/i, "");
    if (part) return { from: "paid", part: Number(part[1]) };
    if (s.words(["payment"], ["payment 2"])) return { from: "paid" };
    if (s.words([first, "the first lesson is opened", "starting"])) return { from: "started" };
    if (s.words(["access begins"])) return { from: "access" };
    if (s.words(["the cohort's first day", "the cohort starts", "the cohort begins"]))
      return { from: "cohort-start" };
    if (s.words(["the cohort's last day", "the cohort ends"])) return { from: "cohort-end" };
    if (s.words(["finishing", "completing"])) return this.ofItem("completed");
    if (s.words(["passing"])) return this.ofItem("passed");
    return (
      s.attempt(() => this.reported()) ??
      s.attempt(() => this.happensTo()) ??
      s.attempt(() => this.date())
    );
  }

  private ofItem(from: string): Loose | null {
    const item = this.item();
    return item === null ? null : { from, item };
  }

  /** “Shaping” opens; “Quiz” is passed. */
  private happensTo(): Loose | null {
    const { s } = this;
    const item = this.item();
    if (item === null) return null;
    if (s.words(["opens", "is open", "opened"])) return { from: "opened", item };
    if (s.words(["is finished", "is done", "is completed"])) return { from: "completed", item };
    if (s.words(["is passed"])) return { from: "passed", item };
    return null;
  }

  /** "badge" is reported. */
  private reported(): Loose | null {
    const { s } = this;
    const found = s.match(/"(?:[^"\\]|\\.)*"|“[^”]*”/, "");
    if (!found || !s.words(["is reported"])) return null;
    const [text] = found;
    const name = text.startsWith('"') ? unquoted(text) : text.slice(1, -1);
    return name === null ? null : { from: "signal", name };
  }

  /** A module or a lesson by its name; quotation marks may be left out where the name ends the words it stands in. */
  private item(): string | null {
    const { s, names } = this;
    const at = s.place();
    const byId = s.match(/#("(?:[^"\\]|\\.)*")/, "");
    if (byId) {
      const id = unquoted(byId[1] ?? "");
      if (id !== null && names.has(id)) return id;
      throw new Off(at, `There is no ${byId[0]} in this course`);
    }
    const quoted = s.match(/[“"]([^“”"\r\n]*)[”"](?:\s*\((\d{1,4})\))?/, "");
    if (quoted) {
      const [, title = "", nth = "1"] = quoted;
      const found = names.find(title, Number(nth));
      if (found !== null) return found;
      // A signal's name stands in the same marks.
      const goesOn = s.attempt(() => s.words(["is reported"], []));
      if (goesOn !== null) return null;
      throw new Off(
        at,
        `Nothing in this course is called “${title}”${nth === "1" ? "" : ` (${nth})`}`,
      );
    }
    return this.unquotedItem() ?? s.miss(...names.all.map((text) => ({ text })));
  }

  /** The longest name that stands here without its marks. */
  private unquotedItem(): string | null {
    const { s, names } = this;
    const rest = s.text.slice(s.place()).toLocaleLowerCase("en");
    let best: { title: string; length: number } | null = null;
    for (const name of names.all) {
      const title = /^“(.*)”$/.exec(name)?.[1];
      if (title === undefined || title.length <= (best?.length ?? 0)) continue;
      const low = title.toLocaleLowerCase("en");
      if (rest.startsWith(low) && !/^[\p{L}\p{N}]/u.test(rest.slice(low.length)))
        best = { title, length: low.length };
    }
    if (best === null) return null;
    s.pos = s.place() + best.length;
    return names.find(best.title, 1);
  }

  private date(): Loose | null {
    const { s } = this;
    const at = s.place();
    const iso = s.match(DAY_FORMS.iso, "");
    const weekday = iso ? null : s.match(DAY_FORMS.weekday, "");
    const written =
      iso ?? s.match(DAY_FORMS.dayFirst, "") ?? s.match(DAY_FORMS.monthFirst, "a date");
    if (!written) return null;
    const parsed = parseDate(iso ? iso[0] : isoOf(written));
    if (!parsed.ok) throw new Off(at, parsed.reason);
    const fault = weekday ? weekdayFault(weekday[1] ?? "", parsed.value) : null;
    if (fault !== null) throw new Off(at, fault);
    return { from: "date", date: formatDate(parsed.value) };
  }

  /** Without an amount: "on enrolling", "when “Shaping” opens", "once “Quiz” is passed", "5 Jan 2027". */
  private itself(): Loose | null {
    const { s } = this;
    const led = s.words(
      ["on", "with", "when", "after", "once", "from"],
      ["on", "when", "after", "once"],
    );
    const anchor = led === null ? s.attempt(() => this.date()) : this.anchor();
    return anchor;
  }

  private alignment(so: Loose): Loose | null {
    const { s } = this;
    const at = s.place();
    const once = (key: string, said: Loose): Loose => {
      if (so[key] !== undefined) throw new Off(at, "That is said twice");
      return said;
    };
    const time = s.attempt(() => {
      if (!s.words(["at"])) return null;
      return s.match(/([01]?\d|2[0-3])[:.]([0-5]\d)/, "a time, such as 07:00");
    });
    if (time) return once("at", { at: `${(time[1] ?? "").padStart(2, "0")}:${time[2]}` });
    if (s.words(["to the end of that day", "to the end of the day"]))
      return once("edge", { edge: "end" });
    if (s.words(["in the school's zone"])) return once("zone", { zone: "school" });
    if (s.words(["in their own zone"])) return once("zone", { zone: "enrollee" });
    const days = s.attempt(() => this.days());
    if (days) return once("days", { ...days });
    const zone = s.match(/([A-Za-z][A-Za-z0-9_+/-]*)\s+time(?![a-z])/, "");
    if (zone) {
      const id = findZone(zone[1] ?? "") ? (zone[1] as string) : null;
      if (id === null) throw new Off(at, `“${zone[1]}” is not a time zone, such as Europe/Lisbon`);
      return once("zone", { zone: id });
    }
    return null;
  }

  /** "moved to a Monday or Thursday that is a workday", "on a workday". */
  private days(): Loose | null {
    const { s } = this;
    if (!s.words(["moved to", "on the next", "on"], ["moved to", "on"])) return null;
    s.words(["a", "an", "the next"], ["a"]);
    if (s.words(["workday"])) return { workdays: true };
    const weekdays: Weekday[] = [];
    for (;;) {
      const day = s.attempt(() => {
        if (weekdays.length > 0) s.words(["or a", "or", "and"], ["or"]);
        const found = DAYS.findIndex((name) =>
          s.words([name, `${name}s`, name.slice(0, 3)], [name]),
        );
        return found < 0 ? null : ((found + 1) as Weekday);
      });
      if (day === null) break;
      if (!weekdays.includes(day)) weekdays.push(day);
    }
    if (weekdays.length === 0) return null;
    const work = s.words(["that is a workday", "that are workdays"]);
    return { weekdays: weekdays.sort((a, b) => a - b), ...(work && { workdays: true }) };
  }
}

function unquoted(json: string): string | null {
  try {
    return JSON.parse(json) as string;
  } catch {
    return null;
  }
}

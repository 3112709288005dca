/** A notice, as it goes out and as it is written; and the list of those that have. */
import { z } from "zod";
import { type Fault, planFields, type Read, readValue } from "../plan";
import { formatInstant, HOUR, type Instant, instantIn } from "../time";
import { isKind, type Kind } from "./kinds";
import { within } from "./settings";

/** What a notice is about: one thing of it. */
export interface Entry {
  key: string;
  enrollment: string | null;
  item: string | null;
  instant: Instant | null;
  named: boolean;
}

export interface Notice {
  kind: Kind;
  person: string;
  at: Instant;
  about: Entry[];
}

export interface WrittenNotice {
  kind: Kind;
  person: string;
  at: string;
  notAfter: string;
  about: {
    key: string;
    enrollment: string | null;
    item: string | null;
    instant: string | null;
    named: boolean;
  }[];
}

/** Whoever comes to send it so long after its instant, or later, drops it. */
const TOO_LATE = 48 * HOUR;

export function writeNotice({ kind, person, at, about }: Notice): WrittenNotice {
  return {
    kind,
    person,
    at: formatInstant(at),
    notAfter: formatInstant((at + TOO_LATE) as Instant),
    about: about.map(({ instant, ...entry }) => ({
      key: entry.key,
      enrollment: entry.enrollment,
      item: entry.item,
      instant: instant === null ? null : formatInstant(instant),
      named: entry.named,
    })),
  };
}

/** An identifier within a key. */
export const inKey = (id: string) => id.replaceAll("%", "%25").replaceAll(":", "%3A");
/** The identifier again. */
export const fromKey = (text: string) => text.replaceAll("%3A", ":").replaceAll("%25", "%");

const { instant } = planFields;

/** Rows as they came out; what is not read is passed over. */
const sentSchema = z.object({
  notices: z
    .array(
      z.object({
        kind: z.string(),
        person: z.string(),
        at: instant,
        about: z.array(
          z.object({
            key: z.string(),
            enrollment: z.string().nullable(),
            item: z.string().nullable(),
            instant: instant.nullable(),
            named: z.boolean(),
          }),
        ),
      }),
    )
    .max(10_000_000, "At most 10,000,000 notices"),
});

/** Reads a list of what was sent; refused with every fault, its path beginning with `sent.`. */
export function parseSent(value: unknown): Read<Notice[]> {
  const read = readValue(sentSchema, value, ({ notices }) => {
    const faults: Fault[] = [];
    notices.forEach(({ kind, about }, i) => {
      if (!isKind(kind))
        faults.push({ path: `notices[${i}].kind`, reason: `There is no kind "${kind}"` });
      about.forEach(({ key }, j) => {
        if (!key.startsWith(`${kind}:`))
          faults.push({
            path: `notices[${i}].about[${j}].key`,
            reason: `The key of an entry begins with "${kind}:"`,
          });
      });
    });
    return faults;
  });
  if (!read.ok) return { ok: false, faults: within("sent", read.faults) };
  return {
    ok: true,
    value: read.value.notices.map(({ kind, person, at, about }) => ({
      kind: kind as Kind,
      person,
      at: instantIn(at),
      about: about.map((entry) => ({
        ...entry,
        instant: entry.instant === null ? null : instantIn(entry.instant),
      })),
    })),
  };
}

/** By code points, as the order of notices is written. */
export function compare(a: string, b: string): number {
  if (a === b) return 0;
  const [left, right] = [[...a], [...b]];
  for (let i = 0; i < left.length && i < right.length; i++) {
    const [x, y] = [left[i]?.codePointAt(0) ?? 0, right[i]?.codePointAt(0) ?? 0];
    if (x !== y) return x - y;
  }
  return left.length - right.length;
}

/** Why somebody was not told that something is open: the first rule that keeps it back (notices.md, "Opened"). */
import type { Plan } from "../plan";
import { checked, HOUR, type Instant, parseTimeOfDay, zoneOf } from "../time";
import { itemAt } from "./candidate";
import type { CourseOfLife, Stretch } from "./course-of-life";
import { Everybody, type Held, type VersionsOf } from "./everybody";
import type { Kind } from "./kinds";
import type { Notice } from "./notice";
import { afterQuiet } from "./notices";
import { shutUntil } from "./of-items";
import type { NoticeSettings } from "./settings";

export type WhyTold =
  /** It was, by a notice of this kind. */
  | { why: "told"; kind: Kind; at: Instant }
  /** Such notices are off: in the school, or for them. */
  | { why: "off"; by: "school" | "person" }
  /** There is no such thing any more; samples stand in no notice; nothing is told before it is paid. */
  | { why: "gone" | "sample" | "unpaid" }
  /** It opens then; null: it has no date. */
  | { why: "ahead"; at: Instant | null }
  /** Their access is shut now: told once it is not. */
  | { why: "shut"; by: "pause" | "suspension" | null }
  /** It was open as they came in: that is the welcome's. */
  | { why: "welcome"; at: Instant }
  /** It opened by what they did: they were there. Or it was done before it could go out. */
  | { why: "there" | "done" }
  /** They could open it from `at` on only, and it had opened more than two days before. */
  | { why: "late"; at: Instant }
  /** It was due then, and was not sent within two days: whoever sends was away. */
  | { why: "missed"; at: Instant }
  /** Quiet hours: it goes out then. */
  | { why: "waits"; at: Instant }
  /** It is due: whoever sends is about to. */
  | { why: "soon" };

interface Asked {
  plan: Plan;
  settings: NoticeSettings;
  sent: readonly Notice[];
  versionsOf?: VersionsOf;
}

/**
 * Whether somebody was told that an item is open for them, and if not, why.
 *
 * @throws RangeError where the enrollment is of nobody in the settings
 */
export function whyTold(asked: Asked, enrollment: string, item: string, now: Instant): WhyTold {
  const { plan, settings, sent, versionsOf } = asked;
  const all = new Everybody(plan, settings, now, Number.NEGATIVE_INFINITY, versionsOf);
  const held = all.held.get(enrollment);
  if (!held) throw new RangeError(`The enrollment "${enrollment}" is nobody's here`);
  const { life } = held;
  const { welcomeAt } = life;
  const timeline = life.exactly(now);
  const found = itemAt(timeline, item);
  if (!found) return { why: "gone" };
  if (life.samples.has(item)) return { why: "sample" };
  if (welcomeAt === null || welcomeAt > now) return { why: "unpaid" };
  if (found.state === "closed" && timeline.access.shutBy !== null)
    return { why: "shut", by: timeline.access.shutBy };
  if (found.state === "closed" && timeline.access.state === "closed")
    return { why: "shut", by: null };
  if (found.state !== "open" || found.opens === null) return { why: "ahead", at: found.opens };
  // What counts is when it had opened as it turned open for them; it may have been opened once more since.
  const turned = turnedOpen(life, item, now);
  const opens = (turned && itemAt(turned.timeline, item)?.opens) ?? found.opens;
  const told = lastTold(sent, enrollment, item, Math.min(opens, found.opens) as Instant);
  if (told) return { why: "told", kind: told.kind, at: told.at };
  if (!all.isOn("opened")) return { why: "off", by: "school" };
  if (held.off.has("opened")) return { why: "off", by: "person" };
  if (!turned || opens <= welcomeAt) return { why: "welcome", at: welcomeAt };
  if (life.presence.has(opens)) return { why: "there" };
  return whyThen(all, held, item, { begins: turned.begins, opens }, now);
}

/** The latest notice that said it is open, at or after it had opened. */
const lastTold = (sent: readonly Notice[], enrollment: string, item: string, opens: Instant) =>
  sent.findLast(
    ({ kind, at, about }) =>
      (kind === "opened" || kind === "welcome" || kind === "by-staff") &&
      at >= opens &&
      about.some(
        (one) =>
          one.enrollment === enrollment &&
          one.item === item &&
          one.instant !== null &&
          one.instant <= at,
      ),
  );

/** What is left: by when it turned open for them. */
function whyThen(
  all: Everybody,
  { life, person }: Held,
  item: string,
  { begins, opens }: { begins: Instant; opens: Instant },
  now: Instant,
): WhyTold {
  const shut = shutUntil(life, begins);
  if (opens < begins - 48 * HOUR && !(shut !== null && opens >= shut))
    return { why: "late", at: begins };
  const { quiet, people } = all.settings;
  const zone = zoneOf(people.find(({ id }) => id === person)?.timeZone ?? "UTC");
  const at = quiet
    ? afterQuiet(zone, begins, {
        from: checked(parseTimeOfDay(quiet.from)),
        to: checked(parseTimeOfDay(quiet.to)),
      })
    : begins;
  if (itemAt(life.at(begins), item)?.done) return { why: "done" };
  if (at > now) return { why: "waits", at };
  if (itemAt(life.at(at), item)?.done) return { why: "done" };
  return now >= at + 48 * HOUR ? { why: "missed", at } : { why: "soon" };
}

/** The last stretch up to an instant at whose begin it turned open, as it is told; null: it was open before. */
function turnedOpen(life: CourseOfLife, item: string, now: Instant): Stretch | null {
  const isOpen = (stretch: Stretch | undefined) =>
    stretch !== undefined && itemAt(stretch.timeline, item)?.state === "open";
  for (let i = life.stretches.length - 1; i >= 0; i--) {
    const stretch = life.stretches[i] as Stretch;
    const { begins } = stretch;
    if (begins > now || !isOpen(stretch)) continue;
    if (begins < life.since || begins < (life.welcomeAt as Instant)) return null;
    if (begins === life.since || !isOpen(life.stretches[i - 1])) return stretch;
  }
  return null;
}

/** Which notices that went out would now be wrong: what they told is no longer so, and it is not over yet. */
import { dateIn, formatInstant, type Instant, instantIn } from "../time";
import type { Everybody } from "./everybody";
import { type Kind, rankOf } from "./kinds";
import { compare, type Entry, fromKey, type Notice } from "./notice";

export interface Wrong {
  kind: Kind;
  person: string;
  key: string;
  old: Instant;
  new: Instant | null;
}

export interface WrittenWrong extends Omit<Wrong, "old" | "new"> {
  old: string;
  new: string | null;
}

export const writeWrong = ({ kind, person, key, old, new: now }: Wrong): WrittenWrong => ({
  kind,
  person,
  key,
  old: formatInstant(old),
  new: now === null ? null : formatInstant(now),
});

/** These kinds tell when something opens: they count as one. */
const OPENINGS: ReadonlySet<Kind> = new Set(["welcome", "by-staff", "opened", "opens-soon"]);

interface Latest {
  notice: Notice;
  entry: Entry;
}

export function wrongAt(everybody: Everybody, sent: readonly Notice[], to: Instant): Wrong[] {
  const latest = new Map<string, Latest>();
  for (const notice of sent)
    for (const entry of notice.about) {
      if (!entry.named || entry.instant === null) continue;
      const thing = thingOf(notice.kind, entry);
      if (thing === null) continue;
      const known = latest.get(thing);
      if (!known || known.notice.at <= notice.at) latest.set(thing, { notice, entry });
    }
  const wrong: Wrong[] = [];
  for (const { notice, entry } of latest.values()) {
    const now = holdsNow(everybody, notice.kind, entry, notice.person, to);
    if (now === undefined) continue;
    const old = entry.instant as Instant;
    if (now === old) continue;
    if (old > to || now === null || now > to)
      wrong.push({ kind: notice.kind, person: notice.person, key: entry.key, old, new: now });
  }
  return wrong.sort(
    (a, b) =>
      rankOf(a.kind) - rankOf(b.kind) || compare(a.person, b.person) || compare(a.key, b.key),
  );
}

/** What an entry is about, whatever day it told; null: nothing that could move. */
function thingOf(kind: Kind, { enrollment, item, key }: Entry): string | null {
  if (OPENINGS.has(kind)) return item === null ? null : JSON.stringify(["opens", enrollment, item]);
  switch (kind) {
    case "access-ends":
      return JSON.stringify([kind, enrollment]);
    case "due-soon":
    case "overdue":
      return JSON.stringify([kind, enrollment, item]);
    case "window-closes":
    case "payment-due":
    case "payment-overdue":
    case "credential-due":
    case "credential-expired":
      return JSON.stringify([kind, idIn(key)]);
    default:
      return null;
  }
}

const idIn = (key: string) => fromKey(key.split(":")[1] ?? "");

/** The instant that holds now; null: there is none any more; undefined: nobody asks. */
function holdsNow(
  everybody: Everybody,
  kind: Kind,
  entry: Entry,
  person: string,
  now: Instant,
): Instant | null | undefined {
  const { settings } = everybody;
  if (OPENINGS.has(kind) || kind === "access-ends" || kind === "due-soon" || kind === "overdue") {
    const life = everybody.held.get(entry.enrollment ?? "")?.life;
    if (!life) return undefined;
    const timeline = life.exactly(now);
    if (kind === "access-ends") return timeline.access.until;
    const item = timeline.items.find(({ id }) => id === entry.item);
    if (!item) return null;
    return OPENINGS.has(kind) ? item.opens : item.due;
  }
  const id = idIn(entry.key);
  if (kind === "window-closes") {
    const watch = settings.watching?.find((one) => one.id === id);
    if (!watch) return undefined;
    const isOver = watch.until != null && instantIn(watch.until) <= now;
    if (isOver || everybody.isIn(person, watch, now)) return undefined;
    const closes = everybody.windowOf(watch);
    return closes === null ? null : everybody.endOf(closes);
  }
  if (kind === "payment-due" || kind === "payment-overdue") {
    if (entry.enrollment !== null && !everybody.held.has(entry.enrollment)) return undefined;
    const payment = settings.payments?.find((one) => one.id === id);
    if (!payment) return null;
    if (payment.paidAt != null && instantIn(payment.paidAt) <= now) return undefined;
    return everybody.endOf(dateIn(payment.due));
  }
  const credential = settings.credentials?.find((one) => one.number === id);
  if (!credential) return null;
  if (credential.endedAt != null && instantIn(credential.endedAt) <= now) return undefined;
  return instantIn(credential.expires);
}

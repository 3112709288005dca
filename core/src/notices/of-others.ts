/** Payments, windows, places that fall free, credentials, announcements. */
import type { Timeline } from "../schedule";
import {
  addDays,
  dateIn,
  formatDate,
  formatInstant,
  type Instant,
  instantIn,
  startOfDay,
} from "../time";
import { basis, type Candidate, entry, lastDay } from "./candidate";
import type { Everybody } from "./everybody";
import { inKey } from "./notice";

export function* payments(all: Everybody): Generator<Candidate> {
  for (const payment of all.settings.payments ?? []) {
    const one = all.held.get(payment.enrollment);
    if (!one) continue;
    const { life } = one;
    const due = dateIn(payment.due);
    const over = startOfDay(all.school, addDays(due, 1));
    const paidAt = payment.paidAt == null ? null : instantIn(payment.paidAt);
    const isOpen = (now: Instant) =>
      (paidAt === null || paidAt > now) && life.history(now).revoked === null;
    const about = { enrollment: payment.enrollment };
    for (const kind of ["payment-due", "payment-overdue"] as const)
      for (const offset of all.isOn(kind) ? all.offsetsOf(kind) : []) {
        const moment = all.momentOf(all.school, due, offset);
        if (moment < life.enrolledAt) continue;
        const key = `${kind}:${inKey(payment.id)}:${payment.due}:${offset.text}`;
        yield {
          ...basis(kind, one, moment),
          check: (now) =>
            isOpen(now) && offset.isAfter === now >= over
              ? [entry(key, { ...about, instant: over })]
              : null,
        };
      }
    for (const at of all.isOn("payment-failed") ? (payment.failures ?? []) : []) {
      const moment = instantIn(at);
      if (moment < life.enrolledAt) continue;
      const key = `payment-failed:${inKey(payment.id)}:${formatInstant(moment)}`;
      yield {
        ...basis("payment-failed", one, moment),
        check: (now) => (isOpen(now) ? [entry(key, about)] : null),
      };
    }
  }
}

export function* windows(all: Everybody): Generator<Candidate> {
  for (const watch of all.settings.watching ?? []) {
    const closes = all.windowOf(watch);
    if (closes === null || !all.isForPerson(watch.person, "window-closes")) continue;
    const [since, until] = [instantIn(watch.since), watch.until ? instantIn(watch.until) : null];
    const over = all.endOf(closes);
    for (const offset of all.offsetsOf("window-closes")) {
      const key = `window-closes:${inKey(watch.id)}:${formatDate(closes)}:${offset.text}`;
      yield {
        kind: "window-closes",
        person: watch.person,
        moment: all.momentOf(all.school, closes, offset),
        atOnce: false,
        since: null,
        opensAt: null,
        check: (now) =>
          now >= since &&
          (until === null || now < until) &&
          now < over &&
          !all.isIn(watch.person, watch, now)
            ? [entry(key, { instant: over })]
            : null,
      };
    }
  }
}

export function* offers(all: Everybody): Generator<Candidate> {
  for (const { id, person, at } of all.settings.offers ?? [])
    if (all.isForPerson(person, "place-free"))
      yield {
        kind: "place-free",
        person,
        moment: instantIn(at),
        atOnce: true,
        since: null,
        opensAt: null,
        check: () => [entry(`place-free:${inKey(id)}`)],
      };
}

export function* credentials(all: Everybody): Generator<Candidate> {
  for (const one of all.settings.credentials ?? []) {
    const expires = instantIn(one.expires);
    const earned = instantIn(one.earnedAt);
    const ended = one.endedAt == null ? null : instantIn(one.endedAt);
    const day = lastDay(all.school, expires);
    for (const kind of ["credential-due", "credential-expired"] as const)
      for (const offset of all.isForPerson(one.person, kind) ? all.offsetsOf(kind) : []) {
        const key = `${kind}:${inKey(one.number)}:${formatDate(day)}:${offset.text}`;
        yield {
          kind,
          person: one.person,
          moment: all.momentOf(all.school, day, offset),
          atOnce: false,
          since: null,
          opensAt: null,
          check: (now) =>
            earned <= now && (ended === null || ended > now) && offset.isAfter === expires <= now
              ? [entry(key, { instant: expires })]
              : null,
        };
      }
  }
}

export function* announcements(all: Everybody): Generator<Candidate> {
  if (!all.isOn("announcement")) return;
  for (const { id, at, course, cohort } of all.settings.announcements ?? [])
    for (const [person, own] of all.byPerson)
      yield {
        kind: "announcement",
        person,
        moment: instantIn(at),
        atOnce: false,
        since: null,
        opensAt: null,
        check: (now) =>
          own.some(
            ({ life, off }) =>
              !off.has("announcement") &&
              (course == null || life.enrollment.course === course) &&
              (cohort == null || life.enrollment.cohort === cohort) &&
              now >= life.since &&
              life.hasBegun(now) &&
              wouldBeIn(life.at(now), now),
          )
            ? [entry(`announcement:${inKey(id)}:${inKey(person)}`)]
            : null,
      };
}

/** In the course, were it not for a pause or a suspension that runs. */
function wouldBeIn({ access }: Timeline, now: Instant): boolean {
  if (access.state !== "closed") return true;
  if (access.shutBy === null) return false;
  const { from, until } = access;
  return until === null || (until > now && (from === null || from < until));
}

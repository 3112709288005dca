/** The welcome, the end of access, and what staff have done: told of an enrollment. */
import { formatDate, HOUR, type Instant, instantIn } from "../time";
import { basis, type Candidate, entry, lastDay, whatOpens } from "./candidate";
import type { Everybody, Held } from "./everybody";
import { inKey } from "./notice";

export function* welcomes(all: Everybody): Generator<Candidate> {
  for (const one of all.held.values()) {
    const { life } = one;
    const { welcomeAt, since } = life;
    if (welcomeAt === null || !all.isFor(one, "welcome")) continue;
    if (welcomeAt < since - 48 * HOUR) continue;
    const moment = Math.max(welcomeAt, since) as Instant;
    yield {
      ...basis("welcome", one, moment),
      atOnce: welcomeAt >= since,
      check: (now) =>
        life.at(now).access.state === "closed"
          ? null
          : whatOpens(life, `welcome:${inKey(life.enrollment.id)}`, now),
    };
  }
}

export function* byStaff(all: Everybody): Generator<Candidate> {
  if (!all.isOn("by-staff")) return;
  for (const { id, enrollment, what, at } of all.settings.byStaff ?? []) {
    const one = all.held.get(enrollment);
    const moment = instantIn(at);
    if (!one || moment < one.life.enrolledAt) continue;
    const key = `by-staff:${inKey(id)}`;
    yield {
      ...basis("by-staff", one, moment),
      atOnce: true,
      check: (now) =>
        what === "enrolled" ? whatOpens(one.life, key, now) : [entry(key, { enrollment })],
    };
  }
}

export function* ofEnds(all: Everybody, one: Held, to: Instant): Generator<Candidate> {
  const { life, person } = one;
  const { welcomeAt, stretches, enrollment } = life;
  if (welcomeAt === null || !all.isFor(one, "access-ends")) return;
  for (const [i, { begins, timeline }] of stretches.entries()) {
    const { until } = timeline.access;
    if (until === null) continue;
    const ends = stretches[i + 1]?.begins ?? Number.POSITIVE_INFINITY;
    const day = lastDay(life.clock, until);
    for (const offset of all.offsetsOf("access-ends")) {
      const moment = all.momentOf(life.clock, day, offset);
      if (moment < begins || moment >= ends || moment < welcomeAt || moment >= to) continue;
      yield {
        ...basis("access-ends", one, moment),
        check: (now) => {
          const { access } = life.at(now);
          if (access.until === null || lastDay(life.clock, access.until) !== day) return null;
          const holds = offset.isAfter
            ? access.until <= now &&
              life.history(now).revoked === null &&
              access.shutBy === null &&
              !all.isIn(person, { course: enrollment.course }, now, enrollment.id)
            : access.until > now && access.state !== "closed";
          if (!holds) return null;
          const key = `access-ends:${inKey(enrollment.id)}:${formatDate(day)}:${offset.text}`;
          return [entry(key, { enrollment: enrollment.id, instant: access.until })];
        },
      };
    }
  }
}

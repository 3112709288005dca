/** The sample school's course and its cohort "k", as people come to its door. */
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Problem } from "@dawngate/contract/problem";
import type { Instant } from "@dawngate/core/time";
import { type Owned, ownedSchool } from "./owned";
import { instant } from "./sample";

export const catalog = "/schools/one/catalog/c";
export const course = "/schools/one/courses/c";
export const zone = { timeZone: "Europe/Lisbon" };

const way = {
  cohort: "k",
  entry: "anyone",
  listed: true,
  question: null,
  domains: [] as string[],
  needs: [] as string[],
  waitlist: null as object | null,
};

/** A school for the tests of a file, at an instant that they can move on. */
export function atTheDoor(from: string) {
  let owned: Owned;
  const clock = { now: instant(from) as Instant };
  beforeAll(async () => {
    owned = await ownedSchool(() => clock.now);
  });
  afterAll(() => owned.test_.close());
  const ask = <T>(method: string, path: string, body?: unknown, status = 200) =>
    owned.ask<T>(method, path, body, status);
  const by = (who: string | null, method: string, path: string, body?: unknown) =>
    owned.app.ask(who, method, path, body);
  return {
    clock,
    owned: () => owned,
    ask,
    by,
    enroll: (who: string, more: object = {}) =>
      by(who, "POST", catalog, { cohort: "k", ...zone, ...more }),
    page: async (who: string | null, join = "") =>
      (await (await by(who, "GET", `${catalog}${join && `?join=${join}`}`)).json()) as PublicCourse,
    why: async (response: Response) => ((await response.json()) as Problem).detail,
    way,
    set: (change: object) => ask("PUT", `${course}/ways`, { ...way, ...change }),
    seats: (count: number | null, closes = "2027-03-20") =>
      ask("PUT", `${course}/cohorts/k`, {
        name: "Spring",
        window: { opens: "2027-02-01", closes },
        starts: "2027-04-05",
        ends: "2027-06-25",
        grace: 14,
        seats: count,
      }),
    mailsTo: (who: string) => owned.app.mails.filter(({ to }) => to === who),
  };
}

/** People who come into the sample school's course, and what they are told of it. */
import type { sentNotices } from "@dawngate/contract/notices";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { notifySchool } from "../../src/notices/notify";
import type { Owned } from "./owned";

/** Comes in with the spring cohort; answers the enrollment. */
export async function comesIn({ app }: Owned, who: string, more: object = {}): Promise<string> {
  const body = { timeZone: "Europe/Lisbon", cohort: "k", ...more };
  const response = await app.ask(who, "POST", "/schools/one/catalog/c", body);
  if (response.status !== 200) throw new Error(await response.text());
  return ((await response.json()) as { enrollment: string }).enrollment;
}

/** Looks at everybody whose turn it is; nothing is sent by that. */
export const look = ({ test_, school }: Owned, now: Instant) =>
  notifySchool(test_.db, school, "https://x", now);

/** The same, and sends what goes out. */
export async function lookAndSend(owned: Owned, now: Instant): Promise<void> {
  await look(owned, now);
  await owned.app.workOff();
}

/** The number of the notice that was written last. */
export async function lastNotice(owned: Owned): Promise<string> {
  const path = "/schools/one/notices/sent?most=1";
  const { notices } = await owned.ask<z.infer<typeof sentNotices>>("GET", path);
  return notices[0]?.id ?? "";
}

export const mailsTo = ({ app }: Owned, who: string) => app.mails.filter(({ to }) => to === who);

/** The spring cohort as it is, but for the day it starts. */
export const spring = (starts: string) => ({
  name: "Spring",
  window: { opens: "2027-02-01", closes: "2027-03-20" },
  starts,
  ends: "2027-06-25",
  grace: 14,
  seats: 12,
});
export const springStarts = ({ ask }: Owned, starts: string) =>
  ask("PUT", "/schools/one/courses/c/cohorts/k", spring(starts));

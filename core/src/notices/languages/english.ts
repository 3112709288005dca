/** English: as everything else is said. */
import { sayDate } from "../../schedule/words";
import { USUAL } from "../usual";
import type { Spoken } from "./spoken";

export const ENGLISH: Spoken = {
  usual: USUAL,
  and: "and",
  more: (count) => `${count} more`,
  quoted: (title) => `“${title}”`,
  date: (date) => sayDate(date),
  endOf: (date) => `the end of ${date}`,
  openNow: "open now",
  acts: {
    enrolled: "enrolled",
    moved: "moved to another cohort",
    extended: "given more time",
    withdrawn: "withdrawn",
  },
  hello: (name) => `Hello ${name},`,
  times: (city) => `Times are ${city} time.`,
  presses: {
    course: "Go to the course",
    ends: "See what is yours",
    window: "See the course",
    place: "Take the place",
    dates: "See your dates",
  },
  wishes: "What you are told, and what not",
  questions: "Questions",
  entering: {
    subject: (title) => `You are enrolled in ${title}`,
    in: (title, cohort) => `You are in “${title}”${cohort ? `, with cohort ${cohort}` : ""}.`,
    opensWhen: "What opens when:",
    meetAt: (place) => `You meet at ${place}.`,
    now: "now",
    moreAfter: (count) => `And ${count} more after that.`,
    yoursUntil: (end, course) => `The ${course} is yours until ${end}.`,
    invites: (school) => `${school} invites you.`,
    comeIn: "Come in",
    link: "The link is good for two weeks, and once.",
  },
  payment: {
    again: (at) => `It is tried again on ${at}.`,
    notAgain: "It is not tried again by itself.",
    closes: (day) => `If it stays unpaid, access is closed from ${day} until it is paid.`,
    otherCard: "Pay with another card",
    seeOrder: "See the order",
    link: "The link is good for thirty days, and opens this order only.",
  },
  changed: {
    one: (title) => `A date has changed: ${title}`,
    several: "Dates have changed",
    says: "We told you of dates that have changed since. These hold now:",
    line: (title, now, before) => `“${title}”: ${now}, not ${before}.`,
    gone: (title, before) => `“${title}” was told for ${before}: it has no date now.`,
  },
};

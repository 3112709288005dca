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
  letters: {
    seeCourse: "See the course",
    toLesson: "To the lesson",
    answered: {
      subject: (lesson) => `Your question about “${lesson}” was answered`,
      asked: (text) => `You asked: “${text}”`,
      by: (who) => `${who} answers:`,
    },
    notIn: {
      subject: (course) => `About your asking to come into ${course}`,
      says: (course) => `You asked to come into “${course}”. You were not let in this time:`,
    },
    placeGone: {
      subject: (course) => `The place in ${course} went to the next`,
      says: (course) =>
        `A place in “${course}” was held for you, and its time is over. It went to the next on the waitlist.`,
      again: "You can join the waitlist again.",
    },
    reviewed: {
      accepted: (lesson) => `“${lesson}” was accepted`,
      back: (lesson) => `“${lesson}” came back: something is still to be done`,
      acceptedBy: (who) => `${who} has accepted what you handed in.`,
      backBy: (who) =>
        `${who} has looked at what you handed in and gives it back to you. Mend it and hand it in once more.`,
      remarks: (count) =>
        count === 1
          ? "One remark stands beside your text."
          : `${count} remarks stand beside your text.`,
      opens: (titles) => `It opens for you: ${titles}.`,
    },
    came: {
      asked: "You asked to come in, and you are in.",
      waited: "You waited for a place, and one came free: it is yours.",
      seatOf: (buyer) => `You took a seat of ${buyer}.`,
      inAlready: "You were in already, and needed no seat.",
      gift: (buyer, title) => `${buyer} gives you “${title}”.`,
    },
    member: {
      subject: (title) => `You are a member: ${title}`,
      has: (title, courses, subjects) =>
        `You have “${title}”: ${courses === 1 ? "one course is" : `${courses} courses are`} open to you, and those${subjects && ` of ${subjects}`} to come. You take each one up when you like.`,
      choose: "Choose a course",
    },
    reminder: {
      hello: "Hello,",
      ask: (title) => `Shall we remind you of ${title}?`,
      asks: (title) =>
        `Somebody, you we hope, wants to be told when “${title}” opens. Press below if it was you; you are told once, and your address is forgotten then.`,
      notYou: "If it was not you, do nothing: in two days nothing of this is left.",
      yes: "Yes, remind me",
      open: (title) => `It is open: ${title}`,
      isOpen: (title, through) =>
        `You wanted to be told: “${title}” is open now${through === null ? "" : ` until ${through}, that day included`}.`,
      look: "Look at it",
      only: "This is the only mail about it. Your address is forgotten by now.",
    },
  },
};

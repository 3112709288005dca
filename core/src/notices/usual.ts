/** What each kind says as long as nobody has written something else: good as it stands. */
import type { Kind } from "./kinds";

export interface NoticeText {
  /** One line. */
  subject: string;
  /** Paragraphs, an empty line between them. */
  text: string;
}

/** Paragraphs, an empty line between them. */
export const says = (subject: string, ...paragraphs: string[]): NoticeText => ({
  subject,
  text: paragraphs.join("\n\n"),
});

export const USUAL: Readonly<Record<Kind, NoticeText>> = {
  welcome: says(
    "You are in {course}",
    "You are in “{course}”.",
    "You go through it with the cohort “{cohort}”.",
    "Open now: {open}.",
    "Next: {next}.",
    "It is yours until {ends}.",
  ),
  opened: says("Open now: {items}", "Something new is open for you in {courses}: {items}."),
  "opens-soon": says("Opens {opens}: {items}", "In {courses}, {items} opens {opens}."),
  "window-closes": says(
    "{course}: enrolling is possible until {closes}",
    "You wanted to be told: enrolling in “{course}” is possible until {closes}.",
    "It is for the cohort “{cohort}”.",
  ),
  "place-free": says(
    "A place is free in {course}",
    "A place in “{course}” has become free, and it is yours if you take it by {lapses}.",
    "It is with the cohort “{cohort}”.",
  ),
  "access-ends": says(
    "{course}: the last day is {ends}",
    "The last day of your access to “{course}” is {ends}. What you have done is kept.",
  ),
  "due-soon": says("Due {due}: {items}", "In {courses}, {items} is due {due}."),
  overdue: says(
    "Was due {due}: {items}",
    "In {courses}, {items} was due {due}. It is still open: do it when you can.",
  ),
  "payment-due": says(
    "{amount} is due {due}: {course}",
    "{amount} for “{course}” is due on {due}.",
  ),
  "payment-overdue": says(
    "{amount} is unpaid: {course}",
    "{amount} for “{course}” was due on {due} and is not paid yet.",
  ),
  "payment-failed": says(
    "{amount} could not be charged: {course}",
    "{amount} for “{course}”, due on {due}, could not be charged. Nothing was taken.",
  ),
  "credential-due": says(
    "{credential}: valid until {expires}",
    "Your credential “{credential}”, number {number}, is valid until {expires}.",
  ),
  "credential-expired": says(
    "{credential} has expired",
    "Your credential “{credential}”, number {number}, was valid until {expires}.",
  ),
  announcement: says("{title}", "{text}"),
  "by-staff": says(
    "{course}: you were {what}",
    "You were {what}: “{course}”.",
    "You go through it with the cohort “{cohort}”.",
    "Open now: {open}.",
    "Next: {next}.",
    "It is yours until {ends}.",
  ),
};

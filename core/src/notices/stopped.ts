/** A day on which nothing of what days bring is mailed. */
import type { Kind } from "./kinds";

/**
 * What a day brings. A stopped day holds it back; what people or staff do on it is told all the same: who comes in, a
 * place that falls free, what is announced, and whatever is about money.
 */
const BROUGHT: ReadonlySet<Kind> = new Set([
  "opened",
  "opens-soon",
  "window-closes",
  "access-ends",
  "due-soon",
  "overdue",
  "credential-due",
  "credential-expired",
]);

/** Whether a stopped day holds a kind back. */
export const isHeldBack = (kind: Kind): boolean => BROUGHT.has(kind);

/** The kinds of notices: in which order they are told, which count days and which way, what people may turn off. */

export const KINDS = [
  "welcome",
  "opened",
  "opens-soon",
  "window-closes",
  "place-free",
  "access-ends",
  "due-soon",
  "overdue",
  "payment-due",
  "payment-overdue",
  "payment-failed",
  "credential-due",
  "credential-expired",
  "announcement",
  "by-staff",
] as const;
export type Kind = (typeof KINDS)[number];

export const isKind = (text: string): text is Kind => (KINDS as readonly string[]).includes(text);

/** The place of a kind among notices of one instant. */
export const rankOf = (kind: Kind): number => KINDS.indexOf(kind);

/** Kinds that count days from something: by how many unless it is said, and on which side of it. */
export const OFFSETS: Partial<
  Record<Kind, { usual: readonly string[]; side: "before" | "after" | "both" }>
> = {
  "opens-soon": { usual: ["-P2D"], side: "before" },
  "window-closes": { usual: ["-P2D"], side: "before" },
  "access-ends": { usual: ["-P30D", "-P7D", "-P1D", "P1D"], side: "both" },
  "due-soon": { usual: ["-P2D"], side: "before" },
  overdue: { usual: ["P1D"], side: "after" },
  "payment-due": { usual: ["-P3D"], side: "before" },
  "payment-overdue": { usual: ["P1D", "P7D"], side: "after" },
  "credential-due": { usual: ["-P30D", "-P7D"], side: "before" },
  "credential-expired": { usual: ["P1D"], side: "after" },
};

/** Off unless the school turns it on. */
export const OFF_AT_FIRST: ReadonlySet<Kind> = new Set(["opens-soon"]);

/** What people cannot turn off. */
export const ALWAYS: ReadonlySet<Kind> = new Set([
  "payment-due",
  "payment-overdue",
  "payment-failed",
  "by-staff",
]);

/** All of one of these kinds that go out to one person at one instant are one notice. */
export const JOINED: ReadonlySet<Kind> = new Set(["opened", "opens-soon", "due-soon", "overdue"]);

/**
 * What a day brings. A day that staff stop holds it back; what people or staff do on it is told all the same: who comes
 * in, a place that falls free, what is announced, and whatever is about money.
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

export const STAFF_ACTS = ["enrolled", "withdrawn", "moved", "extended"] as const;

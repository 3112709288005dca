/** Enrollment windows: local dates in the school's zone, the closing date included (calculations.md 6). */
import { addDays, type Instant, parseDate, startOfDay, type Zone } from "../time";

export interface Window {
  opens: string;
  closes: string;
}

export type WindowState = "before" | "open" | "full" | "waitlist" | "closed";

/** The instants between which a window is open: from the start of its first day until the start of the day after its last. */
export function windowInstants(window: Window, zone: Zone): { opens: Instant; closes: Instant } {
  const opens = parseDate(window.opens);
  const closes = parseDate(window.closes);
  if (!opens.ok || !closes.ok) throw new TypeError("This window was not checked");
  return {
    opens: startOfDay(zone, opens.value),
    closes: startOfDay(zone, addDays(closes.value, 1)),
  };
}

/**
 * A window's state at an instant (calculations.md 6). No window: open. `seats`: how many are left; null: no limit.
 * `waits`: there is a waitlist that one can join.
 */
export function windowState(
  window: Window | null,
  zone: Zone,
  now: Instant,
  seats?: number | null,
): Exclude<WindowState, "waitlist">;
export function windowState(
  window: Window | null,
  zone: Zone,
  now: Instant,
  seats: number | null,
  waits: boolean,
): WindowState;
export function windowState(
  window: Window | null,
  zone: Zone,
  now: Instant,
  seats: number | null = null,
  waits = false,
): WindowState {
  if (window) {
    const { opens, closes } = windowInstants(window, zone);
    if (now < opens) return "before";
    if (now >= closes) return "closed";
  }
  if (seats === null || seats > 0) return "open";
  return waits ? "waitlist" : "full";
}

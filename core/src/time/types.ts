/** The types of time: numbers that cannot be mixed up, because each carries its own brand. */

declare const brand: unique symbol;

/** Milliseconds since 1970-01-01T00:00:00Z. Always a whole number. */
export type Instant = number & { readonly [brand]: "Instant" };

/** A civil date without a zone, as days since 1970-01-01 (negative before). Always a whole number. */
export type LocalDate = number & { readonly [brand]: "LocalDate" };

/** A local time of day, as milliseconds since local midnight, `0 <= t < 86_400_000`. */
export type TimeOfDay = number & { readonly [brand]: "TimeOfDay" };

/** ISO 8601 weekday: Monday = 1 … Sunday = 7. */
export type Weekday = 1 | 2 | 3 | 4 | 5 | 6 | 7;

export const MINUTE = 60_000;
export const HOUR = 3_600_000;
export const DAY = 86_400_000;

/**
 * A value, or the reason why there is none. Parsers of the core answer this way, so that a border can
 * add its own path to the reason.
 */
export type Parsed<T> = { ok: true; value: T } | { ok: false; reason: string };

export const ok = <T>(value: T): Parsed<T> => ({ ok: true, value });
export const refused = <T>(reason: string): Parsed<T> => ({ ok: false, reason });

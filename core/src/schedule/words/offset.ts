/** Offsets in words: "7 days", "1 month and 2 days", "36 hours". */
import { listed } from "./speaker";

const UNITS: [RegExp, string][] = [
  [/(\d+)Y/, "year"],
  [/(\d+)M/, "month"],
  [/(\d+)W/, "week"],
  [/(\d+)D/, "day"],
];
const CLOCK_UNITS: [RegExp, string][] = [
  [/(\d+)H/, "hour"],
  [/(\d+)M/, "minute"],
];

/** What an offset is made of, the largest first, without its sign and what is none of: "P1M2D" is a month and two days. */
export const offsetParts = (add: string): { amount: number; unit: string }[] =>
  (add.includes("T") ? CLOCK_UNITS : UNITS).flatMap(([pattern, unit]) => {
    const amount = Number(pattern.exec(add)?.[1] ?? 0);
    return amount === 0 ? [] : [{ amount, unit }];
  });

/** The amount of an offset without its sign; "0 days" for none. */
export function sayOffset(add: string): string {
  const parts = offsetParts(add).map(
    ({ amount, unit }) => `${amount} ${unit}${amount === 1 ? "" : "s"}`,
  );
  return parts.length === 0 ? (add.includes("T") ? "0 hours" : "0 days") : listed(parts);
}

/** Whether an offset goes back. */
export function goesBack(add: string): boolean {
  return add.startsWith("-") && /[1-9]/.test(add);
}

/** What is asked, and how often, in words. */
import { sayOffset } from "../schedule/words";
import { sayMoney } from "./currency";

/** "month" of "P1M", "3 months" of "P3M". */
export const perStep = (every: string | null) => sayOffset(every ?? "P1M").replace(/^1 /, "");

/** "€190.00", "€19.00 every month", "Free". `every`: the step of a subscription. */
export function sayPrice({
  amount,
  currency,
  every,
}: {
  amount: number;
  currency: string;
  every: string | null;
}): string {
  if (amount === 0) return "Free";
  const said = sayMoney(amount, currency);
  return every === null ? said : `${said} every ${perStep(every)}`;
}

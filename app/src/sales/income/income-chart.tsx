/** Income a month: what was received stands above the horizon, what is due has a dotted edge, what was earned is a line. */
import type { IncomeMonth } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { MonthColumns } from "../month-columns";

interface Props {
  months: readonly IncomeMonth[];
  currency: string;
  thisMonth: string;
  shown: string;
  onShow(month: string): void;
}

const KEYS = { full: "received", dotted: "due and not paid", line: "earned" };

export function IncomeChart({ months, currency, ...shown }: Props) {
  const money = (amount: number) => sayMoney(amount, currency);
  return (
    <MonthColumns
      {...shown}
      label="Income a month"
      keys={KEYS}
      months={months.map(({ month, received, due, earned }) => ({
        month,
        full: received,
        dotted: due,
        line: earned,
        says: `received ${money(received)}, earned ${money(earned)}, due ${money(due)}`,
      }))}
    />
  );
}

/** A charge that pays a part. */
import type { Life } from "./life";
import type { Part, Payment } from "./part";

/** Money comes in for a part: from now on it is paid. */
export function payBy(life: Life, part: Part, charge: string, event: number): void {
  const { amount, tax } = part;
  const payment: Payment = {
    charge,
    part,
    at: life.now,
    amount,
    tax,
    left: amount,
    taxLeft: tax,
    isDisputed: false,
  };
  life.pay(part, payment);
  life.movements.push({ event, at: life.now, kind: "invoice", amount, tax, payments: [payment] });
}

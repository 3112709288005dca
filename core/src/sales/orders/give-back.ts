/** Money given back out of payments, the newest first, and sums set off against parts, the last first. */
import { addForCourse, cut, isUnpaid, type Part, type Payment } from "./part";

export interface Drawn {
  payment: Payment;
  amount: number;
  tax: number;
}

/** What an amount is taken from; nothing is changed. Never more than is left is found. */
export function draw(payments: readonly Payment[], amount: number): Drawn[] {
  const newest = [...payments].sort((a, b) => b.at - a.at || b.part.number - a.part.number);
  const drawn: Drawn[] = [];
  let wanted = amount;
  for (const payment of newest) {
    const taken = Math.min(wanted, payment.left);
    if (taken === 0) continue;
    drawn.push({ payment, amount: taken, tax: cut(payment.left, payment.taxLeft, taken) });
    wanted -= taken;
  }
  return drawn;
}

/** Gives an amount back; for a single course, where one is named. */
export function giveBack(
  payments: readonly Payment[],
  amount: number,
  course: string | null,
): Drawn[] {
  const drawn = draw(payments, amount);
  for (const { payment, amount, tax } of drawn) {
    payment.left -= amount;
    payment.taxLeft -= tax;
    if (course !== null) addForCourse(payment.part, course, amount - tax);
  }
  return drawn;
}

export interface Off {
  part: Part;
  amount: number;
  tax: number;
}

/** What a sum is set off against; nothing is changed. */
export function offOf(parts: readonly Part[], sum: number): Off[] {
  const found: Off[] = [];
  let wanted = sum;
  for (let i = parts.length - 1; i >= 0 && wanted > 0; i--) {
    const part = parts[i] as Part;
    if (!isUnpaid(part)) continue;
    const amount = Math.min(wanted, part.amount);
    found.push({ part, amount, tax: cut(part.amount, part.tax, amount) });
    wanted -= amount;
  }
  return found;
}

/** Sets a sum off; the parts that are gone by it, the lowest first. */
export function setOff(parts: readonly Part[], sum: number, course: string | null): Part[] {
  const gone: Part[] = [];
  for (const { part, amount, tax } of offOf(parts, sum)) {
    part.amount -= amount;
    part.tax -= tax;
    if (course !== null) addForCourse(part, course, amount - tax);
    if (part.amount === 0) {
      part.gone = "dropped";
      gone.unshift(part);
    }
  }
  return gone;
}

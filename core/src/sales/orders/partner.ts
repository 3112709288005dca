/** A partner's share of an order: whose link counts, what it has earned, and what of it is payable when. */
import { addDays, type Instant, instantIn } from "../../time";
import { type Minor, percentOf } from "../money";
import type { Life } from "./life";
import { lifeOf } from "./life-of";
import type { Payment } from "./part";
import type { Order } from "./schema";

export interface PartnerShare {
  id: string;
  /** Of what is left of all payments, without tax. */
  percent: number;
  net: Minor;
  earned: Minor;
  payable: Minor;
  /** The earliest instant ahead at which more becomes payable. */
  nextPayable: Instant | null;
}

/** Null where no link was followed in time. */
export function partnerShare(life: Life): PartnerShare | null {
  const { partners } = life.order;
  if (!partners) return null;
  let last: { partner: string; at: Instant } | null = null;
  for (const touch of partners.touches) {
    const at = instantIn(touch.at);
    if (at <= life.boughtAt && (last === null || at >= last.at))
      last = { partner: touch.partner, at };
  }
  if (!last || life.boughtOn - life.day(last.at) > partners.days) return null;
  const payableAt = ({ at }: Payment) => life.start(addDays(life.day(at), partners.hold + 1));
  const net = (payments: readonly Payment[]) =>
    payments.reduce((all, { left, taxLeft }) => all + left - taxLeft, 0) as Minor;
  const free = life.payments.filter(({ isDisputed }) => !isDisputed);
  const ahead = free
    .filter(({ left }) => left > 0)
    .map(payableAt)
    .filter((at) => at > life.now);
  const percent = partners.percent[last.partner] ?? 0;
  const all = net(life.payments);
  return {
    id: last.partner,
    percent,
    net: all,
    earned: percentOf(all, percent),
    payable: percentOf(net(free.filter((one) => payableAt(one) <= life.now)), percent),
    nextPayable: ahead.length === 0 ? null : (Math.min(...ahead) as Instant),
  };
}

/** The same at an instant that is not before the purchase. */
export const partnerShareAt = (order: Order, at: Instant): PartnerShare | null =>
  partnerShare(lifeOf(order).moveTo(at));

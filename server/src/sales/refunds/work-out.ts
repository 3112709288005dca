/** What giving money back comes to at this instant (orders.md, "Refunds"): it changes nothing. */
import type { RefundAnswer, refundQuery } from "@dawngate/contract/sales";
import { refundAt } from "@dawngate/core/sales/orders";
import type { z } from "zod";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { OrderRow } from "../order-store";
import { orderFile } from "../running/order-file";

export type Asked = Pick<z.output<typeof refundQuery>, "policy" | "amount" | "course" | "access">;

/** What a refund comes to now; null: nothing was paid. */
export async function workOut(
  tx: SchoolTransaction,
  context: Context,
  order: OrderRow,
  asked: Asked,
) {
  if (order.state !== "paid" || order.quote.schedule.length === 0) return null;
  const { amount, course, access } = asked;
  return refundAt(await orderFile(tx, order, context), {
    at: context.now,
    policy: asked.policy,
    ...(amount !== undefined && { amount }),
    ...(course !== undefined && { course }),
    ...(access !== undefined && { access }),
  });
}

export type Worked = Awaited<ReturnType<typeof workOut>>;

/** The same, as it is answered. */
export function sayRefund({ currency }: OrderRow, worked: Worked): RefundAnswer {
  const none = {
    rule: "none" as const,
    amount: 0,
    tax: 0,
    off: 0,
    access: "stays" as const,
    currency,
    payments: [],
    withdrawal: { lastDay: "", open: false, endedBy: null },
    partner: null,
  };
  if (worked === null) return { ...none, fault: "Nothing was paid for it." };
  if (!worked.ok) return { ...none, fault: worked.faults.map(({ reason }) => reason).join(" ") };
  const { rule, amount, tax, off, access, payments, withdrawal } = worked.value;
  const { lastDay, open, endedBy } = withdrawal;
  return {
    ...{ rule, amount, tax, off, access, currency },
    payments: payments.map(({ charge, part, amount: of }) => ({ charge, part, amount: of })),
    withdrawal: { lastDay, open, endedBy },
    partner: null,
    fault: null,
  };
}

/** What withdrawing would give back now; null: the right has ended, or nothing was paid. */
export async function withdrawalNow(
  tx: SchoolTransaction,
  context: Context,
  order: OrderRow,
): Promise<RefundAnswer | null> {
  const worked = await workOut(tx, context, order, { policy: "withdrawal" });
  if (!worked?.ok || worked.value.rule === "none") return null;
  return worked.value.amount + worked.value.off === 0 ? null : sayRefund(order, worked);
}

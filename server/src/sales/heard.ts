/** The address at which the till tells what became of payments: signed messages, answered once they are written. */
import { Hono } from "hono";
import { ProblemError } from "../base/problem";
import type { SchoolId } from "../db/connection";
import { system } from "../db/who";
import type { Services } from "../school/kit";
import { cardOf, readReference } from "../stand-ins/payments";
import { keepCard } from "./cards/keep-card";
import { type DisputeKind, noteDispute } from "./running/dispute";
import { settle } from "./settle";

/** What a message of a dispute puts on record. */
const DISPUTES: Partial<Record<string, DisputeKind>> = {
  "dispute.opened": "disputed",
  "dispute.won": "dispute-won",
  "dispute.lost": "dispute-lost",
};

export function heardRoutes({
  db,
  payments,
  baseUrl,
  now,
}: Pick<Services, "db" | "payments" | "baseUrl" | "now">) {
  return new Hono().post("/payments/heard", async (c) => {
    const heard = payments?.read(await c.req.text(), c.req.raw.headers);
    if (!heard) throw new ProblemError(401, "This message is not signed by the payment service.");
    const whose = readReference(heard.reference);
    if (!whose) return c.json({ heard: true });
    const doing = { school: whose.school as SchoolId, who: system("till"), now: now() };
    // Of an order that is gone, or of a school that is, nothing can follow, and telling it again would not help.
    const dispute = DISPUTES[heard.type];
    if (dispute) {
      await db.withSchool(doing, (tx) =>
        noteDispute(tx, { baseUrl }, doing, whose.order, { kind: dispute, charge: heard.charge }),
      );
      return c.json({ heard: true });
    }
    const card = whose.byOnFile ? null : cardOf(heard);
    if (heard.type === "card.kept") {
      const { order } = whose;
      if (card)
        await db.withSchool(doing, (tx) =>
          keepCard(tx, { baseUrl }, doing, order, { charge: heard.charge, card }),
        );
      return c.json({ heard: true });
    }
    await db.withSchool(doing, (tx) =>
      settle(tx, { baseUrl }, doing, whose.order, {
        paid: heard.type === "payment.paid",
        charge: heard.charge,
        amount: heard.amount,
        part: whose.part,
        card,
      }),
    );
    return c.json({ heard: true });
  });
}

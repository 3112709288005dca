/** The practice till: a small service of its own that behaves as a payment service does, on its good days and its bad ones. */
import { timingSafeEqual } from "node:crypto";
import { type Context, Hono } from "hono";
import { secureHeaders } from "hono/secure-headers";
import { Webhook } from "standardwebhooks";
import { z } from "zod";
import { isOver, type Outcome, outcomeOf } from "./cards";
import { latelyPage, overPage, payPage, secondStepPage } from "./pages";
import type { Payment, TillStore } from "./store";

interface Parts {
  store: TillStore;
  secret: string;
  /** Where its own pages are. */
  url: string;
  /** So long a card that answers late takes, in seconds. */
  lateAfter?: number;
}

const wanted = z.strictObject({
  key: z.string().min(1).max(200),
  amount: z.int().min(1).max(1_000_000_000_000),
  currency: z.string().regex(/^[A-Z]{3}$/),
  reference: z.string().max(400),
  tellAt: z.url({ protocol: /^https?$/ }),
  returnTo: z.url({ protocol: /^https?$/ }),
});

const back = wanted
  .pick({ key: true, amount: true, currency: true })
  .extend({ charge: z.string().max(100) });
/** A card that is kept: nothing of no currency (ISO 4217's XXX) is charged. */
const kept = wanted.omit({ amount: true, currency: true });
const NOTHING = { amount: 0, currency: "XXX" };
const charged = wanted.omit({ returnTo: true }).extend({ card: z.string().max(100) });

const LATE = 120;

export function tillApp({ store, secret, url, lateAfter = LATE }: Parts) {
  const app = new Hono();
  // After a form it leads back to the school's page: the browser asks the policy of forms for that too.
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'none'"],
        styleSrc: ["'unsafe-inline'"],
        formAction: ["'self'", "http:", "https:"],
      },
    }),
  );
  const allowed = (header: string | undefined) => {
    const given = Buffer.from(header ?? "");
    const right = Buffer.from(`Bearer ${secret}`);
    return given.length === right.length && timingSafeEqual(given, right);
  };
  const pageOf = ({ id }: Payment) => `${url}/pay/${id}`;
  const makePage = async (c: Context, asked: z.infer<typeof wanted>) => {
    const payment = await store.create(asked);
    if (payment.amount !== asked.amount || payment.currency !== asked.currency)
      return c.json({ error: "This key has made another payment" }, 409);
    return c.json({ id: payment.id, url: pageOf(payment) });
  };
  app.post("/payments", async (c) => {
    if (!allowed(c.req.header("authorization"))) return c.json({ error: "Not known here" }, 401);
    const read = wanted.safeParse(await c.req.json().catch(() => null));
    if (!read.success) return c.json({ error: read.error.issues[0]?.message }, 422);
    return makePage(c, read.data);
  });
  app.post("/cards", async (c) => {
    if (!allowed(c.req.header("authorization"))) return c.json({ error: "Not known here" }, 401);
    const read = kept.safeParse(await c.req.json().catch(() => null));
    if (!read.success) return c.json({ error: read.error.issues[0]?.message }, 422);
    return makePage(c, { ...read.data, ...NOTHING });
  });
  app.post("/refunds", async (c) => {
    if (!allowed(c.req.header("authorization"))) return c.json({ error: "Not known here" }, 401);
    const read = back.safeParse(await c.req.json().catch(() => null));
    if (!read.success) return c.json({ error: read.error.issues[0]?.message }, 422);
    const id = await store.refund(read.data);
    if (id === null) return c.json({ error: "So much is not left of this charge" }, 409);
    return c.json({ id });
  });
  app.get("/payments/:key", async (c) => {
    if (!allowed(c.req.header("authorization"))) return c.json({ error: "Not known here" }, 401);
    const payment = await store.byKey(c.req.param("key"));
    if (!payment) return c.json({ error: "There is no such payment" }, 404);
    return c.json(await stateOf(payment));
  });
  app.post("/charges", async (c) => {
    if (!allowed(c.req.header("authorization"))) return c.json({ error: "Not known here" }, 401);
    const read = charged.safeParse(await c.req.json().catch(() => null));
    if (!read.success) return c.json({ error: read.error.issues[0]?.message }, 422);
    const { card, ...asked } = read.data;
    const payment = await store.create({ ...asked, returnTo: null });
    if (payment.amount !== asked.amount || payment.currency !== asked.currency)
      return c.json({ error: "This key has made another payment" }, 409);
    if (payment.state === "open") {
      const used = await store.useToken(payment.id, card);
      const isGood = used !== null && !isOver(used.expires, new Date());
      await takeLater(payment, isGood ? outcomeOf(used.number) : "refused");
    }
    return c.json(await stateOf((await store.byId(payment.id)) ?? payment));
  });
  app.get("/pay/:id", async (c) => {
    const payment = await store.byId(c.req.param("id"));
    if (!payment) return c.html(overPage("There is no such payment"), 404);
    if (payment.state === "paid") return c.redirect(payment.returnTo ?? url);
    if (payment.state === "second-step") return c.html(secondStepPage(payment));
    if (payment.state === "late") return c.html(overPage("Your bank has not answered yet"));
    const wrong = payment.state === "refused" ? "This card was refused. Try another." : null;
    return c.html(payPage(payment, wrong));
  });
  app.post("/pay/:id/card", async (c) => {
    const payment = await store.byId(c.req.param("id"));
    if (!payment) return c.html(overPage("There is no such payment"), 404);
    if (payment.state === "open" || payment.state === "refused") {
      const { card } = await c.req.parseBody();
      const number = typeof card === "string" ? card.slice(0, 40) : "";
      await store.useCard(payment.id, number);
      await take(payment, number);
    }
    return c.redirect(after(payment, await store.byId(payment.id)), 303);
  });
  app.post("/pay/:id/step", async (c) => {
    const payment = await store.byId(c.req.param("id"));
    if (!payment) return c.html(overPage("There is no such payment"), 404);
    const { answer } = await c.req.parseBody();
    if (payment.state === "second-step")
      await store.settle(payment, answer === "yes" ? "paid" : "refused");
    return c.redirect(after(payment, await store.byId(payment.id)), 303);
  });
  app.post("/pay/:id/leave", async (c) => {
    const payment = await store.byId(c.req.param("id"));
    return payment ? c.redirect(payment.returnTo ?? url, 303) : c.notFound();
  });
  app.post("/pay/:id/dispute", async (c) => {
    const payment = await store.byId(c.req.param("id"));
    const { what } = await c.req.parseBody();
    if (payment && (what === "opened" || what === "won" || what === "lost"))
      await store.dispute(payment, what);
    return c.redirect(`${url}/`, 303);
  });
  app.get("/", async (c) => c.html(latelyPage(await store.lately())));

  async function take(payment: Payment, card: string): Promise<void> {
    switch (outcomeOf(card)) {
      case "paid":
      case "once":
        return store.settle(payment, "paid");
      case "refused":
        return store.settle(payment, "refused");
      case "second-step":
        return store.put(payment.id, "second-step");
      case "late":
        return store.put(payment.id, "late", lateAfter);
      case "twice":
        return store.settle(payment, "paid", { times: 2 });
      case "out-of-order":
        await store.settle(payment, "refused", { after: 4 });
        return store.settle(payment, "paid");
      case "silent":
        return store.settle(payment, "paid", { quiet: true });
    }
  }

  /** What becomes of a charge whose holder is not there: nobody can take a second step. */
  async function takeLater(payment: Payment, outcome: Outcome): Promise<void> {
    switch (outcome) {
      case "refused":
      case "second-step":
      case "once":
        return store.settle(payment, "refused");
      case "late":
        return store.put(payment.id, "late", lateAfter);
      case "silent":
        return store.settle(payment, "paid", { quiet: true });
      case "twice":
        return store.settle(payment, "paid", { times: 2 });
      case "paid":
      case "out-of-order":
        return store.settle(payment, "paid");
    }
  }

  async function stateOf(payment: Payment) {
    const settled = payment.state === "paid" || payment.state === "refused";
    return {
      state: settled ? payment.state : "open",
      charge: settled ? await store.chargeOf(payment.id) : null,
      amount: payment.amount,
      ...(await store.tellOf(payment.state === "paid" ? payment.card : null)),
    };
  }

  /** Where the buyer goes next: on with the till's own page, or back to the school. */
  const after = (before: Payment, now: Payment | null) =>
    now?.state === "second-step" || now?.state === "refused"
      ? pageOf(before)
      : (before.returnTo ?? url);

  return app;
}

/** Sends what is due; answers how many messages were taken. */
export async function tellDue(store: TillStore, secret: string): Promise<number> {
  for (const payment of await store.lateDue()) await store.settle(payment, "paid");
  const webhook = new Webhook(secret);
  const due = await store.takeDue();
  let taken = 0;
  for (const { id, body, tellAt } of due) {
    const at = new Date();
    const answer = await fetch(tellAt, {
      method: "POST",
      body,
      headers: {
        "content-type": "application/json",
        "webhook-id": id,
        "webhook-timestamp": String(Math.floor(at.getTime() / 1000)),
        "webhook-signature": webhook.sign(id, at, body),
      },
      signal: AbortSignal.timeout(10_000),
    }).catch(() => null);
    if (answer?.ok) {
      await store.sent(id);
      taken += 1;
    }
  }
  return taken;
}

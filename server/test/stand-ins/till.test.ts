/**
 * The practice till: each of its cards, its keys, its messages. Signed after the Standard Webhooks specification; the
 * vector is the one of the specification's reference libraries (from memory).
 */
import { Webhook } from "standardwebhooks";
import { tellDue, tillApp } from "../../src/stand-ins/till/app";
import { CARDS, expiryOf, isOver } from "../../src/stand-ins/till/cards";
import { practiceTill } from "../../src/stand-ins/till/client";
import { openTillStore, type TillStore } from "../../src/stand-ins/till/store";
import { type TestDatabase, testDatabase } from "../helpers/database";

const secret = "b25seSB0aGUgdGVzdHMgc2lnbiBieSB0aGlz";
const url = "http://till.example.org";
let test_: TestDatabase;
let store: TillStore;
let app: ReturnType<typeof tillApp>;
/** What it has told, and how it is answered. */
let told: { body: string; headers: Headers }[] = [];
let answers = true;
const reallyFetch = globalThis.fetch;

beforeAll(async () => {
  test_ = await testDatabase();
  store = openTillStore(test_.address);
  test_.closing.push(() => store.close());
  app = tillApp({ store, secret, url, lateAfter: 0 });
  globalThis.fetch = (async (address: string, init: RequestInit = {}) => {
    const headers = new Headers(init.headers as Record<string, string>);
    if (address.startsWith(url)) return app.request(address.slice(url.length), init);
    if (!answers) throw new Error("Nobody is there");
    told.push({ body: String(init.body), headers });
    return new Response("{}");
  }) as typeof fetch;
});
afterAll(async () => {
  globalThis.fetch = reallyFetch;
  await test_.close();
});
beforeEach(() => {
  told = [];
  answers = true;
});

const client = practiceTill({ url, secret, tellAt: "http://school.example.org/heard" });
let keys = 0;
async function made() {
  keys += 1;
  const wanted = {
    key: `key-${keys}`,
    amount: 13_680,
    currency: "EUR",
    reference: `order-${keys}`,
    returnTo: "http://school.example.org/back",
  };
  const { id, url: page } = await client.create(wanted);
  const post = (path: string, form: Record<string, string>) =>
    app.request(`/pay/${id}/${path}`, {
      method: "POST",
      body: new URLSearchParams(form),
      headers: { "content-type": "application/x-www-form-urlencoded" },
    });
  return { wanted, id, page, post };
}
const card = (outcome: string) => CARDS.find((one) => one.outcome === outcome)?.number ?? "";
const types = () => told.map(({ body }) => JSON.parse(body).type);

test("the vector of the specification", () => {
  const webhook = new Webhook("whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw");
  expect(
    webhook.sign(
      "msg_p5jXN8AQM9LWM0D4loKWxJek",
      new Date(1_614_265_330_000),
      '{"test": 2432232314}',
    ),
  ).toBe("v1,g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE=");
});

test("the same key is the same payment, and no other", async () => {
  const { wanted, id } = await made();
  expect((await client.create(wanted)).id).toBe(id);
  await expect(client.create({ ...wanted, amount: 1 })).rejects.toThrow("409");
  expect(await client.find(wanted.key)).toEqual({
    state: "open",
    charge: null,
    amount: 13_680,
    card: null,
    cardCountry: null,
    cardEnds: null,
    cardExpires: null,
  });
  expect(await client.find("never")).toBeNull();
  // Nobody else asks it anything.
  expect((await app.request("/payments/key-1")).status).toBe(401);
  expect((await app.request("/payments", { method: "POST", body: "{}" })).status).toBe(401);
});

test("a card that is paid leads back, and is told once, signed so that it can be read", async () => {
  const { wanted, post } = await made();
  const back = await post("card", { card: card("paid") });
  expect([back.status, back.headers.get("location")]).toEqual([303, wanted.returnTo]);
  await tellDue(store, secret);
  await tellDue(store, secret);
  expect(types()).toEqual(["payment.paid"]);
  const [{ body, headers } = { body: "", headers: new Headers() }] = told;
  expect(client.read(body, headers)).toMatchObject({ reference: wanted.reference, amount: 13_680 });
  expect(client.read(`${body} `, headers)).toBeNull();
  expect(await client.find(wanted.key)).toMatchObject({ state: "paid" });
  // Paid is paid: another card changes nothing.
  await post("card", { card: card("refused") });
  await tellDue(store, secret);
  expect(types()).toEqual(["payment.paid"]);
});

test("where a card's bank is, is told with what was paid by it", async () => {
  const abroad = await made();
  const german = CARDS.find(({ country }) => country === "DE")?.number ?? "";
  await abroad.post("card", { card: german });
  await tellDue(store, secret);
  const [{ body, headers } = { body: "", headers: new Headers() }] = told;
  expect(client.read(body, headers)).toMatchObject({ cardCountry: "DE" });
  expect(await client.find(abroad.wanted.key)).toMatchObject({ cardCountry: "DE" });
});

test("a refused card can be followed by another; a number no card has is refused", async () => {
  const { post, page } = await made();
  const refused = await post("card", { card: "1234 5678 9012 3456" });
  expect(refused.headers.get("location")).toBe(page);
  expect(await (await app.request(page.slice(url.length))).text()).toContain(
    "This card was refused",
  );
  await post("card", { card: card("paid") });
  await tellDue(store, secret);
  expect(types().sort()).toEqual(["payment.paid", "payment.refused"]);
});

test.each([
  ["yes", "payment.paid"],
  ["no", "payment.refused"],
])("a second step answered %s", async (answer, type) => {
  const { post, page } = await made();
  await post("card", { card: card("second-step") });
  await tellDue(store, secret);
  expect(types()).toEqual([]);
  expect(await (await app.request(page.slice(url.length))).text()).toContain("Is it you?");
  await post("step", { answer });
  await tellDue(store, secret);
  expect(types()).toEqual([type]);
});

test("late, twice, silent: as their cards say", async () => {
  const late = await made();
  await late.post("card", { card: card("late") });
  expect(await client.find(late.wanted.key)).toMatchObject({ state: "open" });
  const twice = await made();
  await twice.post("card", { card: card("twice") });
  const silent = await made();
  await silent.post("card", { card: card("silent") });
  await tellDue(store, secret);
  await tellDue(store, secret);
  const by = (reference: string) =>
    told.filter(({ body }) => JSON.parse(body).reference === reference).length;
  expect([late, twice, silent].map(({ wanted }) => by(wanted.reference))).toEqual([1, 2, 0]);
  expect(await client.find(silent.wanted.key)).toMatchObject({ state: "paid" });
});

test("a message nobody takes waits, and is told again", async () => {
  answers = false;
  const { post } = await made();
  await post("card", { card: card("paid") });
  expect(await tellDue(store, secret)).toBe(0);
  answers = true;
  // The first wait is a second.
  for (let i = 0; i < 30 && told.length === 0; i++) {
    await new Promise((resolve) => setTimeout(resolve, 200));
    await tellDue(store, secret);
  }
  expect(types()).toEqual(["payment.paid"]);
});

test("a card's number is in no table", async () => {
  const rows = JSON.stringify(await store.lately());
  for (const { number } of CARDS) {
    expect(rows).not.toContain(number);
    expect(rows).not.toContain(number.replaceAll(" ", ""));
  }
});

describe("a card that is charged while its holder is not there", () => {
  /** The token of a card that paid once. */
  async function kept(outcome: string): Promise<string> {
    const { wanted, post } = await made();
    await post("card", { card: card(outcome) });
    if (outcome === "second-step") await post("step", { answer: "yes" });
    return (await client.find(wanted.key))?.card ?? "";
  }
  const later = (key: string, token: string, amount = 6700) =>
    client.charge({ key, amount, currency: "EUR", reference: "r", card: token });

  test.each([
    ["paid", "paid"],
    ["once", "refused"],
    // Nobody is there to take it.
    ["second-step", "refused"],
  ])("%s at the purchase is %s later, and the same key is the same charge", async (first, then) => {
    const token = await kept(first);
    expect(token).toMatch(/^card_/);
    const one = await later(`later ${first}`, token);
    expect(one).toMatchObject({ state: then, amount: 6700 });
    expect(one.charge).toMatch(/^ch_/);
    expect(await later(`later ${first}`, token)).toEqual(one);
    await expect(later(`later ${first}`, token, 1)).rejects.toThrow("409");
  });

  test("a token that is none is refused; nobody else charges anything", async () => {
    expect((await later("of nobody", "card_none")).state).toBe("refused");
    expect((await app.request("/charges", { method: "POST", body: "{}" })).status).toBe(401);
  });

  test("a card number is never told: not in a message, not in an answer", async () => {
    const token = await kept("paid");
    await later("secret", token);
    await tellDue(store, secret);
    const digits = card("paid").replaceAll(" ", "");
    for (const { body } of told) expect(body.replaceAll(/\D/g, "")).not.toContain(digits);
  });
});

test("a charge is given back in parts, never more than it was, and the same key is the same refund", async () => {
  const { wanted, post } = await made();
  await post("card", { card: card("paid") });
  const charge = (await client.find(wanted.key))?.charge ?? "";
  const back = (key: string, amount: number) =>
    client.refund({ key, charge, amount, currency: "EUR" });
  const one = await back("back-1", 10_000);
  expect(one.id).toMatch(/^re_/);
  expect(await back("back-1", 10_000)).toEqual(one);
  await expect(back("back-2", 3681)).rejects.toThrow("409");
  expect((await back("back-3", 3680)).id).not.toBe(one.id);
  await expect(back("back-4", 1)).rejects.toThrow("409");
  await expect(
    client.refund({ key: "back-5", charge: "ch_none", amount: 1, currency: "EUR" }),
  ).rejects.toThrow("409");
  expect((await app.request("/refunds", { method: "POST", body: "{}" })).status).toBe(401);
});

describe("a card that is kept, and not charged", () => {
  async function putIn(outcome: string) {
    keys += 1;
    const wanted = {
      key: `card-${keys}`,
      reference: `card of ${keys}`,
      returnTo: "http://school.example.org/back",
    };
    const { id, url: page } = await client.keepCard(wanted);
    expect((await client.keepCard(wanted)).id).toBe(id);
    const post = (path: string, form: Record<string, string>) =>
      app.request(`/pay/${id}/${path}`, {
        method: "POST",
        body: new URLSearchParams(form),
        headers: { "content-type": "application/x-www-form-urlencoded" },
      });
    const shown = await (await app.request(page.slice(url.length))).text();
    expect(shown).toContain("Nothing is charged now");
    await post("card", { card: card(outcome) });
    return { wanted, page, post };
  }

  /** What is told of a page of these; charges of others may be told beside it. */
  const tells = ({ reference }: { reference: string }) =>
    told
      .map(({ body }) => JSON.parse(body))
      .filter((one) => one.reference === reference)
      .map(({ type }) => type);

  test("it is told once with its last digits and its last month, and is charged later", async () => {
    const { wanted } = await putIn("paid");
    await tellDue(store, secret);
    await tellDue(store, secret);
    expect(tells(wanted)).toEqual(["card.kept"]);
    const { body = "", headers = new Headers() } =
      told.find((one) => one.body.includes(`"${wanted.reference}"`)) ?? {};
    const heard = client.read(body, headers);
    expect(heard).toMatchObject({
      amount: 0,
      currency: "XXX",
      cardEnds: "0001",
      cardCountry: "PT",
    });
    expect(heard?.cardExpires).toBe(expiryOf(card("paid"), new Date()));
    expect(await client.find(wanted.key)).toMatchObject({ state: "paid", card: heard?.card });
    const later = { key: `after ${keys}`, amount: 1500, currency: "EUR", reference: "r" };
    expect(await client.charge({ ...later, card: heard?.card ?? "" })).toMatchObject({
      state: "paid",
      cardEnds: "0001",
    });
  });

  test("one that is refused is told to nobody; another follows on the same page", async () => {
    const { wanted, page, post } = await putIn("refused");
    await tellDue(store, secret);
    expect(tells(wanted)).toEqual([]);
    expect(await (await app.request(page.slice(url.length))).text()).toContain(
      "This card was refused",
    );
    await post("card", { card: card("second-step") });
    expect(await (await app.request(page.slice(url.length))).text()).toContain("put in this card");
    await post("step", { answer: "yes" });
    await tellDue(store, secret);
    expect(tells(wanted)).toEqual(["card.kept"]);
  });

  test("nobody else asks for such a page, and it can be disputed by nobody", async () => {
    expect((await app.request("/cards", { method: "POST", body: "{}" })).status).toBe(401);
    const { wanted, post } = await putIn("paid");
    await post("dispute", { what: "opened" });
    await tellDue(store, secret);
    expect(tells(wanted)).toEqual(["card.kept"]);
  });

  test.each([
    ["2027-11-30T23:59:59Z", "2027-11", false],
    ["2027-12-01T00:00:00Z", "2027-11", true],
    ["2027-12-31T12:00:00Z", "2027-12", false],
    ["2028-01-01T00:00:00Z", null, false],
  ])("at %s a card of %s is over: %s", (at, expires, over) => {
    expect(isOver(expires, new Date(at))).toBe(over);
  });

  test("practice cards are good for three years, but one that ends with its month; others are none", () => {
    const december = new Date("2026-12-15T10:00:00Z");
    expect(expiryOf("9000 0000 0000 0001", december)).toBe("2029-12");
    expect(expiryOf("9000000000000010", december)).toBe("2026-12");
    expect(expiryOf("1234", december)).toBeNull();
  });
});

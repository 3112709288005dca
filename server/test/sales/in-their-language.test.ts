/**
 * What a buyer reads in their language: the receipt, invoices and credit notes, what is asked for, and each mail of an
 * order that runs. An invoice keeps the language in which it was written. The texts are the core's (core/test/sales).
 */
import { type RefundAnswer, USUAL_INVOICING } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { follower } from "../../src/sales/follow-up";
import { orderRunner } from "../../src/sales/running/charge";
import { instant } from "../helpers/sample";
import { type Bought, IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

const read = require("pdf-parse/lib/pdf-parse.js") as (
  file: Buffer,
) => Promise<{ text: string; info: Record<string, unknown> }>;
const plain = (text: string) => text.replaceAll(/[\u00a0\u202f]/g, " ");

let school: Selling;
let now: Instant;
beforeAll(async () => {
  now = instant("2027-03-06T11:00:00Z");
  school = await sellingSchool(() => now);
  const invoicing = { ...USUAL_INVOICING, taxNumber: "PT 500", payTo: "IBAN 123" };
  await school.owned.ask("PATCH", "/schools/one", {
    languages: ["en", "de", "fr", "it", "pt"],
    invoicing,
  });
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
  school.till.become("paid");
});
afterAll(() => school.owned.test_.close());

/** Somebody presses whose browser says this, and it is paid. */
async function buys(name: string, listing: string, reads: string, wanted: object = {}) {
  const press = { ...somebody(name), ...wanted };
  const made = await school.press(null, listing, press, 200, { "accept-language": reads });
  await school.tell(made.order, "paid", `ch-${made.order}`);
  return made;
}
async function mailsTo(name: string) {
  await school.owned.app.workOff();
  return school.owned.app.mails
    .filter(({ to }) => to === somebody(name).email)
    .map(({ subject, text }) => ({ subject: plain(subject), text: plain(text) }));
}
const last = async (name: string) => (await mailsTo(name)).at(-1);
const called = async (name: string, subject: string) =>
  (await mailsTo(name)).find((mail) => mail.subject.startsWith(subject));
async function fileOf({ order, secret }: Bought, path: string) {
  const url = `/schools/one/orders/${order}/${path}?secret=${secret}`;
  const response = await school.owned.app.ask(null, "GET", url);
  expect(response.status).toBe(200);
  const bytes = Buffer.from(await response.arrayBuffer());
  // The language a screen reader is told (ISO 14289-1, 7.2).
  const tag = /\/Lang \((\w+)\)/.exec(bytes.toString("latin1"))?.[1];
  const { text } = await read(bytes);
  return { text: plain(text), tag };
}
const runner = () =>
  orderRunner({
    db: school.owned.test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  });

test("bought in German: receipt, invoice and mail are German, and stay so", async () => {
  const listing = await school.onSale("Brot");
  const bought = await buys("Jutta", listing, "de-AT, en;q=0.5", {
    billing: { company: "Sauer GmbH", address: "Markt 3", reference: "B-7" },
  });
  const mail = await called("Jutta", "Quittung");
  expect(mail?.subject).toMatch(/^Quittung 2027-\d{4}: Brot$/);
  expect(mail?.text).toMatch(
    /^Guten Tag Jutta,\n\n„Brot“ gehört Ihnen\. 199,00 € wurden bezahlt\./,
  );
  expect(mail?.text).toMatch(/Insgesamt: 199,00 €, davon Steuer 37,21 €/);
  expect(mail?.text).toMatch(/Zu meinen Kursen:\nhttp/);
  const [number = ""] = (await school.order(bought)).documents.map((one) => one.number);
  const invoice = await fileOf(bought, `documents/${number}`);
  expect(invoice.tag).toBe("de");
  for (const said of [
    `Rechnung ${number}`,
    /Sa\.?, 6\. März 2027 · Bestellung /,
    "Ihr Zeichen: B-7",
    "Steuernummer oder USt-IdNr. PT 500",
    "Ohne Steuer161,79 €",
    "Steuer, 23 %37,21 €",
    /Bezahlt am Sa\.?, 6\. März 2027199,00 €/,
  ])
    expect(invoice.text).toMatch(said);
  expect((await fileOf(bought, "receipt")).text).toMatch(/Quittung 2027-[\s\S]*Preis199,00 €/);
  // A school that writes no German any more has written that one.
  await school.owned.ask("PATCH", "/schools/one", { languages: ["en", "fr"] });
  expect((await fileOf(bought, `documents/${number}`)).text).toContain(`Rechnung ${number}`);
  expect((await fileOf(bought, "receipt")).text).toContain("Receipt 2027-");
  await school.owned.ask("PATCH", "/schools/one", { languages: ["en", "de", "fr", "it", "pt"] });
});

test("paid in parts in French: what is charged, what fails, what is shut, and what goes back", async () => {
  const listing = await school.onSale("Pain", IN_THREE);
  const bought = await buys("Luc", listing, "fr", {
    option: "three",
    seen: { total: 20_100, dueNow: 6700 },
  });
  expect((await called("Luc", "Reçu"))?.text).toMatch(/Dû le mar\. 6 avr\. 2027 : 67,00 €/);
  now = instant("2027-04-06T10:00:00Z");
  await runner()(school.owned.school, bought.order);
  const paid = await last("Luc");
  expect(paid?.subject).toBe("67,00 € payés : Pain");
  expect(paid?.text).toMatch(/échéance 2 sur 3\.\n\nEnsuite : 67,00 € le jeu\. 6 mai 2027\./);
  expect(paid?.text).toMatch(/en fichier, une fois connecté/);
  school.till.become("refused");
  now = instant("2027-05-06T10:00:00Z");
  await runner()(school.owned.school, bought.order);
  const failed = await last("Luc");
  expect(failed?.subject).toMatch(/67,00 €.*Pain/);
  expect(failed?.text).not.toMatch(/could not|Nothing|period/);
  now = instant("2027-05-20T10:00:00Z");
  await runner()(school.owned.school, bought.order);
  expect((await mailsTo("Luc")).map(({ subject }) => subject)).toContain(
    "Fermé jusqu’au paiement : Pain",
  );
  const query = "policy=amount&amount=5000";
  const path = `/schools/one/orders/${bought.order}`;
  const seen = await school.owned.ask<RefundAnswer>("GET", `${path}/refund?${query}`);
  await school.owned.ask("POST", `${path}/refunds`, {
    key: "gives-back-in-french",
    policy: "amount",
    amount: 5000,
    seen: { amount: seen.amount, off: seen.off },
  });
  expect((await last("Luc"))?.subject).toBe("50,00 € vous sont rendus : Pain");
  const credit = (await school.order(bought)).documents.find(({ kind }) => kind === "credit-note");
  const note = await fileOf(bought, `documents/${credit?.number}`);
  expect(note.text).toMatch(/Avoir [\s\S]*Sur la facture [\s\S]*Remboursé : Pain50,00 €/);
  // Nothing that any of them says is English.
  for (const { text } of await mailsTo("Luc"))
    expect(text).not.toMatch(/\b(Hello|Order|paid|Next|Questions:.*you)\b/);
});

test("who is known reads what they have chosen, whatever their browser says; who has chosen nothing, that", async () => {
  const { test_, school: id } = school.owned;
  const listing = await school.onSale("Broa");
  const chooses = (email: string, language: "it" | null) =>
    test_.db.withSchool(id, (tx) =>
      tx.updateTable("person").set({ language }).where("email", "=", email).execute(),
    );
  for (const [name, chosen, subject] of [
    ["Ines", "it", "Ricevuta"],
    ["Otto", null, "Quittung"],
  ] as const) {
    await buys(name, listing, "en");
    await chooses(somebody(name).email, chosen);
    await buys(name, await school.onSale(`Again for ${name}`), "de");
    expect((await last(name))?.subject).toMatch(new RegExp(`^${subject} .*Again for ${name}`));
  }
});

test("left in the middle in Italian, and asked for by transfer in Portuguese", async () => {
  const listing = await school.onSale("Pane", { teams: true });
  const left = await school.press(null, listing, somebody("Gia"), 200, { "accept-language": "it" });
  await school.owned.ask("PATCH", "/schools/one", { followUpHours: 24 });
  now = instant("2027-03-07T12:00:00Z");
  const { test_, school: id } = school.owned;
  await follower({ db: test_.db, baseUrl: "https://x", now: () => now })(id, left.order);
  expect(await last("Gia")).toMatchObject({
    subject: "Non hai finito l’acquisto: Pane",
    text: expect.stringMatching(/^Ciao Gia,\n\nHai cominciato ad acquistare «Pane»/),
  });
  // Whose language the school knows: it is one of its people.
  await test_.db.withSchool(id, (tx) =>
    tx
      .insertInto("person")
      .values({
        school_id: id,
        id: "rui",
        name: "Rui",
        email: "rui@example.org",
        time_zone: "Europe/Lisbon",
        language: "pt",
      } as never)
      .onConflict((on) => on.doNothing())
      .execute(),
  );
  const order = await school.owned.ask<{ id: string }>("POST", "/schools/one/orders", {
    key: "asked-for-in-portuguese",
    listing,
    option: "once",
    seen: { total: 19_900 },
    ...somebody("Rui"),
    timeZone: "Europe/Lisbon",
    payBy: "2027-03-20",
  });
  const asked = await last("Rui");
  expect(asked?.text).toMatch(/Ao todo: 199,00 €\nIBAN 123\nA indicar com o pagamento: /);
  const secret = /secret=([\w-]+)/.exec(asked?.text ?? "")?.[1] ?? "";
  const { text, tag } = await fileOf({ order: order.id, secret } as Bought, "request");
  expect(tag).toBe("pt");
  expect(text).toMatch(/Pedido de pagamento [\s\S]*Isto não é uma fatura\./);
});

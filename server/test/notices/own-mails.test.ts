/**
 * Mails that a part of their own writes when it has happened (a place that is free, money that is asked for or could not
 * be charged) are in the school's words for them too, and in the language of whoever reads them.
 */
import type { NoticeSettings, NoticeText, NoticeTried } from "@dawngate/contract/notices";
import type { Language } from "@dawngate/core/notices";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { nextCaller } from "../../src/enrollment/ways-in/waitlist";
import { handWatcher } from "../../src/sales/by-hand/watch";
import { readSoldBy } from "../../src/sales/listing-store";
import { orderRunner } from "../../src/sales/running/charge";
import { atTheDoor, catalog, zone } from "../helpers/at-the-door";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

describe("about money", () => {
  let school: Selling;
  let now: Instant;
  beforeAll(async () => {
    now = instant("2027-03-06T11:00:00Z");
    school = await sellingSchool(() => now);
    await school.owned.ask("PATCH", "/schools/one", { languages: ["en", "de"] });
  });
  beforeEach(() => {
    now = instant("2027-03-06T11:00:00Z");
    school.till.become("paid");
  });
  afterAll(() => school.owned.test_.close());

  const write = (kind: string, words: object | null, language = "en") =>
    school.owned.ask<NoticeText>("PUT", `/schools/one/notices/texts/${kind}`, { language, words });
  const lastTo = (name: string) =>
    school.owned.app.mails.findLast(({ to }) => to === `${name.toLowerCase()}@example.org`);
  /** Buys in three parts, of which the second cannot be charged. */
  async function fails(name: string, reads: Language | null) {
    const listing = await school.onSale(`Of ${name}`, IN_THREE);
    const bought = await school.press(null, listing, {
      ...somebody(name),
      option: "three",
      seen: { total: 20_100, dueNow: 6700 },
    });
    await school.tell(bought.order, "paid", `ch-${bought.order}`);
    await school.owned.test_.db.withSchool(school.owned.school, (tx) =>
      tx
        .updateTable("person")
        .set({ language: reads })
        .where("email", "=", `${name.toLowerCase()}@example.org`)
        .execute(),
    );
    school.till.become("refused");
    now = instant("2027-04-06T05:00:00Z");
    const { db } = school.owned.test_;
    const { payments } = school.till;
    await orderRunner({ db, payments, baseUrl: "https://x", now: () => now })(
      school.owned.school,
      bought.order,
    );
    await school.owned.app.workOff();
    return lastTo(name);
  }

  test("as they were where nobody has written anything", async () => {
    const mail = await fails("Anton", null);
    expect(mail?.subject).toBe("€67.00 could not be charged: Of Anton");
    expect(mail?.text).toMatch(/^Hello Anton,/);
    expect(mail?.text).toMatch(/part 2 of 3, could not be charged\. Nothing was taken\./);
    expect(mail?.text).toMatch(/It is tried again on Wed 7 Apr 2027, 0\d:00\./);
    expect(mail?.text).toMatch(/access is closed from \w{3} 1\d Apr 2027 until it is paid/);
    expect(mail?.text).toMatch(/Pay with another card:\nhttps/);
  });

  test("in the school's words, with what follows from it and the way to pay added", async () => {
    await write("payment-failed", {
      subject: "{amount} for {course}",
      text: "Dear {person}, your card was not taken on {due}.",
    });
    const mail = await fails("Bea", null);
    expect(mail?.subject).toBe("€67.00 for Of Bea");
    expect(mail?.text).toMatch(/Dear Bea, your card was not taken on Tue 6 Apr 2027\./);
    expect(mail?.text).toMatch(/It is tried again on/);
    expect(mail?.text).toMatch(/Pay with another card:\nhttps/);
    await write("payment-failed", null);
  });

  test("in the buyer's language, all of it", async () => {
    const mail = await fails("Carl", "de");
    expect(mail?.subject).toMatch(/^67,00\s€ konnten nicht abgebucht werden: Of Carl$/);
    expect(mail?.text).toMatch(/^Guten Tag Carl,/);
    expect(mail?.text).toMatch(/Der nächste Versuch ist Mi\., 7\. Apr/);
    expect(mail?.text).toMatch(/Mit einer anderen Karte bezahlen:\nhttps/);
    expect(mail?.text).not.toMatch(/charged|tried|closed/);
  });

  test("what an order by hand asks for, and reminds of", async () => {
    await write("payment-due", { subject: "Please pay {amount}", text: "By {due}, for {course}." });
    await write("payment-overdue", { subject: "Still {amount}", text: "It was due on {due}." });
    const listing = await school.onSale("Bread for bakeries", { teams: true });
    const response = await school.owned.app.ask(OWNER, "POST", "/schools/one/orders", {
      key: "press-of-own-words",
      listing,
      option: "once",
      seen: { total: 19_900 },
      ...somebody("Dora"),
      timeZone: "Europe/Lisbon",
      payBy: "2027-03-20",
    });
    const { id } = (await response.json()) as { id: string };
    await school.owned.app.workOff();
    expect(lastTo("Dora")).toMatchObject({ subject: "Please pay €199.00" });
    expect(lastTo("Dora")?.text).toMatch(/By Sat 20 Mar 2027, for Bread for bakeries\./);
    expect(lastTo("Dora")?.text).toContain(`Say with it: ${id}`);
    now = instant("2027-03-21T09:00:00Z");
    await handWatcher({ db: school.owned.test_.db, baseUrl: "https://x", now: () => now })(
      school.owned.school,
      id,
    );
    await school.owned.app.workOff();
    expect(lastTo("Dora")).toMatchObject({ subject: "Still €199.00" });
    expect(lastTo("Dora")?.text).toMatch(/secret=/);
  });

  test("they are among what the school words, and are tried with a sum that is made up", async () => {
    const path = "/schools/one/notices/settings";
    const { worded, kinds } = await school.owned.ask<NoticeSettings>("GET", path);
    expect(worded.map(({ kind, whose }) => [kind, whose])).toEqual([
      ["place-free", "ours"],
      ["payment-due", "school"],
      ["payment-overdue", "school"],
      ["payment-failed", "ours"],
    ]);
    expect(kinds.map(({ kind }) => kind)).not.toContain("payment-failed");
    const words = { subject: "{amount}", text: "{course}, {due}." };
    const tried = (kind: string, given: object) =>
      school.owned.ask<NoticeTried>("POST", `/schools/one/notices/texts/${kind}/trial`, {
        words: given,
      });
    expect((await tried("payment-failed", words)).letter).toMatchObject({
      subject: "€66.33",
      says: [expect.stringMatching(/^Bread & more, \w{3} \d+ \w{3} 2027\.$/)],
    });
    const place = { subject: "{course}", text: "Until {lapses}." };
    expect((await tried("place-free", place)).letter?.says[0]).toMatch(/^Until \w{3} .*2027, \d/);
    expect((await tried("payment-failed", place)).faults).toHaveLength(1);
  });
});

describe("a place that is free", () => {
  const { clock, owned, ask, by, enroll, set, seats, mailsTo } = atTheDoor("2027-03-10T12:00:03Z");
  const freed = async () => {
    await nextCaller({
      db: owned().test_.db,
      baseUrl: "https://x",
      now: () => clock.now,
      soldBy: readSoldBy,
    })(owned().school, "k");
    await owned().app.workOff();
  };
  beforeAll(async () => {
    await ask("PATCH", "/schools/one", { languages: ["en", "pt"] });
    await enroll("first@example.org");
    await seats(2);
    await set({ waitlist: { until: "2027-03-18", offerHours: 24 } });
    for (const [who, reads] of [
      ["w1", "en"],
      ["w2", "pt"],
      ["w3", "en"],
    ] as const) {
      const headers = { "accept-language": reads };
      const body = { cohort: "k", ...zone };
      await owned().app.ask(`${who}@example.org`, "POST", `${catalog}/waitlist`, body, headers);
    }
  });

  test("is told in the words of the cohort, of the school, and in the language of whoever waits", async () => {
    const words = (subject: string) => ({ subject, text: "“{course}” with {cohort}, {person}." });
    const put = (body: object) => ask("PUT", "/schools/one/notices/texts/place-free", body);
    await put({ words: words("Yours until {lapses}") });
    await seats(3);
    await freed();
    expect(mailsTo("w1@example.org")[0]).toMatchObject({
      subject: "Yours until Thu 11 Mar 2027, 12:01",
      text: expect.stringMatching(/“Bread & more” with Spring, w1\./),
    });
    await seats(4);
    await freed();
    const [portuguese] = mailsTo("w2@example.org");
    expect(portuguese?.subject).toBe("Há um lugar livre em Bread & more");
    expect(portuguese?.text).toMatch(/Aceitar o lugar:\nhttps?:\/\/\S+\/one\/c\/c/);
    await put({ course: "c", cohort: "k", words: words("Spring has room") });
    await seats(5);
    await freed();
    expect(mailsTo("w3@example.org")[0]?.subject).toBe("Spring has room");
    expect(formatInstant(clock.now)).toBe("2027-03-10T12:00:03Z");
    await by("w3@example.org", "GET", catalog);
  });
});

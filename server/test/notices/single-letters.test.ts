/** Letters about what one asked, waited for or handed in: in the language one reads, whole, with the way there. */
import type { EntryRequests } from "@dawngate/contract/ways-in";
import { nextCaller } from "../../src/enrollment/ways-in/waitlist";
import { reminder } from "../../src/reminders/tell";
import { readSoldBy } from "../../src/sales/listing-store";
import { atTheDoor, catalog, course, zone } from "../helpers/at-the-door";
import { instant } from "../helpers/sample";

const { clock, owned, ask, by, enroll, set, seats, mailsTo } = atTheDoor("2027-02-20T12:00:03Z");
const asks = (who: string | null, path: string, body: object, reads: string) =>
  owned().app.ask(who, "POST", path, body, { "accept-language": reads });
const last = (who: string) => mailsTo(who).at(-1);
beforeAll(() => ask("PATCH", "/schools/one", { languages: ["en", "de", "fr", "pt"] }));

test("who asks to come in is answered in the language they asked in, let in or not", async () => {
  await set({ entry: "approval", question: "Why do you bake?" });
  for (const [who, reads] of [
    ["greta@example.org", "de-AT, en;q=0.5"],
    ["beatriz@example.org", "pt"],
  ] as const) {
    const body = { cohort: "k", ...zone, words: "For bread" };
    expect((await asks(who, `${catalog}/requests`, body, reads)).status).toBe(200);
  }
  const { requests } = await ask<EntryRequests>("GET", `${course}/requests?state=waiting`);
  const of = (who: string) => requests.find(({ email }) => email === who)?.id;
  const decide = (who: string, approve: boolean, reason: string) =>
    ask("POST", `${course}/requests`, { requests: [of(who)], approve, reason });
  await decide("beatriz@example.org", false, "This group is full.");
  await decide("greta@example.org", true, "Bring an apron.");
  await owned().app.workOff();
  expect(last("beatriz@example.org")).toMatchObject({
    subject: "Sobre o seu pedido para entrar em Bread & more",
    // The school's own words stand as they were written.
    text: expect.stringMatching(/não foi aceite:\n\nThis group is full\.\n\nVer o curso:\nhttps?:/),
  });
  const german = last("greta@example.org")?.text ?? "";
  expect(german).toMatch(/Sie haben um Aufnahme gebeten und sind dabei\.\n\nBring an apron\./);
  expect(german).toMatch(/Sie sind in „Bread & more“ eingeschrieben/);
  expect(german).not.toMatch(/You asked|you are in/);
  await set({});
});

test("a place that one waited for: given, or gone to the next, in one's language", async () => {
  await enroll("first@example.org");
  await seats(3);
  await set({ waitlist: { until: "2027-03-18", offerHours: 24 } });
  for (const [who, reads] of [
    ["w1@example.org", "fr"],
    ["w2@example.org", "de"],
  ] as const) {
    const asked = await asks(who, `${catalog}/waitlist`, { cohort: "k", ...zone }, reads);
    expect(await asked.text()).toContain("true");
  }
  const next = async () => {
    const call = nextCaller({
      db: owned().test_.db,
      baseUrl: "https://x",
      now: () => clock.now,
      soldBy: readSoldBy,
    });
    await call(owned().school, "k");
    await owned().app.workOff();
  };
  await seats(4);
  await next();
  expect(last("w1@example.org")?.subject).toMatch(/Bread & more/);
  clock.now = instant("2027-02-21T12:05:00Z");
  await next();
  expect(last("w1@example.org")).toMatchObject({
    subject: "La place dans Bread & more est passée à la personne suivante",
    text: expect.stringMatching(
      /Bonjour w1,[\s\S]*Vous pouvez vous remettre sur la liste d’attente\./,
    ),
  });
});

test("reminded of a window in the language that was read when one asked, to its last day", async () => {
  // Its window opens on 1 March.
  const door = { kind: "course", course: "c" } as const;
  const email = "jo@example.org";
  expect((await asks(null, "/schools/one/reminders", { door, email }, "de")).status).toBe(200);
  await owned().app.workOff();
  const asked = last(email);
  expect(asked?.subject).toBe("Sollen wir Sie an Bread & more erinnern?");
  expect(asked?.text).toMatch(/^Guten Tag,\n\nJemand, hoffentlich Sie,/);
  const [, id = "", secret = ""] =
    /reminders\/([^?\s]+)\?secret=(\S+)/.exec(asked?.text ?? "") ?? [];
  await by(null, "POST", `/schools/one/reminders/${id}/confirmed`, {
    secret: decodeURIComponent(secret),
  });
  clock.now = instant("2027-03-01T09:00:00Z");
  await reminder({ db: owned().test_.db, baseUrl: "https://x", now: () => clock.now })(
    owned().school,
    door,
  );
  await owned().app.workOff();
  expect(last(email)).toMatchObject({
    subject: "Es ist offen: Bread & more",
    text: expect.stringContaining("ist jetzt offen, bis einschließlich Mi., 31. März 2027."),
  });
});

/** Where a cohort meets: a place for everybody to read, an address for those alone who are in it. */
import { OWNER, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

test("a cohort meets at a place everybody reads, and in the browser for those alone who are in it", async () => {
  const test_ = await ownedSchool(() => instant("2027-03-10T12:00:00Z"));
  const kept = {
    name: "Spring",
    window: { opens: "2027-02-01", closes: "2027-03-20" },
    starts: "2027-03-01",
    ends: "2027-06-25",
    grace: 14,
    seats: null,
  };
  const cohort = "/schools/one/courses/c/cohorts/k";
  const meets = { place: "Mill Lane 4, Setúbal", link: "https://meet.example.org/rye" };
  await test_.ask("PUT", cohort, { ...kept, ...meets });
  const refused = await test_.app.ask(OWNER, "PUT", cohort, {
    ...kept,
    link: "javascript:alert(1)",
  });
  expect(refused.status).toBe(422);
  // What is left out stays.
  await test_.ask("PUT", cohort, kept);
  expect(await test_.ask("GET", "/schools/one/courses/c")).toMatchObject({ cohorts: [meets] });
  const page = await test_.app.ask(null, "GET", "/schools/one/catalog/c");
  const told = await page.text();
  expect(told).toContain(meets.place);
  expect(told).not.toContain(meets.link);
  const entered = await test_.app.ask("nia@example.org", "POST", "/schools/one/catalog/c", {
    cohort: "k",
    timeZone: "Europe/Lisbon",
  });
  const { enrollment } = (await entered.json()) as { enrollment: string };
  const mine = await test_.app.ask("nia@example.org", "GET", `/schools/one/shelf/${enrollment}`);
  expect(((await mine.json()) as { meets: object }).meets).toEqual({ cohort: "Spring", ...meets });
  // The next one meets there too; the address of a meeting is each one's own.
  await test_.ask("POST", `${cohort}/next`, {
    cohorts: [{ ...kept, name: "Autumn", starts: "2027-09-01", ends: "2027-12-20", gates: {} }],
    leaders: false,
    close: false,
    hide: false,
    key: "the-next-cohort",
  });
  expect(await test_.ask("GET", "/schools/one/courses/c")).toMatchObject({
    cohorts: [meets, { name: "Autumn", place: meets.place, link: "" }],
  });
  await test_.test_.close();
});

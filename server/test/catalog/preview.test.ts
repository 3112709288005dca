import type { Preview, PublicCourse, Sample } from "@dawngate/contract/catalog";
import type { Instant } from "@dawngate/core/time";
import { headOf } from "../../src/catalog/head";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());
const visit = async <T>(path: string, status = 200) => {
  const response = await owned.app.ask(null, "GET", `/schools/one/catalog/c${path}`);
  expect(response.status).toBe(status);
  return (await response.json()) as T;
};

test("a visitor reads when they would learn what, if they came in now", async () => {
  const preview = await visit<Preview>("/preview?timeZone=Asia/Tokyo");
  // Wed 10 March + 7 days = Wed 17, then the next Monday that is a workday, at the release hour in Lisbon.
  expect(preview).toEqual({
    at: "2027-03-10T12:00:00Z",
    from: "2027-03-10T12:00:00Z",
    until: "2027-06-08T23:00:00Z",
    modules: [
      { title: "One", opens: "2027-03-10T12:00:00Z" },
      { title: "Two", opens: "2027-03-22T07:00:00Z" },
    ],
  });
});

test("with a cohort, by its dates and its own gates", async () => {
  const preview = await visit<Preview>("/preview?timeZone=Europe/Lisbon&cohort=k");
  expect(preview.from).toBe("2027-04-04T23:00:00Z");
  expect(preview.modules[1]).toEqual({ title: "Two", opens: "2027-04-12T06:00:00Z" });
  await visit("/preview?timeZone=Europe/Lisbon&cohort=nobody", 404);
  await visit("/preview?timeZone=Mars/Olympus", 400);
});

test("a sample is read by anybody, and no other lesson is, whatever it is called", async () => {
  const page = await visit<PublicCourse>("");
  const samples = page.modules.flatMap(({ lessons }) =>
    lessons.flatMap(({ sample }) => sample ?? []),
  );
  expect(samples).toEqual(["l3"]);
  expect(await visit<Sample>("/samples/l3")).toMatchObject({
    title: "Third",
    course: "Bread & more",
  });
  for (const shut of ["l1", "l4", "m1", "nothing"]) await visit(`/samples/${shut}`, 404);
});

test("the page says what it is to those who do not run it; what is not there says nothing", async () => {
  const parts = {
    db: owned.test_.db,
    identity: {
      actorIn: async (slug: string) => {
        const actor = await owned.test_.db.findActor(slug, "", "");
        return actor && { account: null, actor };
      },
    },
    baseUrl: "https://bread.example.org",
    now: () => now,
  } as unknown as Parameters<typeof headOf>[0];
  expect(await headOf(parts, "one", "c")).toMatchObject({
    title: "Bread & more · School one",
    url: "https://bread.example.org/one/c/c",
    image: { url: expect.stringContaining("/sharing.png?course=c&state="), width: 1200 },
  });
  expect(await headOf(parts, "one", "nothing")).toBeNull();
  expect(await headOf(parts, "nowhere", "c")).toBeNull();
});

import type { Course } from "@dawngate/contract/courses";
import type { WaysIn } from "@dawngate/contract/ways-in";
import { atTheDoor, course } from "../helpers/at-the-door";

const door = atTheDoor("2027-03-10T12:00:00Z");
const { owned, ask, by, enroll, page, why, way, seats } = door;

describe("the next cohort from an earlier one", () => {
  const next = {
    name: "Summer",
    window: { opens: "2027-05-03", closes: "2027-06-19" },
    starts: "2027-07-05",
    ends: "2027-09-24",
    grace: 14,
    seats: 12,
    gates: { m2: { need: "any", when: [{ from: "cohort-start", add: "P7D" }] }, l2: null },
  };
  const rest = { leaders: true, close: true, hide: true, key: "press-0001" };
  const make = (body: object, status = 200) =>
    ask<{ cohorts: { id: string }[] }>("POST", `${course}/cohorts/k/next`, body, status);
  beforeAll(async () => {
    await ask("PUT", `${course}/ways`, {
      ...way,
      waitlist: { until: "2027-03-18", offerHours: 24 },
    });
    await enroll("inside@example.org");
    await seats(12);
  });
  test("is made once a press, with the earlier one closed and hidden, its people untouched", async () => {
    const before = await ask<Course>("GET", course);
    const held = await (await by("inside@example.org", "GET", "/schools/one/shelf")).json();
    const both = await Promise.all([
      make({ cohorts: [next], ...rest }),
      make({ cohorts: [next], ...rest }),
    ]);
    expect(both[0]).toEqual(both[1]);
    const after = await ask<Course>("GET", course);
    expect(after.cohorts).toHaveLength(before.cohorts.length + 1);
    expect(after.cohorts.find(({ id }) => id === both[0]?.cohorts[0]?.id)).toMatchObject(next);
    expect(await (await by("inside@example.org", "GET", "/schools/one/shelf")).json()).toEqual(
      held,
    );
    expect((await page("g@example.org")).ways.map(({ cohort }) => cohort?.name)).toEqual([
      "Summer",
    ]);
    expect(await why(await enroll("g@example.org"))).toMatch(/enrolls people here itself/);
    const { ways } = await ask<WaysIn>("GET", `${course}/ways`);
    expect(ways).toMatchObject([
      { name: "Spring", entry: "staff", listed: false },
      { name: "Summer", entry: "anyone", listed: true, waitlist: { until: null, offerHours: 24 } },
    ]);
  });
  test("from one that is closed the next is closed too, unless one says otherwise", async () => {
    const made = await make({
      cohorts: [{ ...next, name: "Open again" }],
      ...rest,
      close: false,
      hide: false,
      reopen: true,
      key: "press-0009",
    });
    const { ways } = await ask<WaysIn>("GET", `${course}/ways`);
    expect(ways.find(({ cohort }) => cohort === made.cohorts[0]?.id)).toMatchObject({
      entry: "anyone",
      listed: true,
    });
    expect(ways.find(({ name }) => name === "Spring")).toMatchObject({ entry: "staff" });
    await owned().test_.db.withSchool(owned().school, async (tx) => {
      await tx
        .deleteFrom("cohort")
        .where("id", "=", made.cohorts[0]?.id ?? "")
        .execute();
    });
  });
  test("a series at once, or none where one of them is wrong", async () => {
    const series = ["Autumn", "Winter"].map((name, i) => ({
      ...next,
      name,
      starts: `202${7 + i}-10-04`,
      ends: `202${7 + i}-12-17`,
      window: null,
    }));
    const wrong = [...series, { ...next, name: "Backwards", ends: "2027-01-01" }];
    await make({ cohorts: wrong, ...rest, key: "press-0002" }, 422);
    const circle = { need: "all", when: [{ from: "opened", item: "m2" }] };
    await make({ cohorts: [{ ...next, gates: { m2: circle } }], ...rest, key: "press-0003" }, 422);
    const made = await make({ cohorts: series, ...rest, key: "press-0004" });
    expect(made.cohorts).toHaveLength(2);
    expect((await ask<Course>("GET", course)).cohorts.map(({ name }) => name)).toEqual([
      "Spring",
      "Summer",
      "Autumn",
      "Winter",
    ]);
    await ask("POST", `${course}/cohorts/nobody/next`, { cohorts: [next], ...rest }, 404);
  });
});

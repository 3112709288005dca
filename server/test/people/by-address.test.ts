/** People are found by their addresses through row security: in whatever letters, of one's own school alone. */
import { hasAddress } from "../../src/db/by-address";
import type { SchoolId } from "../../src/db/connection";
import { importSchool } from "../../src/import/import";
import { findPersonByEmail, insertPeople } from "../../src/people/store";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant, sampleImport } from "../helpers/sample";

const NOW = instant("2027-03-10T12:00:00Z");
let owned: Owned;
let other: SchoolId;
beforeAll(async () => {
  owned = await ownedSchool(() => NOW);
  const { db } = owned.test_;
  other = await importSchool(db, sampleImport("two"), NOW);
  const one = (id: string, email: string) => ({ id, name: id, email, timeZone: "UTC" });
  await db.withSchool(owned.school, (tx) =>
    insertPeople(tx, owned.school, [
      one("here", "Both@Example.org"),
      one("alone", "alone@example.org"),
    ]),
  );
  await db.withSchool(other, (tx) => insertPeople(tx, other, [one("there", "both@example.org")]));
});
afterAll(() => owned.test_.close());

const within = (school: SchoolId, email: string) =>
  owned.test_.db.withSchool(school, (tx) => findPersonByEmail(tx, email));

test("the same address is somebody else in another school; letters' size does not matter", async () => {
  expect((await within(owned.school, "BOTH@example.ORG"))?.id).toBe("here");
  expect((await within(other, "Both@example.org"))?.id).toBe("there");
  expect(await within(other, "alone@example.org")).toBeUndefined();
});

test("many at once, those who are known; an address is taken as it is, whatever signs it has", async () => {
  const found = await owned.test_.db.withSchool(owned.school, (tx) =>
    tx
      .selectFrom("person")
      .select("id")
      .where(hasAddress(["ALONE@example.org", "both@example.org", "%@example.org", "'); --", ""]))
      .orderBy("id")
      .execute(),
  );
  expect(found.map(({ id }) => id)).toEqual(["alone", "here"]);
});

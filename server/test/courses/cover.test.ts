import { crc32 } from "node:zlib";
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Cover } from "@dawngate/contract/courses";
import type { Problem } from "@dawngate/contract/problem";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
const OWNER = "owner@example.org";
let test_: TestDatabase;
let app: TestApp;
beforeAll(async () => {
  test_ = await testDatabase();
  app = testApp(test_.db, () => now);
  for (const slug of ["one", "two"]) {
    const school = await importSchool(test_.db, sampleImport(slug), now);
    const email = slug === "one" ? OWNER : "other@example.org";
    const member = { user_id: `account-${email}`, role: "owner" as const, name: slug, email };
    await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  }
});
afterAll(() => test_.close());

/** A PNG that begins as the standard has it (W3C PNG, third edition, 5.2, 11.2.1) and holds no rows. */
function png(width: number, height: number, more = 0): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
    const [length, crc] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    crc.writeUInt32BE((crc32 as (data: Buffer) => number)(body));
    return Buffer.concat([length, body, crc]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([
    signature,
    chunk("IHDR", head),
    Buffer.alloc(more),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

const COURSE = "/schools/one/courses/c";
const put = (bytes: Uint8Array, who = OWNER) => app.ask(who, "PUT", `${COURSE}/cover`, bytes);
const shown = async () =>
  ((await (await app.ask(null, "GET", "/schools/one/catalog/c")).json()) as PublicCourse).cover;

test("a cover is kept, seen by everybody under an address of its own, and given up again", async () => {
  expect(await shown()).toBeNull();
  const kept = (await (await put(png(1200, 800))).json()) as Cover;
  expect(kept).toMatchObject({ width: 1200, height: 800, x: 0.5, y: 0.5 });
  expect(await shown()).toEqual(kept);
  const picture = await app.ask(null, "GET", `${COURSE}/cover/${kept.hash}`);
  expect(picture.headers.get("content-type")).toBe("image/png");
  expect(picture.headers.get("cache-control")).toContain("immutable");
  expect(Buffer.from(await picture.arrayBuffer())).toEqual(png(1200, 800));
  expect((await app.ask(OWNER, "PATCH", `${COURSE}/cover`, { x: 0.25, y: 1 })).status).toBe(200);
  expect(await shown()).toMatchObject({ hash: kept.hash, x: 0.25, y: 1 });
  // Another picture: another address, and its middle in the middle.
  const next = (await (await put(png(900, 900))).json()) as Cover;
  expect(await shown()).toEqual(next);
  expect((await app.ask(null, "GET", `${COURSE}/cover/${kept.hash}`)).status).toBe(404);
  expect((await app.ask(OWNER, "DELETE", `${COURSE}/cover`)).status).toBe(200);
  expect(await shown()).toBeNull();
});

test.each([
  ["nothing at all", Buffer.alloc(0), /empty/],
  ["a text", Buffer.from("Flour, water, patience"), /not a picture/],
  [
    "a drawing with a program in it",
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><script>alert(1)</script></svg>',
    ),
    /not a picture/,
  ],
  ["a picture of 20,000 pixels", png(20_000, 20_000), /20,000 × 20,000 pixels/],
  ["one that was not made smaller", png(3000, 3000), /at most 2400 pixels/],
  ["a stamp", png(64, 64), /at least 320/],
  ["five megabytes", png(900, 900, 5 * 1024 * 1024), /larger than 4 MB/],
])("%s is refused, and nothing is written", async (_, bytes, says) => {
  const response = await put(bytes);
  expect(response.status).toBe(bytes.length > 4 * 1024 * 1024 ? 413 : 422);
  expect(((await response.json()) as Problem).detail).toMatch(says);
  expect(await shown()).toBeNull();
});

test("only owners give a cover, only in their own school, and only where there is one a point is moved", async () => {
  expect((await put(png(900, 900), "somebody@example.org")).status).toBe(403);
  expect((await put(png(900, 900), "other@example.org")).status).toBe(403);
  expect(
    (await app.ask(OWNER, "PUT", "/schools/one/courses/nothing/cover", png(900, 900))).status,
  ).toBe(404);
  expect((await app.ask(OWNER, "PATCH", `${COURSE}/cover`, { x: 0, y: 0 })).status).toBe(404);
  expect((await app.ask(OWNER, "PATCH", `${COURSE}/cover`, { x: 2, y: 0 })).status).toBe(422);
});

test("of a course that is not published the cover is its staff's; a copy brings it along", async () => {
  const { hash } = (await (await put(png(700, 500))).json()) as Cover;
  const copy = (await (
    await app.ask(OWNER, "POST", "/schools/one/courses", { title: "Copy", copyOf: "c" })
  ).json()) as { id: string };
  const at = `/schools/one/courses/${copy.id}/cover/${hash}`;
  expect((await app.ask(OWNER, "GET", at)).status).toBe(200);
  expect((await app.ask(null, "GET", at)).status).toBe(404);
});

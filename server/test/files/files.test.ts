/**
 * Files: brought by the tus protocol (its specification 1.0.0, tus.io/protocols/resumable-upload, from memory), kept once,
 * read in parts (RFC 9110, 13 and 14) by whoever was told where.
 */
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { KeptFile, ShownFile } from "@dawngate/contract/files";
import type { SchoolId } from "../../src/db/connection";
import { dropFiles } from "../../src/files/sweep";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { begin, bring, demoMedia, piece, testKept, whereIs } from "../helpers/kept";
import { instant, sampleImport } from "../helpers/sample";

let now = instant("2027-03-10T12:00:00Z");
const OWNER = "owner@example.org";
const AUTHOR = "author@example.org";
let test_: TestDatabase;
let app: TestApp;
let place: Awaited<ReturnType<typeof testKept>>;

beforeAll(async () => {
  test_ = await testDatabase();
  place = await testKept();
  app = testApp(test_.db, () => now, undefined, { kept: place.kept });
  for (const slug of ["one", "two"]) {
    const school = await importSchool(test_.db, sampleImport(slug), now);
    await test_.db.withSchool(school, async (tx) => {
      for (const [email, role] of [
        [slug === "one" ? OWNER : "other@example.org", "owner"],
        [AUTHOR, "author"],
      ] as const)
        await insertMember(tx, school, { user_id: `account-${email}`, role, name: email, email });
    });
  }
});
afterAll(async () => {
  await test_.close();
  place.remove();
});

const sha = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const told = async <T>(response: Response) => (await response.json()) as T;
/** Reads a file at the address it was told by. */
const read = (who: string | null, url: string, headers: Record<string, string> = {}) =>
  app.ask(who, "GET", url.replace(/^\/api/, ""), undefined, headers);
const film = demoMedia("folds.mp4");

test("a film that is brought is measured, named by its bytes, and kept once", async () => {
  const kept = await told<ShownFile>(await bring(app, OWNER, "one", "folds.mp4", film));
  expect(kept).toMatchObject({
    id: sha(film),
    name: "folds.mp4",
    type: "video/mp4",
    bytes: film.length,
    width: 640,
    height: 360,
  });
  expect(kept.seconds).toBeCloseTo(31, 0);
  const again = await told<ShownFile>(await bring(app, AUTHOR, "one", "the same.mp4", film));
  expect(again).toMatchObject({ id: kept.id, name: "folds.mp4" });
});

test.each([
  ["your-questions.mp3", "audio/mpeg", 20],
  ["fold-diary.pdf", "application/pdf", null],
  ["baskets-1.png", "image/png", null],
  ["folds.jpg", "image/jpeg", null],
  ["folds.en.vtt", "text/vtt", null],
  ["seed-table.csv", "text/plain", null],
])("%s is what its bytes say: %s", async (name, type, seconds) => {
  const kept = await told<KeptFile>(await bring(app, OWNER, "one", name, demoMedia(name)));
  expect(kept.type).toBe(type);
  if (seconds === null) expect(kept.seconds).toBeNull();
  else expect(kept.seconds).toBeGreaterThan(seconds);
  if (type === "application/pdf") expect(kept.pages).toBe(2);
  if (name === "baskets-1.png") expect(kept).toMatchObject({ width: 960, height: 540 });
});

test("a film without a length and without sound is kept; its length is asked for where it is played", async () => {
  const bytes = readFileSync(join(__dirname, "no-length.webm"));
  const kept = await told<KeptFile>(await bring(app, OWNER, "one", "no-length.webm", bytes));
  expect(kept).toMatchObject({ type: "video/webm", seconds: null, width: 160, height: 90 });
});

describe("what is refused, with what to do", () => {
  const program = Buffer.concat([
    Buffer.from([0x7f, 0x45, 0x4c, 0x46, 2, 1, 1, 0]),
    Buffer.alloc(64),
  ]);
  test.each([
    ["a film that is a sheet", "film.mp4", demoMedia("fold-diary.pdf"), /called a video.*PDF/],
    ["a PDF that is a program", "sheet.pdf", program, /is a program/],
    ["a picture that is a text", "cover.png", Buffer.from("flour"), /called a picture/],
    ["nothing", "empty.txt", Buffer.alloc(0), /empty/],
    ["captions that are none", "en.vtt", Buffer.from("1\n00:00 --> 00:01\nHello"), /captions/],
  ])("%s", async (_, name, bytes, sentence) => {
    const refused = await bring(app, OWNER, "one", name, bytes);
    expect(refused.status).toBe(422);
    expect((await told<{ detail: string }>(refused)).detail).toMatch(sentence);
  });

  test("a picture of 20,000 pixels, by its first bytes (W3C PNG, 11.2.1)", async () => {
    const head = Buffer.from(demoMedia("baskets-1.png"));
    head.writeUInt32BE(20_000, 16);
    const refused = await bring(app, OWNER, "one", "huge.png", head);
    expect((await told<{ detail: string }>(refused)).detail).toContain("20000 × 540 pixels");
  });

  test("a drawing with a program in it is kept as something to take along, never shown", async () => {
    const drawing = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
    );
    const kept = await told<ShownFile>(await bring(app, OWNER, "one", "drawing.svg", drawing));
    const shown = await read(OWNER, kept.url);
    expect(shown.headers.get("content-type")).toBe("application/octet-stream");
    expect(shown.headers.get("content-disposition")).toMatch(/^attachment/);
    expect(shown.headers.get("content-security-policy")).toBe("default-src 'none'; sandbox");
    expect(shown.headers.get("x-content-type-options")).toBe("nosniff");
  });
});

describe("the protocol of bringing", () => {
  const pathOf = (begun: Response) => (begun.headers.get("location") ?? "").replace(/^\/api/, "");

  test("a connection that is cut forty times ends with the same bytes", async () => {
    const begun = await begin(app, OWNER, "one", film.length, "cut.mp4");
    expect(begun.status).toBe(201);
    const path = pathOf(begun);
    const step = Math.ceil(film.length / 41);
    let pieces = 0;
    for (let at = 0; at < film.length; pieces++) {
      const sent = await piece(app, OWNER, path, at, film.subarray(at, at + step));
      expect(sent.status).toBe(204);
      // Whoever comes back asks first how far it has come.
      const where = await whereIs(app, OWNER, path);
      at = Number(where.headers.get("upload-offset"));
      expect(where.headers.get("upload-length")).toBe(String(film.length));
      expect(where.headers.get("cache-control")).toBe("no-store");
    }
    expect(pieces).toBe(41);
    const upload = path.split("/").at(-1);
    const kept = await app.ask(OWNER, "POST", "/schools/one/files", { upload, name: "cut.mp4" });
    expect((await told<KeptFile>(kept)).id).toBe(sha(film));
    // The answer was lost: asked again, it is the same.
    const again = await app.ask(OWNER, "POST", "/schools/one/files", { upload, name: "cut.mp4" });
    expect((await told<KeptFile>(again)).id).toBe(sha(film));
  });

  test("a piece at another place than where it stands is refused (409), and changes nothing", async () => {
    const path = pathOf(await begin(app, OWNER, "one", 10, "a.txt"));
    expect((await piece(app, OWNER, path, 5, Buffer.from("world"))).status).toBe(409);
    expect((await whereIs(app, OWNER, path)).headers.get("upload-offset")).toBe("0");
  });

  test("without the protocol's header it is not understood (412)", async () => {
    const asked = await app.ask(OWNER, "POST", "/schools/one/uploads", undefined, {
      "upload-length": "5",
    });
    expect(asked.status).toBe(412);
  });

  test("it says what it can: version, extensions and the most it takes", async () => {
    const can = await app.ask(OWNER, "OPTIONS", "/schools/one/uploads");
    expect(can.status).toBe(204);
    expect(can.headers.get("tus-version")).toBe("1.0.0");
    expect(can.headers.get("tus-extension")).toContain("creation");
    expect(Number(can.headers.get("tus-max-size"))).toBe(4 * 1024 ** 3);
  });

  test("more than is taken is refused before a byte of it comes (413)", async () => {
    const begun = await begin(app, OWNER, "one", 5 * 1024 ** 3, "huge.mp4");
    expect(begun.status).toBe(413);
  });

  test("what one brings nobody else goes on with, keeps or ends, of the same school or another", async () => {
    const path = pathOf(await begin(app, OWNER, "one", 5, "mine.txt"));
    const upload = path.split("/").at(-1);
    expect((await piece(app, AUTHOR, path, 0, Buffer.from("stole"))).status).toBe(404);
    expect((await whereIs(app, AUTHOR, path)).status).toBe(404);
    const elsewhere = path.replace("/one/", "/two/");
    expect((await whereIs(app, OWNER, elsewhere)).status).not.toBe(200);
    await piece(app, OWNER, path, 0, Buffer.from("flour"));
    const kept = await app.ask(AUTHOR, "POST", "/schools/one/files", { upload, name: "x.txt" });
    expect(kept.status).toBe(404);
  });

  test("whoever neither edits courses nor learns in one brings nothing; who learns, nothing of the school's", async () => {
    expect((await begin(app, "stranger@example.org", "one", 5, "a.txt")).status).toBe(403);
    expect(
      (await bring(app, "ana@example.org", "one", "a.png", demoMedia("baskets-1.png"))).status,
    ).toBe(403);
    expect((await begin(app, null as never, "one", 5, "a.txt")).status).toBe(401);
  });
});

describe("reading", () => {
  let shown: ShownFile;
  beforeAll(async () => {
    shown = await told<ShownFile>(await bring(app, OWNER, "one", "folds.mp4", film));
  });

  test("whole, with a strong tag, for ever the same", async () => {
    const whole = await read(OWNER, shown.url);
    expect(whole.status).toBe(200);
    expect(whole.headers.get("content-type")).toBe("video/mp4");
    expect(whole.headers.get("accept-ranges")).toBe("bytes");
    expect(whole.headers.get("etag")).toBe(`"${shown.id}"`);
    expect(whole.headers.get("cache-control")).toContain("immutable");
    expect(sha(new Uint8Array(await whole.arrayBuffer()))).toBe(shown.id);
    const same = await read(OWNER, shown.url, { "if-none-match": `"${shown.id}"` });
    expect(same.status).toBe(304);
  });

  test("asked for what it is alone (HEAD, RFC 9110, 9.3.2), it says the same and sends nothing", async () => {
    const path = shown.url.replace(/^\/api/, "");
    const head = await app.ask(OWNER, "HEAD", path);
    expect(head.status).toBe(200);
    expect(head.headers.get("content-length")).toBe(String(film.length));
    expect(head.headers.get("etag")).toBe(`"${shown.id}"`);
    expect((await head.arrayBuffer()).byteLength).toBe(0);
  });

  test("a part, with where it stands; nothing where it begins after the end", async () => {
    const part = await read(OWNER, shown.url, { range: "bytes=100-199" });
    expect(part.status).toBe(206);
    expect(part.headers.get("content-range")).toBe(`bytes 100-199/${film.length}`);
    expect(part.headers.get("content-length")).toBe("100");
    expect(Buffer.from(await part.arrayBuffer())).toEqual(film.subarray(100, 200));
    const none = await read(OWNER, shown.url, { range: `bytes=${film.length}-` });
    expect(none.status).toBe(416);
    expect(none.headers.get("content-range")).toBe(`bytes */${film.length}`);
  });

  test("a part of another state is answered whole (If-Range, 13.1.5)", async () => {
    const range = "bytes=0-9";
    const fits = await read(OWNER, shown.url, { range, "if-range": `"${shown.id}"` });
    expect(fits.status).toBe(206);
    expect((await read(OWNER, shown.url, { range, "if-range": '"other"' })).status).toBe(200);
    expect((await read(OWNER, shown.url, { range, "if-range": `W/"${shown.id}"` })).status).toBe(
      200,
    );
  });

  test("an address is its reader's alone, for this file, in this school, for some hours", async () => {
    expect((await read(AUTHOR, shown.url)).status).toBe(404);
    expect((await read(null, shown.url)).status).toBe(404);
    const other = "0".repeat(64);
    expect((await read(OWNER, shown.url.replace(shown.id, other))).status).toBe(404);
    expect((await read(OWNER, shown.url.replace("/one/", "/two/"))).status).toBe(404);
    const url = new URL(shown.url, "http://x");
    url.searchParams.set("for", "anybody");
    expect((await read(null, `${url.pathname}${url.search}`)).status).toBe(404);
    const before = now;
    now = instant("2027-03-11T00:00:01Z");
    expect((await read(OWNER, shown.url)).status).toBe(404);
    now = before;
  });

  test("to be saved, under its own name, whatever characters it has (RFC 6266)", async () => {
    const name = 'Földs "and" rests.mp4';
    const sheet = demoMedia("weekly-plan.pdf");
    const kept = await told<ShownFile>(
      await bring(app, OWNER, "one", name.replace("mp4", "pdf"), sheet),
    );
    const saved = await read(OWNER, `${kept.url}&save=yes`);
    expect(saved.headers.get("content-disposition")).toBe(
      "attachment; filename=\"F_lds _and_ rests.pdf\"; filename*=UTF-8''F%C3%B6lds%20%22and%22%20rests.pdf",
    );
  });
});

test("the files of a school that is gone go with it, and nobody else's", async () => {
  const here = await told<ShownFile>(await bring(app, OWNER, "one", "a.txt", Buffer.from("here")));
  const school = (await test_.db.findSchool("one")) as SchoolId;
  const other = (await test_.db.findSchool("two")) as SchoolId;
  await place.kept.store.removeSchool(other);
  // Of a school that is there nothing goes.
  await dropFiles(test_.db, place.kept, school);
  expect(await place.kept.store.has(school, here.id, here.bytes)).toBe(true);
  await place.kept.store.removeSchool(school);
  expect(await place.kept.store.has(school, here.id, here.bytes)).toBe(false);
  await expect(place.kept.store.removeSchool("..")).rejects.toThrow();
});

test("without a folder for them nothing can be brought, and it is said what is missing", async () => {
  const bare = testApp(test_.db, () => now);
  const begun = await begin(bare, OWNER, "one", 5, "a.txt");
  expect(begun.status).toBe(503);
  expect(((await begun.json()) as { detail: string }).detail).toContain("DAWNGATE_FILES");
});

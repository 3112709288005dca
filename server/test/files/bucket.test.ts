/**
 * Where files are kept: the same is asked of a folder and of a bucket behind the one port. The bucket is a practice
 * service's that speaks S3 (s3rver, from the registry).
 */
import { createHash, randomBytes } from "node:crypto";
import { existsSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ShownFile } from "@dawngate/contract/files";
import S3rver from "s3rver";
import type { FileStore } from "../../src/base/kept-files";
import type { SchoolId } from "../../src/db/connection";
import { type Bucket, bucketStore } from "../../src/files/bucket";
import { folderStore } from "../../src/files/folder";
import { openKeptFiles } from "../../src/files/kept";
import { dropFiles } from "../../src/files/sweep";
import { readSettings } from "../../src/settings";
import { bring, demoMedia } from "../helpers/kept";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const ONE = "0b0d6f7e-0000-4000-8000-000000000001" as SchoolId;
const TWO = "0b0d6f7e-0000-4000-8000-000000000002" as SchoolId;
const folder = mkdtempSync(join(tmpdir(), "dawngate-bucket-"));
const service = new S3rver({
  ...{ address: "127.0.0.1", port: 0, silent: true, directory: join(folder, "service") },
  configureBuckets: [{ name: "kept-files", configs: [] }],
});
let bucket: Bucket;
beforeAll(async () => {
  const { port } = await service.run();
  bucket = {
    ...{ name: "kept-files", region: "us-east-1", endpoint: `http://127.0.0.1:${port}` },
    ...{ keyId: "S3RVER", secret: "S3RVER" },
  };
});
afterAll(async () => {
  await service.close();
  rmSync(folder, { recursive: true, force: true });
});

const sha = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
let brought = 0;
/** A file as it has come, in a folder. */
function coming(bytes: Uint8Array): { id: string; path: string } {
  brought += 1;
  const path = join(folder, `coming-${brought}`);
  writeFileSync(path, bytes);
  return { id: sha(bytes), path };
}
const all = async (stream: ReadableStream<Uint8Array>) =>
  Buffer.from(await new Response(stream).arrayBuffer());

const STORES: [string, () => FileStore][] = [
  ["a folder", () => folderStore(join(folder, "kept"))],
  ["a bucket", () => bucketStore(bucket)],
];

describe.each(STORES)("%s", (_, open) => {
  test("takes a file over, whole, and reads any part of it to the byte", async () => {
    const store = open();
    // More than a piece of what goes at once, and not a round number of them.
    const bytes = randomBytes(21 * 2 ** 20 + 12_345);
    const { id, path } = coming(bytes);
    await store.take(ONE, id, path);
    expect(existsSync(path)).toBe(false);
    expect(await store.has(ONE, id, bytes.length)).toBe(true);
    expect(sha(await all(await store.read(ONE, id, 0, bytes.length - 1)))).toBe(id);
    const part = await all(await store.read(ONE, id, 8 * 2 ** 20 - 3, 8 * 2 ** 20 + 4));
    expect(part.equals(bytes.subarray(8 * 2 ** 20 - 3, 8 * 2 ** 20 + 5))).toBe(true);
    // A single byte; not the first, of which the practice service sends the whole.
    expect((await all(await store.read(ONE, id, 7, 7))).equals(bytes.subarray(7, 8))).toBe(true);
  });

  test("what is there is there once, in its school alone, and goes alone", async () => {
    const store = open();
    const bytes = Buffer.from("Rye, water, salt");
    for (const school of [ONE, ONE, TWO]) {
      const { id, path } = coming(bytes);
      await store.take(school, id, path);
    }
    const id = sha(bytes);
    await store.remove(ONE, id);
    // Gone already, it goes again.
    await store.remove(ONE, id);
    expect(await store.has(ONE, id, bytes.length)).toBe(false);
    expect(await store.has(TWO, id, bytes.length)).toBe(true);
    // Of another length it is not what was kept.
    expect(await store.has(TWO, id, bytes.length + 1)).toBe(false);
    await expect(store.read(ONE, id, 0, 3)).rejects.toThrow();
  });

  test("a school that goes takes all of its files, and nobody else's", async () => {
    const store = open();
    const some = Array.from({ length: 12 }, (_, i) => Buffer.from(`flour ${i}`));
    for (const bytes of some) {
      const { id, path } = coming(bytes);
      await store.take(ONE, id, path);
    }
    const kept = coming(Buffer.from("another's"));
    await store.take(TWO, kept.id, kept.path);
    await store.removeSchool(ONE);
    await store.removeSchool(ONE);
    for (const bytes of some) expect(await store.has(ONE, sha(bytes), bytes.length)).toBe(false);
    expect(await store.has(TWO, kept.id, 9)).toBe(true);
  });

  test("names that are no names of ours reach nothing", async () => {
    const store = open();
    const { path } = coming(Buffer.from("x"));
    for (const id of ["../../etc/passwd", "", "A".repeat(64), `${"a".repeat(63)}/`])
      await expect(async () => store.take(ONE, id, path)).rejects.toThrow("No name of a file");
    await expect(async () => store.removeSchool("../..")).rejects.toThrow("No name of a school");
    await expect(async () => store.removeSchool("")).rejects.toThrow("No name of a school");
  });
});

test("two who bring the same at once have it kept, and a service that is away loses nothing of what has come", async () => {
  const store = bucketStore(bucket);
  const bytes = randomBytes(9 * 2 ** 20);
  const both = [coming(bytes), coming(bytes)];
  await Promise.all(both.map(({ id, path }) => store.take(TWO, id, path)));
  expect(sha(await all(await store.read(TWO, sha(bytes), 0, bytes.length - 1)))).toBe(sha(bytes));

  const away = bucketStore({ ...bucket, endpoint: "http://127.0.0.1:1" });
  const { id, path } = coming(Buffer.from("salt"));
  await expect(away.take(TWO, id, path)).rejects.toThrow();
  expect(existsSync(path)).toBe(true);
  // Whoever cannot be asked has not said that it is not there.
  await expect(away.has(TWO, id, 4)).rejects.toThrow();
  const wrong = bucketStore({ ...bucket, name: "no-such-bucket" });
  await expect(wrong.take(TWO, id, path)).rejects.toThrow();
  expect(existsSync(path)).toBe(true);
});

describe("a school whose files are in a bucket", () => {
  let owned: Owned;
  const now = instant("2027-03-10T12:00:00Z");
  const read = (url: string, headers: Record<string, string> = {}) =>
    owned.app.ask(OWNER, "GET", url.replace(/^\/api/, ""), undefined, headers);
  afterAll(() => owned.test_.close());

  test("a film is brought in pieces, measured, and read in parts (RFC 9110, 14)", async () => {
    const kept = await openKeptFiles(
      join(folder, "files"),
      "a secret of the tests, long enough to sign with",
      bucket,
    );
    owned = await ownedSchool(() => now, 0, { kept });
    const film = demoMedia("folds.mp4");
    const answer = await bring(owned.app, OWNER, "one", "folds.mp4", film);
    const shown = (await answer.json()) as ShownFile;
    expect(shown).toMatchObject({ id: sha(film), type: "video/mp4", width: 640, height: 360 });
    const whole = await read(shown.url);
    expect(sha(Buffer.from(await whole.arrayBuffer()))).toBe(sha(film));
    const part = await read(shown.url, { range: "bytes=100-299" });
    expect([part.status, part.headers.get("content-range")]).toEqual([
      206,
      `bytes 100-299/${film.length}`,
    ]);
    expect(Buffer.from(await part.arrayBuffer()).equals(film.subarray(100, 300))).toBe(true);
    expect(await kept.store.has(owned.school, sha(film), film.length)).toBe(true);
    // Of a school that is there nothing is removed.
    await dropFiles(owned.test_.db, kept, owned.school);
    expect(await kept.store.has(owned.school, sha(film), film.length)).toBe(true);
  });
});

describe("settings", () => {
  const ENOUGH = {
    ...{ DAWNGATE_DB_PASSWORD: "x", DAWNGATE_SECRET: "a secret of the tests, long enough" },
    ...{ DAWNGATE_DEMO: "demo", DAWNGATE_DB_PORT: "5432", DAWNGATE_FILES: "/files" },
  };
  const KEY = { DAWNGATE_BUCKET_KEY: "key", DAWNGATE_BUCKET_SECRET: "secret" };
  test("a bucket wants a key, and a folder for what is coming", () => {
    expect(readSettings(ENOUGH).bucket).toBeNull();
    expect(readSettings({ ...ENOUGH, ...KEY, DAWNGATE_BUCKET: "kept" }).bucket).toEqual({
      ...{ name: "kept", region: "us-east-1", endpoint: null, keyId: "key", secret: "secret" },
    });
    expect(() => readSettings({ ...ENOUGH, DAWNGATE_BUCKET: "kept" })).toThrow(
      "DAWNGATE_BUCKET_KEY",
    );
    expect(() =>
      readSettings({ ...ENOUGH, ...KEY, DAWNGATE_BUCKET: "kept", DAWNGATE_FILES: undefined }),
    ).toThrow("DAWNGATE_FILES");
  });
});

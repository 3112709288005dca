/** Files kept in a folder of a test's own, and the demo's media to bring. */
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { KeptFiles } from "../../src/base/kept-files";
import { openKeptFiles } from "../../src/files/kept";
import type { TestApp } from "./app";

export const DEMO_MEDIA = join(__dirname, "../../../demo/media");
export const demoMedia = (name: string) => readFileSync(join(DEMO_MEDIA, name));

export async function testKept(): Promise<{ kept: KeptFiles; folder: string; remove(): void }> {
  const folder = mkdtempSync(join(tmpdir(), "dawngate-kept-"));
  const kept = await openKeptFiles(folder, "a secret of the tests, long enough to sign with");
  return { kept, folder, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

const TUS = { "tus-resumable": "1.0.0" };
const base64 = (text: string) => Buffer.from(text).toString("base64");

/** Begins an upload; answers its address. */
export async function begin(app: TestApp, who: string, school: string, size: number, name: string) {
  return app.ask(who, "POST", `/schools/${school}/uploads`, undefined, {
    ...TUS,
    "upload-length": String(size),
    "upload-metadata": `name ${base64(name)}`,
  });
}

/** Sends a piece of it from a place on. */
export const piece = (app: TestApp, who: string, path: string, at: number, bytes: Uint8Array) =>
  app.ask(who, "PATCH", path, bytes, {
    ...TUS,
    "upload-offset": String(at),
    "content-type": "application/offset+octet-stream",
  });

export const whereIs = (app: TestApp, who: string, path: string) =>
  app.ask(who, "HEAD", path, undefined, TUS);

/** Brings a file whole and has it kept. */
export async function bring(
  app: TestApp,
  who: string,
  school: string,
  name: string,
  bytes: Uint8Array,
): Promise<Response> {
  const begun = await begin(app, who, school, bytes.length, name);
  if (begun.status !== 201) return begun;
  const path = (begun.headers.get("location") ?? "").replace(/^\/api/, "");
  await piece(app, who, path, 0, bytes);
  const upload = path.split("/").at(-1);
  return app.ask(who, "POST", `/schools/${school}/files`, { upload, name });
}

/** What the start command stands on: its lock, and settings that would leave somebody in the dark. */
import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
// @ts-expect-error: plain scripts, shared with the start commands
import { bornAt, holderOf, takeLock } from "../../../scripts/lib/lock.mjs";
// @ts-expect-error: plain scripts, shared with the start commands
import * as servers from "../../../scripts/lib/server.mjs";
import { expect, test } from "../helpers";

const { databaseSettings, serverBundle, startServer, TEST_SECRETS } = servers;
const root = fileURLToPath(new URL("../../..", import.meta.url));
const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");
test.use({ who: null });

test("a lock counts while the process lives that took it, and not for another of its number", () => {
  test.skip(test.info().project.name !== "wide");
  const folder = mkdtempSync(join(tmpdir(), "dawn-gate-"));
  const file = join(folder, "lock");
  try {
    const lock = takeLock(file);
    expect(lock.holder).toBeNull();
    expect(takeLock(file).holder?.pid).toBe(process.pid);
    lock.giveBack();
    expect(existsSync(file)).toBe(false);
    // The number of a process that lives, but was born at another time.
    writeFileSync(file, JSON.stringify({ pid: process.ppid, born: "1" }));
    expect(holderOf(file)).toBeNull();
    writeFileSync(file, JSON.stringify({ pid: process.ppid, born: bornAt(process.ppid) }));
    expect(holderOf(file)?.pid).toBe(process.ppid);
    for (const text of ["", "{", '{"pid":"1"}', '{"pid":99999999}']) {
      writeFileSync(file, text);
      expect([text, holderOf(file)]).toEqual([text, null]);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test("without a mail server and without the demo, the start is refused with a sentence", async () => {
  test.skip(test.info().project.name !== "wide" || cluster === null);
  const {
    DAWNGATE_DB_ADMIN_PASSWORD: _admin,
    DAWNGATE_DB_OWNER_PASSWORD: _owner,
    ...settings
  } = databaseSettings(cluster, "refused", TEST_SECRETS);
  const bundle = await serverBundle(root);
  const said = (more: Record<string, string>) =>
    new Promise<{ code: number | null; text: string }>((resolve) => {
      const child = spawn(process.execPath, [bundle], {
        env: { PATH: process.env.PATH, ...settings, ...more },
      });
      let text = "";
      child.stderr.on("data", (chunk) => {
        text += chunk;
      });
      child.on("close", (code) => resolve({ code, text }));
    });
  const refused = await said({ DAWNGATE_PORT: "0" });
  expect(refused.code).not.toBe(0);
  expect(refused.text).toContain("without a mail server nobody could sign up");
  const weak = await said({
    DAWNGATE_PORT: "0",
    DAWNGATE_SMTP: "smtp://127.0.0.1:1",
    DAWNGATE_SECRET: "short",
  });
  expect(weak.code).not.toBe(0);
  expect(weak.text).toContain("DAWNGATE_SECRET");
});

test("a port that is taken is told as such, so that the next one is tried", async () => {
  test.skip(test.info().project.name !== "wide" || cluster === null);
  test.setTimeout(60_000);
  const taken = createServer().listen(0, "127.0.0.1");
  await new Promise((resolve) => taken.once("listening", resolve));
  const { port } = taken.address() as { port: number };
  const heard: string[] = [];
  const settings = {
    ...databaseSettings(cluster, "port_taken", TEST_SECRETS),
    DAWNGATE_SMTP: "smtp://127.0.0.1:1",
    DAWNGATE_LOG: "quiet",
  };
  const bundle = await serverBundle(root);
  const start = (at: number) =>
    startServer(bundle, { ...settings, DAWNGATE_PORT: String(at) }, ({ done }: { done: string }) =>
      heard.push(done),
    );
  try {
    await expect(start(port)).rejects.toMatchObject({ code: "EADDRINUSE" });
    const server = await start(0);
    expect(server.port).toBeGreaterThan(0);
    await server.stop();
    expect(heard).toEqual(["migrated", "migrated", "listening"]);
  } finally {
    taken.close();
  }
});

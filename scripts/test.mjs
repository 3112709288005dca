// npm test: sets up what it needs, checks everything, cleans up, and ends with the line "N passed, N failed".
import { existsSync, mkdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { CHROMIUM, CHROMIUM_PACKAGE } from "./lib/chromium.mjs";
import { ensureDebian } from "./lib/debian.mjs";
import { ensurePackages } from "./lib/packages.mjs";
import { run } from "./lib/run.mjs";
import { serveDemo, testCluster } from "./lib/session.mjs";
import { readJest, readPlaywright, Tally } from "./lib/tally.mjs";
import { exportedApp } from "./lib/web.mjs";

/** One room on all storeys: npm test -- --room enrollment. Without it everything. */
const at = process.argv.indexOf("--room");
const room = at < 0 ? null : (process.argv[at + 1] ?? "");
if (room !== null && !/^[a-z-]+$/.test(room)) {
  console.error("Say which room: npm test -- --room enrollment");
  process.exit(2);
}
const root = dirname(dirname(fileURLToPath(import.meta.url)));
const local = join(root, ".local");
const say = (line) => console.log(`  ${line}`);
const node = (words, options = {}) => run(process.execPath, words, { cwd: root, ...options });
const bin = (name) => join(root, "node_modules", name);
const tally = new Tally();

await ensurePackages(root, say);
if (!existsSync(CHROMIUM)) await ensureDebian([CHROMIUM_PACKAGE], say);
mkdirSync(local, { recursive: true });
if (
  room !== null &&
  !["core", "server", "app", "e2e"].some((storey) =>
    existsSync(join(root, storey, storey === "e2e" ? "tests" : "test", room)),
  )
) {
  console.error(`No storey has a room "${room}" with tests; their folders' names are the rooms'.`);
  process.exit(2);
}

const all = room === null;
const inRoom = all ? [] : ["--passWithNoTests", "--testPathPattern", `/test/${room}/`];
const specs = join(root, "e2e/tests", room ?? "");

// The browser's part takes a while to be made; the compiler leaves a processor free for it.
const exporting = existsSync(specs) ? exportedApp(root, say) : null;
exporting?.catch(() => undefined);

await tally.check("types", () => node(["scripts/types.mjs", "--once"]));
await tally.check("lint and format", () => node([bin("@biomejs/biome/bin/biome"), "check", "."]));
if (all)
  await tally.check("generated documents are current", () =>
    node(["--import", "tsx", "scripts/docs.ts", "--check"]),
  );

const cluster = await testCluster(root, say, { brief: true });
let stopped = false;
const stop = async () => {
  if (!stopped) await cluster.stop();
  stopped = true;
};
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => stop().then(() => process.exit(1)));

try {
  const env = {
    ...process.env,
    DAWNGATE_TEST_CLUSTER: JSON.stringify({
      host: cluster.host,
      port: cluster.port,
      password: cluster.password,
    }),
  };
  const jest = (name, config) => {
    const report = join(local, `jest-${name.replaceAll(/\W+/g, "-")}.json`);
    return tally.runner(
      `jest: ${name}`,
      report,
      () =>
        node(
          [
            bin("jest/bin/jest.js"),
            "--config",
            config,
            // By itself it leaves a processor free, which on two would be half of them.
            "--maxWorkers=100%",
            ...inRoom,
            "--json",
            "--outputFile",
            report,
          ],
          {
            env,
            output: "stderr",
          },
        ),
      readJest,
    );
  };
  // All of them several to a world, which is quicker; a room's as they stand.
  const config = all ? "jest.together.config.mjs" : "jest.config.mjs";
  await jest("core, contract, server, cli", config);
  await jest("app", `app/${config}`);

  const report = join(local, "playwright.json");
  if (existsSync(specs))
    await tally.runner(
      "playwright: the application in a browser",
      report,
      async () => {
        await exporting;
        const server = await serveDemo(root, cluster, "e2e", say);
        try {
          await node(
            [
              bin("@playwright/test/cli.js"),
              "test",
              "--config",
              "e2e/playwright.config.ts",
              ...(all ? [] : [`tests/${room}/`]),
            ],
            {
              env: {
                ...env,
                DAWNGATE_URL: `http://127.0.0.1:${server.port}`,
                PLAYWRIGHT_JSON_OUTPUT_NAME: report,
              },
            },
          );
        } finally {
          await server.stop();
        }
      },
      readPlaywright,
    );
} finally {
  await stop();
}

console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
process.exitCode = tally.failed === 0 ? 0 : 1;

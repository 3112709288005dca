import { spawnSync } from "node:child_process";
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";

const root = join(__dirname, "../..");

/** Whether the linter refuses a file of this name that imports this. */
function isRefused(file: string, specifier: string): boolean {
  const folder = mkdtempSync(join(tmpdir(), "dawngate-house-"));
  try {
    copyFileSync(join(root, "biome.json"), join(folder, "biome.json"));
    mkdirSync(dirname(join(folder, file)), { recursive: true });
    writeFileSync(join(folder, file), `import { x } from "${specifier}";\n\nexport const y = x;\n`);
    const { stdout, stderr } = spawnSync(
      process.execPath,
      [join(root, "node_modules/@biomejs/biome/bin/biome"), "lint", "--vcs-enabled=false", file],
      { cwd: folder, encoding: "utf8" },
    );
    const said = stdout + stderr;
    if (!said.includes("Checked 1 file")) throw new Error(said);
    return said.includes("noRestrictedImports");
  } finally {
    rmSync(folder, { recursive: true });
  }
}

describe("imports go down only, and the linter says so", () => {
  test.each([
    ["core/src/time/zone2.ts", "../plan"],
    ["core/src/time/zone2.ts", "zod"],
    ["core/src/plan/schema2.ts", "../schedule"],
    ["core/src/schedule/gate2.ts", "node:fs"],
    ["core/src/schedule/gate2.ts", "@dawngate/contract"],
    ["core/src/schedule/gate2.ts", "../review"],
    ["contract/src/x.ts", "@dawngate/server"],
    ["contract/src/x.ts", "node:fs"],
    ["server/src/courses/service.ts", "kysely"],
    ["server/src/courses/routes.ts", "pg"],
    ["server/src/courses/other.ts", "react"],
    ["app/src/courses/x.tsx", "@dawngate/server"],
    ["app/src/courses/x.tsx", "kysely"],
    ["app/app/x.tsx", "@dawngate/core/time"],
    ["app/app/x.tsx", "react-redux"],
  ])("%s may not import %s", (file, specifier) => {
    expect(isRefused(file, specifier)).toBe(true);
  });
  test.each([
    ["core/src/schedule/gate2.ts", "../plan"],
    ["core/src/plan/schema2.ts", "zod"],
    ["server/src/courses/store.ts", "kysely"],
    ["server/src/courses/service.ts", "@dawngate/contract"],
    ["app/src/courses/x.tsx", "@dawngate/core/time"],
    ["app/app/x.tsx", "../src/courses/list-screen"],
  ])("%s may import %s", (file, specifier) => {
    expect(isRefused(file, specifier)).toBe(false);
  });
});

// Bundles of our own sources for Node, made once for each state of them.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

/** All files below a folder, or the file itself. */
export function filesBelow(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .sort();
}

/** A name for the present state of some files and folders: their names, sizes and times of change. */
export function stateOf(paths) {
  const hash = createHash("sha256");
  for (const file of paths.flatMap(filesBelow)) {
    const { mtimeMs, size } = statSync(file);
    hash.update(`${file}\0${mtimeMs}\0${size}\n`);
  }
  return hash.digest("hex").slice(0, 16);
}

/**
 * The path of the bundle of `entry`, made now if `sources` have changed since the last one. Two processes may
 * do this at once: each writes a file of its own and renames it into place.
 */
export async function bundled(root, name, entry, sources) {
  const folder = join(root, ".local/bundles");
  const file = join(
    folder,
    `${name}-${stateOf([...sources, join(root, "package-lock.json"), fileURLToPath(import.meta.url)])}.mjs`,
  );
  if (existsSync(file)) return file;
  mkdirSync(folder, { recursive: true });
  const { build } = await import("esbuild");
  const draft = `${file}.${process.pid}.tmp`;
  await build({
    entryPoints: [entry],
    outfile: draft,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    logLevel: "error",
    // They read files of their own beside them, or are needed by hardly anybody who loads this.
    external: [
      "pdfkit",
      "mediainfo.js",
      "pdf-lib",
      "@e-invoice-eu/core",
      "mammoth",
      "@resvg/resvg-wasm",
      "@aws-sdk/*",
      "@expo-google-fonts/*",
    ],
    // Each process and thread reads it whole as it starts: the place of each line, not the sources, which are here.
    sourcemap: "inline",
    sourcesContent: false,
    banner: {
      js: 'import { createRequire as nodeRequire } from "node:module"; const require = nodeRequire(import.meta.url);',
    },
  });
  for (const old of readdirSync(folder))
    if (old.startsWith(`${name}-`) && old.endsWith(".mjs"))
      rmSync(join(folder, old), { force: true });
  renameSync(draft, file);
  return file;
}

/**
 * Tests that Jest reads together. Each of its files has a world of its own, into which the server, or the interface, is
 * read anew: half of a small file's time. Some files of a room beside one another share one world; each stays a file that
 * can be run by itself.
 */
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";

/** So many files share a world; what becomes of a worker's memory, and who waits for the last, sets a bound. */
const AT_ONCE = 6;
/** What changes the world for whoever comes after. */
const ALONE = /\bjest\.(mock|doMock|resetModules|isolateModules|useFakeTimers|spyOn)\b|@jest-/;

const testsUnder = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.test\.tsx?$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();

/**
 * Writes the files that read several of a storey's together, into `.local/together`; where Jest finds them, and those
 * that stay alone.
 */
export function together(root, storey) {
  const tests = join(root, storey, "test");
  const into = join(root, ".local/together", storey);
  rmSync(into, { recursive: true, force: true });
  mkdirSync(into, { recursive: true });
  const all = testsUnder(tests);
  const alone = all.filter((file) => ALONE.test(readFileSync(file, "utf8")));
  const shared = all.filter((file) => !alone.includes(file));
  for (const room of new Set(shared.map((file) => roomOf(tests, file)))) {
    const files = shared
      .filter((file) => roomOf(tests, file) === room)
      .sort((a, b) => statSync(b).size - statSync(a).size);
    const worlds = Math.ceil(files.length / AT_ONCE);
    for (let i = 0; i < worlds; i++) {
      // The heavy ones are dealt out: a world of them would be waited for.
      const mine = files.filter((_, place) => place % worlds === i);
      writeFileSync(
        join(into, `${room}-${i + 1}.test.js`),
        mine.map((file) => told(relative(root, file), file)).join("\n"),
      );
    }
  }
  return { into, alone };
}

const roomOf = (tests, file) => {
  const [room, ...below] = relative(tests, file).split("/");
  return below.length === 0 ? "all" : room;
};

const told = (name, file) =>
  `describe(${JSON.stringify(name)}, () => { require(${JSON.stringify(file)}); });\n`;

/** One of Jest's projects, with its tests read together. */
export function readTogether(root, storey, project) {
  const { into, alone } = together(root, storey);
  return {
    ...project,
    roots: ["<rootDir>", into],
    testMatch: [`${into}/*.test.js`, ...alone],
  };
}

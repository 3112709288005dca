/** The rooms of the server stand in an order: none imports one above it, and nothing below imports HTTP's own room. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative, sep } from "node:path";

const SOURCE = join(__dirname, "../../src");
/** From below upwards; those of one line do not import each other. */
const STOREYS = [
  ["db"],
  ["base"],
  ["school"],
  ["people"],
  ["files"],
  ["courses"],
  ["lessons"],
  ["schedule"],
  ["enrollment"],
  ["review"],
  ["sales", "checks", "credentials", "notices", "statements", "catalog"],
  ["today", "import", "reminders"],
  ["http"],
];
/** What stands beside the rooms: the queue, what reads files, stand-ins for services outside. */
const BESIDE = ["jobs", "readers", "stand-ins"];

function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* files(path);
    else if (entry.name.endsWith(".ts")) yield path;
  }
}
const roomOf = (path: string) => relative(SOURCE, path).split(sep)[0] ?? "";

/** Every import of one room by another: from, to, the file. */
function imports(): [string, string, string][] {
  const found: [string, string, string][] = [];
  for (const path of files(SOURCE)) {
    const from = roomOf(path);
    for (const [, spec = ""] of readFileSync(path, "utf8").matchAll(/from "(\.[^"]+)"/g)) {
      const to = roomOf(normalize(join(dirname(path), spec)));
      if (from !== to && !from.endsWith(".ts")) found.push([from, to, relative(SOURCE, path)]);
    }
  }
  return found;
}

test("every folder of the server is a room in the order, or stands beside them", () => {
  const known = [...STOREYS.flat(), ...BESIDE];
  const folders = readdirSync(SOURCE, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name);
  expect(folders.filter((name) => !known.includes(name))).toEqual([]);
});

test("no room imports one above it or beside it", () => {
  const height = (room: string) => STOREYS.findIndex((rooms) => rooms.includes(room));
  const upwards = imports().filter(
    ([from, to]) => height(from) >= 0 && height(to) >= 0 && height(to) >= height(from),
  );
  expect(upwards).toEqual([]);
});

test("no file comes back to itself by what it imports", () => {
  const known = new Map(
    [...files(SOURCE)].map((path) => {
      const found = [...readFileSync(path, "utf8").matchAll(/from "(\.[^"]+)"/g)].map(
        ([, spec = ""]) => normalize(join(dirname(path), spec)),
      );
      return [path.replace(/(\/index)?\.ts$/, ""), found] as const;
    }),
  );
  const done = new Set<string>();
  const way: string[] = [];
  const circles: string[] = [];
  const walk = (file: string) => {
    const at = way.indexOf(file);
    if (at >= 0)
      circles.push([...way.slice(at), file].map((one) => relative(SOURCE, one)).join(" > "));
    if (at >= 0 || done.has(file)) return;
    way.push(file);
    for (const next of known.get(file) ?? []) walk(next);
    way.pop();
    done.add(file);
  };
  for (const file of known.keys()) walk(file);
  expect(circles).toEqual([]);
});

import {
  familyByName,
  filesInText,
  joinable,
  lessonPart,
  pictureInText,
  sayBytes,
  usesOf,
} from "../../src/lessons";
import type { Instant } from "../../src/time";

const FILE = "a".repeat(64);
const film = {
  kind: "video",
  file: FILE,
  link: null,
  seconds: 840,
  poster: null,
  captions: [],
  chapters: [],
  needed: 0.9,
};
const reasons = (part: unknown) => {
  const read = lessonPart.safeParse(part);
  return read.success ? [] : read.error.issues.map(({ message }) => message);
};

test("a film is a file or a link, never both and never neither", () => {
  expect(reasons(film)).toEqual([]);
  expect(reasons({ ...film, link: "https://media.example.org/f" }).join()).toMatch(
    /one of the two/,
  );
  expect(reasons({ ...film, file: null, needed: null }).join()).toMatch(/one of the two/);
});

test("of a linked film nobody knows how much was seen", () => {
  const linked = { ...film, file: null, link: "https://media.example.org/f" };
  expect(reasons(linked).join()).toMatch(/cannot be known/);
  expect(reasons({ ...linked, needed: null })).toEqual([]);
});

test.each(["http://media.example.org", "javascript:alert(1)", "https://a:b@media.example.org"])(
  "%s is no link of a lesson",
  (link) => {
    expect(reasons({ kind: "embedded page", link, height: 480 })).not.toEqual([]);
  },
);

test("a part names every file that it shows, and what each has to be", () => {
  const part = lessonPart.parse({
    ...film,
    poster: "b".repeat(64),
    captions: [{ file: "c".repeat(64), language: "pt-BR", label: "Português" }],
  });
  expect(usesOf(part).map(({ as }) => as)).toEqual(["video", "picture", "captions"]);
});

test("a part of no kind is refused", () => {
  expect(reasons({ kind: "hologram" })).not.toEqual([]);
});

test("one can join a meeting from a quarter of an hour before until it ends", () => {
  const at = (text: string) => Date.parse(text) as Instant;
  const meeting = { at: "2027-03-10T18:00:00Z", minutes: 60 };
  expect(joinable(meeting, at("2027-03-10T17:44:59Z"))).toBe(false);
  expect(joinable(meeting, at("2027-03-10T17:45:00Z"))).toBe(true);
  expect(joinable(meeting, at("2027-03-10T18:59:59Z"))).toBe(true);
  expect(joinable(meeting, at("2027-03-10T19:00:00Z"))).toBe(false);
});

test("the pictures of a text are found, each once", () => {
  const text = `${pictureInText(FILE, "a [jar]")}\n\n${pictureInText(FILE, "")} ![x](https://x.example.org/a.png)`;
  expect(filesInText(text)).toEqual([FILE]);
});

test.each([
  ["film.MP4", "video"],
  ["a.b.pdf", "PDF"],
  ["cover.jpeg", "picture"],
  ["en.vtt", "captions"],
  ["notes.txt", null],
  ["no ending", null],
])("%s is called a %s", (name, family) => {
  expect(familyByName(name)).toBe(family);
});

test.each([
  [999, "999 bytes"],
  [83_000, "83 kB"],
  [1_400_000, "1.4 MB"],
  [999_600_000, "1.0 GB"],
])("%d bytes are written %s", (bytes, text) => {
  expect(sayBytes(bytes)).toBe(text);
});

/**
 * The page of a join code, read back by general readers: its text by a PDF reader, its picture by a reader of QR codes
 * (ISO/IEC 18004), which is given the squares as the file draws them.
 */
import { inflateSync } from "node:zlib";
import type { JoinCodes } from "@dawngate/contract/ways-in";
import type { Instant } from "@dawngate/core/time";
import jsQR from "jsqr";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const read = require("pdf-parse/lib/pdf-parse.js") as (
  file: Buffer,
) => Promise<{ text: string; numpages: number }>;

let owned: Owned;
const now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const CODES = "/schools/one/courses/c/codes";
async function made(more: object): Promise<string> {
  const code = { cohort: null, note: "", most: null, until: null, domain: null, ...more };
  const { id } = await owned.ask<{ id: string }>("POST", CODES, code);
  return id;
}
const page = async (id: string) => {
  const answer = await owned.app.ask("owner@example.org", "GET", `${CODES}/${id}/page`);
  return { status: answer.status, file: Buffer.from(await answer.arrayBuffer()) };
};

/** The squares of the page's picture on a bitmap of so many dots. */
function picture(file: Buffer): { dots: Uint8ClampedArray; width: number } {
  const raw = file.toString("latin1");
  const squares: number[][] = [];
  for (const [, body = ""] of raw.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)) {
    let drawn = "";
    try {
      drawn = inflateSync(Buffer.from(body, "latin1")).toString("latin1");
    } catch {
      continue;
    }
    for (const [, x, y, side, other] of drawn.matchAll(/([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+) re/g))
      if (side === other) squares.push([x, y, side].map(Number));
  }
  const width = 900;
  const dots = new Uint8ClampedArray(width * width * 4).fill(255);
  const scale = 2;
  const [left, top] = [120, 100];
  for (const [x = 0, y = 0, side = 0] of squares)
    for (let dy = Math.round((y - top) * scale); dy < Math.round((y - top + side) * scale); dy++)
      for (
        let dx = Math.round((x - left) * scale);
        dx < Math.round((x - left + side) * scale);
        dx++
      )
        if (dx >= 0 && dy >= 0 && dx < width && dy < width)
          dots.fill(0, (dy * width + dx) * 4, (dy * width + dx) * 4 + 3);
  return { dots, width };
}

test("it says what one joins, until when and for whom; what is scanned is the address of the course with the code", async () => {
  const id = await made({
    code: "rye fair",
    cohort: "k",
    until: "2027-03-18",
    domain: "bakery.example",
  });
  const { status, file } = await page(id);
  expect(status).toBe(200);
  const { text, numpages } = await read(file);
  expect(numpages).toBe(1);
  const { codes } = await owned.ask<JoinCodes>("GET", CODES);
  const link = `/one/c/c?join=${codes.find((one) => one.id === id)?.code}`;
  for (const said of [
    "School one",
    "Bread & more",
    "Spring, Mon 5 Apr 2027 to Fri 25 Jun 2027",
    "Join until Thu 18 Mar 2027",
    "that end in bakery.example",
    link,
  ])
    expect(text).toContain(said);
  const { dots, width } = picture(file);
  expect(jsQR(dots, width, width)?.data).toMatch(/^https?:\/\//);
  expect(jsQR(dots, width, width)?.data.endsWith(link)).toBe(true);
});

test("whatever it is called, it stands on one page", async () => {
  const { sequence } = await owned.ask<{ sequence: number }>("GET", "/schools/one/courses/c/draft");
  const title = "Brot und Korn und Wasser und Zeit ".repeat(8).trim();
  await owned.ask("POST", "/schools/one/courses/c/draft", {
    base: sequence,
    clientId: "long-title",
    operations: [{ number: 1, operation: { type: "set-course", set: { title } } }],
  });
  await owned.ask("POST", "/schools/one/courses/c/versions", {});
  const { file } = await page(await made({}));
  expect((await read(file)).numpages).toBe(1);
});

test("a code that has ended, or is not there, has no page", async () => {
  const id = await made({});
  await owned.ask("DELETE", `${CODES}/${id}`);
  expect((await page(id)).status).toBe(409);
  expect((await page("gone")).status).toBe(404);
});

/**
 * The picture that stands beside a link where somebody shares it: the cover as it is drawn from the title, on the night
 * band below it the title and the school's name. A thread draws it because titles are what people bring.
 */
import { readFileSync } from "node:fs";
import { COVER, coverOf } from "@dawngate/core/courses/drawn-cover";
import { FACES } from "../../base/faces";
import { escaped } from "../../base/html";
import { SHARING } from "../../base/sharing";

export interface Shared {
  title: string;
  school: string;
  /** The school's own color, as # and six digits. */
  color: string;
}

const { width: WIDTH, height: HEIGHT } = SHARING;
/** Night, morning, apricot and its line, and the quiet words on night: the application's own in light. */
const COLORS = {
  night: "#221D3D",
  morning: "#DCE8F2",
  apricot: "#F4C592",
  line: "#A86420",
  onNight: "#FFFFFF",
  quiet: "#C3BBDD",
};
const HEADING = 'font-family="Bricolage Grotesque" font-weight="700"';
const MARGIN = 64;
/** Where the band begins: the cover is as wide as the picture. */
const HORIZON = (coverOf("").horizon * WIDTH) / COVER.width;
const LEADING = 1.12;
const SCHOOL = { size: 32, above: 14 };
/** How large a title may stand, the largest that fits first, on how many lines. */
const SIZES = [
  { size: 68, lines: 1 },
  { size: 56, lines: 2 },
  { size: 44, lines: 2 },
  { size: 34, lines: 3 },
];

const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">${inside}</svg>`;

/** A picture of {@link SHARING}'s size, as PNG. */
export async function sharing({ title, school, color }: Shared): Promise<Uint8Array> {
  const { Resvg } = await drawing();
  const options = {
    font: {
      fontBuffers: [FACES.heading, FACES.text].map(
        (face) => new Uint8Array(readFileSync(require.resolve(face))),
      ),
      defaultFontFamily: "Source Sans 3",
    },
  };
  /** How wide a text would stand with letters of one point. */
  const widthOf = (text: string) => {
    const at = new Resvg(
      svg(`<text y="100" ${HEADING} font-size="100">${said(text)}</text>`),
      options,
    );
    const width = at.getBBox()?.width ?? 0;
    at.free();
    return width / 100;
  };
  const { size, lines } = setIn(title, WIDTH - 2 * MARGIN, widthOf);
  const picture = new Resvg(svg(drawnCover(title, color) + written(lines, size, school)), options);
  const drawn = picture.render();
  const png = drawn.asPng();
  drawn.free();
  picture.free();
  return png;
}

/** The library, its program read once a thread. */
let started: Promise<typeof import("@resvg/resvg-wasm")> | undefined;
function drawing() {
  started ??= (async () => {
    const library = await import("@resvg/resvg-wasm");
    await library.initWasm(readFileSync(require.resolve("@resvg/resvg-wasm/index_bg.wasm")));
    return library;
  })();
  return started;
}

/**
 * A title set in lines no wider than `room`: as large as it may be with as few lines as that size may have; what is
 * longer than all of them ends in an ellipsis. `widthOf`: of a text whose letters are one point high.
 */
export function setIn(
  title: string,
  room: number,
  widthOf: (text: string) => number,
): { size: number; lines: string[] } {
  const space = widthOf("a a") - widthOf("aa");
  const words = title
    .trim()
    .split(/\s+/u)
    .slice(0, MOST_WORDS)
    .map((word) => ({ word, width: widthOf(word) }));
  for (const { size, lines } of SIZES) {
    const set = broken(words, space, room / size);
    if (set !== null && set.length <= lines) return { size, lines: set };
  }
  const { size, lines } = SIZES[SIZES.length - 1] as (typeof SIZES)[number];
  const cut = [...words.map(({ word }) => word).join(" ")];
  for (let length = cut.length; length > 0; length = Math.floor(length * 0.9)) {
    const shorter = `${cut.slice(0, length).join("").trim()}…`;
    const parts = shorter.split(" ").map((word) => ({ word, width: widthOf(word) }));
    const set = broken(parts, space, room / size);
    if (set !== null && set.length <= lines) return { size, lines: set };
  }
  return { size, lines: [] };
}
const MOST_WORDS = 40;

/** Words in lines of a width; null: one of them is wider alone. */
function broken(words: { word: string; width: number }[], space: number, room: number) {
  const lines: string[] = [];
  let [line, filled] = ["", 0];
  for (const { word, width } of words) {
    if (width > room) return null;
    if (line !== "" && filled + space + width <= room) {
      line += ` ${word}`;
      filled += space + width;
      continue;
    }
    if (line !== "") lines.push(line);
    [line, filled] = [word, width];
  }
  return line === "" ? lines : [...lines, line];
}

/** What XML cannot hold (XML 1.0, 2.2) is left out. */
const said = (text: string) => escaped(text.replace(/[\p{Cs}\p{Cc}\uFFFE\uFFFF]/gu, ""));

const text = (words: string, face: string, size: number, y: number, fill: string) =>
  `<text x="${MARGIN}" y="${y}" ${face} font-size="${size}" fill="${fill}">${said(words)}</text>`;

/** The title's lines and the school's name below them, in the middle of the band. */
function written(lines: string[], size: number, school: string): string {
  const band = HEIGHT - HORIZON;
  const height = lines.length * size * LEADING + (school ? SCHOOL.size + SCHOOL.above : 0);
  const top = HORIZON + (band - height) / 2;
  const below = top + lines.length * size * LEADING + SCHOOL.above;
  return [
    ...lines.map((line, i) =>
      text(line, HEADING, size, top + i * size * LEADING + size * 0.86, COLORS.onNight),
    ),
    text(school, 'font-family="Source Sans 3"', SCHOOL.size, below + SCHOOL.size, COLORS.quiet),
  ].join("");
}

function drawnCover(title: string, color: string): string {
  const { sun, bars, horizon } = coverOf(title);
  const scale = WIDTH / COVER.width;
  const rect = (y: number, height: number, fill: string) =>
    `<rect y="${y}" width="${COVER.width}" height="${height}" fill="${fill}"/>`;
  return `<g transform="scale(${scale})">${rect(0, horizon, COLORS.morning)}<circle cx="${sun.x}" cy="${sun.y}" r="${sun.r}" fill="${said(color)}"/>${bars
    .map(
      ({ x, width, height }) =>
        `<path d="M${x} ${horizon} L${x + 2} ${horizon - height} H${x + width} V${horizon} Z" fill="${COLORS.apricot}" stroke="${COLORS.line}" stroke-width="0.4"/>`,
    )
    .join(
      "",
    )}${rect(horizon, HEIGHT / scale - horizon, COLORS.night)}<line x2="${COVER.width}" y1="${horizon}" y2="${horizon}" stroke="${COLORS.line}" stroke-width="0.8"/></g>`;
}

// npm run fonts: our typefaces cut to the letters of Latin scripts, as woff2, into app/assets/fonts/. Other scripts are
// drawn by the reader's system. Made again only where a typeface or the letters change; what it makes is in the project.
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import subset from "subset-font";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const folder = join(root, "app/assets/fonts");
const FONTS = [
  "bricolage-grotesque/600SemiBold/BricolageGrotesque_600SemiBold.ttf",
  "bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf",
  "source-sans-3/400Regular/SourceSans3_400Regular.ttf",
  "source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf",
];
/** Basic Latin, Latin-1, Latin Extended-A and -B, marks, Latin Extended Additional, punctuation, currencies, arrows, signs (Unicode's blocks). */
const RANGES = [
  [0x20, 0x7e],
  [0xa0, 0x24f],
  [0x2b0, 0x36f],
  [0x1e00, 0x1eff],
  [0x2000, 0x206f],
  [0x2070, 0x209f],
  [0x20a0, 0x20cf],
  [0x2100, 0x214f],
  [0x2190, 0x21ff],
  [0x2200, 0x22ff],
  [0x2500, 0x25ff],
];
const letters = RANGES.flatMap(([from, to]) =>
  Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)),
).join("");

mkdirSync(folder, { recursive: true });
for (const font of FONTS) {
  const whole = readFileSync(join(root, "node_modules/@expo-google-fonts", font));
  const cut = await subset(whole, letters, { targetFormat: "woff2" });
  const name = basename(font).replace(".ttf", ".woff2");
  writeFileSync(join(folder, name), cut);
  console.log(`  ${name}: ${whole.length} to ${cut.length} bytes`);
}

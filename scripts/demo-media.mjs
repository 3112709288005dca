// node scripts/demo-media.mjs: draws the demo's own media anew, into demo/media: a drawn film with a spoken text and
// captions, a recording, slides, a picture, sheets to print. Needs Chromium, ffmpeg and espeak-ng; what it makes is
// kept with the project, so that nobody else needs them.
import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import { CHROMIUM } from "./lib/chromium.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const out = join(root, "demo/media");
const work = mkdtempSync(join(tmpdir(), "dawngate-media-"));
mkdirSync(out, { recursive: true });
const sh = (command, ...args) =>
  execFileSync(command, args, { stdio: ["ignore", "ignore", "ignore"] });
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ["--no-sandbox", "--disable-gpu"],
});

// --- the film: a dough that is folded four times, and what becomes of it ---
const FPS = 12;
/** What is said, and when: captions and voice follow from it. */
const SAID = [
  [0.5, "Four folds, half an hour apart."],
  [4, "Wet your hand, reach under the dough, and pull it up until it resists."],
  [10, "Lay it over itself. Turn the bowl a quarter, and repeat."],
  [16, "After the first fold it slumps back in minutes."],
  [21, "After the fourth it holds a dome with a smooth skin."],
  [26, "That skin is the whole point: it keeps the gas in."],
];
const LENGTH = 31;
const ease = (x) => (x <= 0 ? 0 : x >= 1 ? 1 : x * x * (3 - 2 * x));

function frame(t) {
  // Four folds between 4 and 21 seconds, each up, over, and a rest.
  const begins = [4.5, 9.5, 13.5, 17.5];
  const dome = begins.reduce((sum, b) => sum + ease((t - b - 1.8) / 1.2) * 0.25, 0);
  const slump = Math.max(0, Math.sin(Math.PI * Math.min(1, Math.max(0, (t - 15.8) / 1.6)))) * 0.1;
  const height = 44 + 42 * (dome - slump);
  const width = 178 - 22 * dome;
  const now = begins.find((b) => t >= b && t < b + 3);
  let flap = "";
  if (now !== undefined) {
    const up = ease((t - now) / 1.4);
    const over = ease((t - now - 1.4) / 1.2);
    const side = begins.indexOf(now) % 2 === 0 ? 1 : -1;
    const tip = [320 + side * (width * 0.75 - over * width * 1.2), 214 - up * 92 + over * 62];
    const at = [320 + side * width * 0.92, 232];
    flap = `<path d="M${at[0]} ${at[1]} Q ${at[0] + side * 20 * (1 - over)} ${tip[1]} ${tip[0]} ${tip[1]}
      Q ${320 + side * width * 0.35} ${tip[1] + 26} ${320 + side * width * 0.2} ${236 - height * 0.4} Z"
      fill="#F6DDB5" stroke="#D9B98C" stroke-width="2"/>
      <g transform="translate(${tip[0]} ${tip[1]}) rotate(${side * (35 - over * 50)})">
        <ellipse cx="0" cy="-12" rx="26" ry="17" fill="#E0A98A"/>
        <ellipse cx="${-side * 16}" cy="0" rx="8" ry="15" fill="#E0A98A"/>
        <ellipse cx="${-side * 2}" cy="4" rx="8" ry="16" fill="#D99E7F"/>
        <rect x="-13" y="-70" width="26" height="52" rx="12" fill="#E0A98A"/>
        <rect x="-17" y="-96" width="34" height="42" rx="8" fill="#5B4A8F"/></g>`;
  }
  const skin = dome > 0.7 ? ease((t - 20.5) / 2) : 0;
  const sun = ease((t - 20) / 9);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="360" viewBox="0 0 640 360">
    <defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1">
      <stop offset="0" stop-color="#2B2350"/><stop offset="1" stop-color="${sun > 0.3 ? "#6A4A6B" : "#463769"}"/></linearGradient>
    <radialGradient id="dough" cx="0.42" cy="0.3" r="0.8"><stop offset="0" stop-color="#FBEBCB"/>
      <stop offset="1" stop-color="#E4C08B"/></radialGradient></defs>
    <rect width="640" height="360" fill="url(#sky)"/>
    <rect x="420" y="40" width="150" height="120" rx="6" fill="#3A2F63" stroke="#8A78B8" stroke-width="5"/>
    <clipPath id="w"><rect x="423" y="43" width="144" height="114"/></clipPath>
    <g clip-path="url(#w)"><circle cx="495" cy="${176 - 66 * sun}" r="30" fill="#F0A060" opacity="${0.3 + 0.7 * sun}"/>
      <rect x="423" y="138" width="144" height="20" fill="#2A2148"/></g>
    <rect y="246" width="640" height="114" fill="#6B4650"/><rect y="246" width="640" height="7" fill="#7F5660"/>
    <ellipse cx="320" cy="312" rx="190" ry="26" fill="#4E3340" opacity="0.55"/>
    <ellipse cx="320" cy="226" rx="202" ry="16" fill="#7C8AA3"/>
    <ellipse cx="320" cy="${232 - height * 0.35}" rx="${width}" ry="${height}" fill="url(#dough)"/>
    ${skin > 0 ? `<path d="M${320 - width * 0.6} ${224 - height * 0.7} Q 300 ${214 - height * 1.2} ${320 + width * 0.35} ${222 - height * 0.95}" fill="none" stroke="#FFF6E2" stroke-width="7" stroke-linecap="round" opacity="${skin * 0.8}"/>` : ""}
    ${flap}
    <path d="M118 226 Q 320 262 522 226 Q 470 318 320 318 Q 170 318 118 226 Z" fill="#A9B6C9"/>
    <path d="M118 226 Q 320 262 522 226" fill="none" stroke="#D3DCE8" stroke-width="5" stroke-linecap="round"/>
  </svg>`;
}

const stamp = (t) =>
  `00:${String(Math.floor(t / 60)).padStart(2, "0")}:${(t % 60).toFixed(3).padStart(6, "0")}`;

async function film() {
  const page = await browser.newPage({ viewport: { width: 640, height: 360 } });
  await page.setContent('<body style="margin:0"></body>');
  for (let i = 0; i < LENGTH * FPS; i++) {
    await page.evaluate(
      (svg) => {
        document.body.innerHTML = svg;
      },
      frame(i / FPS),
    );
    await page.screenshot({ path: join(work, `f${String(i).padStart(4, "0")}.png`) });
  }
  await page.close();
  const inputs = [];
  const delays = [];
  SAID.forEach(([at, text], i) => {
    const voice = join(work, `v${i}.wav`);
    sh("espeak-ng", "-v", "en-gb", "-s", "135", "-p", "42", "-w", voice, text);
    inputs.push("-i", voice);
    delays.push(`[${i + 1}:a]adelay=${at * 1000}:all=1[a${i}]`);
  });
  const mix = `${delays.join(";")};${SAID.map((_, i) => `[a${i}]`).join("")}amix=inputs=${SAID.length}:normalize=0,apad=whole_dur=${LENGTH}[a]`;
  sh(
    "ffmpeg",
    "-y",
    "-framerate",
    String(FPS),
    "-i",
    join(work, "f%04d.png"),
    ...inputs,
    "-filter_complex",
    mix,
    "-map",
    "0:v",
    "-map",
    "[a]",
    "-t",
    String(LENGTH),
    "-c:v",
    "libx264",
    "-preset",
    "veryslow",
    "-crf",
    "30",
    "-pix_fmt",
    "yuv420p",
    "-g",
    "24",
    "-c:a",
    "aac",
    "-b:a",
    "32k",
    "-ac",
    "1",
    "-movflags",
    "+faststart",
    join(out, "folds.mp4"),
  );
  const cues = SAID.map(([at, text], i) => {
    const end = Math.min(SAID[i + 1]?.[0] ?? LENGTH - 0.5, at + 5.5);
    return `${i + 1}\n${stamp(at)} --> ${stamp(end)}\n${text}\n`;
  });
  writeFileSync(join(out, "folds.en.vtt"), `WEBVTT\n\n${cues.join("\n")}`);
  const still = await browser.newPage({ viewport: { width: 640, height: 360 } });
  await still.setContent(`<body style="margin:0">${frame(25)}</body>`);
  await still.screenshot({ path: join(out, "folds.jpg"), type: "jpeg", quality: 80 });
  await still.close();
}

// --- the recording: questions that people sent, answered ---
function recording() {
  const text =
    "Three questions came by mail this week. Nadia asks why her loaf spreads. Most often it was shaped too early: wait until the dough comes away from the bowl by itself. Per asks whether he can bake without a pot. Yes: a tray of boiling water below, for the first fifteen minutes. And Sol asks how long a starter lives. As long as somebody feeds it.";
  const wav = join(work, "questions.wav");
  sh("espeak-ng", "-v", "en-gb", "-s", "140", "-p", "38", "-w", wav, text);
  sh(
    "ffmpeg",
    "-y",
    "-i",
    wav,
    "-c:a",
    "libmp3lame",
    "-b:a",
    "32k",
    "-ac",
    "1",
    join(out, "your-questions.mp3"),
  );
}

// --- slides and a picture, drawn in the school's colors ---
const shell = (inner) =>
  `<body style="margin:0;background:#FBF7F0;font-family:sans-serif;color:#2A2140">${inner}</body>`;
const basket = (x, y, w, h, color) =>
  `<ellipse cx="${x}" cy="${y}" rx="${w}" ry="${h * 0.35}" fill="${color}"/><path d="M${x - w} ${y} Q ${x} ${y + h * 2} ${x + w} ${y} Z" fill="${color}"/>
   <path d="M${x - w} ${y} Q ${x} ${y + h * 2} ${x + w} ${y}" fill="none" stroke="#2A2140" stroke-opacity=".25" stroke-width="3"/>
   <ellipse cx="${x}" cy="${y}" rx="${w * 0.86}" ry="${h * 0.27}" fill="#F6DDB5"/>`;
const SLIDES = [
  [
    "baskets-1",
    "What holds a loaf while it proves",
    `${basket(240, 260, 150, 70, "#C79A5B")}${basket(610, 250, 120, 60, "#A9B6C9")}<rect x="760" y="200" width="150" height="120" rx="10" fill="#E9E1D2"/>`,
  ],
  [
    "baskets-2",
    "Cane: dust it with rice flour, never wash it",
    basket(480, 260, 210, 95, "#C79A5B"),
  ],
  [
    "baskets-3",
    "A bowl and a linen cloth do as well",
    `${basket(480, 250, 190, 90, "#A9B6C9")}<path d="M250 240 Q 480 330 710 240 L 740 300 Q 480 400 220 300 Z" fill="#EFE7D8" stroke="#CFC3AE" stroke-width="3"/>`,
  ],
  [
    "baskets-4",
    "Seam up, skin down",
    `<ellipse cx="480" cy="270" rx="220" ry="90" fill="#F6DDB5"/><path d="M300 262 Q 480 300 660 262" fill="none" stroke="#C99F6A" stroke-width="8" stroke-linecap="round"/>`,
  ],
];
async function slides() {
  const page = await browser.newPage({ viewport: { width: 960, height: 540 } });
  for (const [name, title, drawing] of SLIDES) {
    await page.setContent(
      shell(
        `<h1 style="font-size:40px;margin:0;padding:44px 56px 0">${title}</h1><svg width="960" height="420" viewBox="60 130 840 340">${drawing}</svg>`,
      ),
    );
    await page.screenshot({ path: join(out, `${name}.png`) });
  }
  const jar = (x, level, bubbles, label) =>
    `<rect x="${x}" y="60" width="150" height="230" rx="18" fill="#fff" stroke="#8593AB" stroke-width="4"/>
     <rect x="${x + 6}" y="${284 - level}" width="138" height="${level}" rx="12" fill="#EBCB98"/>
     ${Array.from({ length: bubbles }, (_, i) => `<circle cx="${x + 24 + ((i * 37) % 108)}" cy="${276 - ((i * 53) % Math.max(10, level - 14))}" r="${4 + (i % 3) * 2}" fill="#FBF0DA"/>`).join("")}
     <text x="${x + 75}" y="326" text-anchor="middle" font-size="22">${label}</text>`;
  await page.setViewportSize({ width: 720, height: 350 });
  await page.setContent(
    shell(
      `<svg width="720" height="350" viewBox="0 0 720 350">${jar(60, 112, 26, "second day")}${jar(285, 72, 3, "third day")}${jar(510, 180, 22, "from the fifth day")}</svg>`,
    ),
  );
  await page.screenshot({ path: join(out, "three-jars.png") });
  await page.close();
}

// --- sheets to print ---
async function sheets() {
  const page = await browser.newPage();
  const table = (head, rows) =>
    `<table style="width:100%;border-collapse:collapse;font-size:13px"><tr>${head.map((h) => `<th style="text-align:left;border-bottom:2px solid #2A2140;padding:6px">${h}</th>`).join("")}</tr>${rows.map((r) => `<tr>${r.map((c) => `<td style="border-bottom:1px solid #CFC3AE;padding:${c === "" ? "16px" : "8px"} 6px">${c}</td>`).join("")}</tr>`).join("")}</table>`;
  const pdf = async (name, body) => {
    await page.setContent(
      `<html lang="en"><body style="font-family:sans-serif;color:#2A2140;padding:24px">${body}</body></html>`,
    );
    await page.pdf({ path: join(out, name), format: "A4", printBackground: true, tagged: true });
  };
  const blank = (n, cells) => Array.from({ length: n }, () => cells);
  await pdf(
    "fold-diary.pdf",
    `<h1>Fold diary</h1><p>One line a fold. Write what your hand felt, not what the book says.</p>${table(["Fold", "Hour", "Warmth of the dough", "What it felt like"], blank(6, ["", "", "", ""]))}
     <div style="page-break-before:always"></div><h1>After the bake</h1>${table(["Loaf", "Height", "Crumb", "Next time"], blank(8, ["", "", "", ""]))}`,
  );
  await pdf(
    "weekly-plan.pdf",
    `<h1>A week of bread</h1>${table(
      ["Day", "Morning", "Evening"],
      [
        ["Thursday", "Starter out of the fridge", "Feed it"],
        ["Friday", "Mix, four folds", "Shape, into the cold"],
        ["Saturday", "Bake", "Feed, into the fridge"],
        ["Sunday to Wednesday", "Eat", "Eat"],
      ],
    )}<p style="margin-top:24px">The fridge gives you eight hours either way.</p>`,
  );
  await page.close();
}

await film();
recording();
await slides();
await sheets();
writeFileSync(
  join(out, "seed-table.csv"),
  "seed,soaked hours,water per 100 g,most of the flour\nsunflower,2,60,20 %\nflax,4,150,8 %\nsesame (toasted),0,10,6 %\npumpkin,2,50,15 %\n",
);
await browser.close();
rmSync(work, { recursive: true, force: true });

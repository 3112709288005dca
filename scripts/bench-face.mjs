// npm run bench:face: how fast the interface answers in a school of so many people (20,000 where none is said).
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "@playwright/test";
import pg from "pg";
import { CHROMIUM, CHROMIUM_FLAGS } from "./lib/chromium.mjs";
import { frames, median } from "./lib/frames.mjs";
import { serveDemo, testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (line) => console.error(`  ${line}`);
const PEOPLE = Number(process.argv[2] ?? 20_000);

/** People with names of their own, each in the rye course as one of the demo's people is. */
async function crowd(db) {
  await db.query(
    `select set_config('dawngate.author', '{"kind":"system","id":"import","name":"import"}', false)`,
  );
  await db.query(
    `with one as (
       select e.*, row_number() over (order by id) as k, count(*) over () as of
       from enrollment e where course_id = 'winter-rye'
     ), people as (
       insert into person (school_id, id, name, email, time_zone)
       select (select id from school limit 1), 'p~' || n,
         (array['Ada','Bo','Cleo','Dov','Edda','Finn','Gia','Hal'])[1 + n % 8] || ' ' ||
         (array['Lind','Marek','Noor','Okoye','Prado','Quist'])[1 + n % 6] || ' ' || n,
         'p' || n || '@example.org', 'Europe/Lisbon'
       from generate_series(1, $1::integer) n returning school_id, id
     ), made as (
       insert into enrollment
         (school_id, id, course_id, person_id, cohort_id, last_sequence, enrolled_at, time_zone)
       select o.school_id, o.id || '~' || n, o.course_id, 'p~' || n, o.cohort_id, o.last_sequence,
         o.enrolled_at, o.time_zone
       from generate_series(1, $1::integer) n join one o on o.k = 1 + n % o.of
       where exists (select 1 from people)
       returning school_id, id
     )
     insert into enrollment_event (school_id, enrollment_id, sequence, kind, at, data, author, reason)
     select v.school_id, m.id, v.sequence, v.kind, v.at, v.data, v.author, v.reason
     from made m join enrollment_event v
       on v.school_id = m.school_id and v.enrollment_id = split_part(m.id, '~', 1)`,
    [PEOPLE],
  );
  await db.query("analyze");
}

/** Milliseconds until something is there. */
async function until(what) {
  const began = performance.now();
  await what();
  return performance.now() - began;
}

/** From a press to the first frame in which the screen is another: measured in the page itself. */
async function pressed(page, name) {
  return page.evaluate(
    (wanted) =>
      new Promise((resolve) => {
        const link = [
          ...document.querySelectorAll(
            '[aria-label="Places"] a, [aria-label="Places"] [role=link]',
          ),
        ].find((one) => (one.textContent ?? "").includes(wanted));
        const before = document.querySelector("h1")?.textContent ?? "";
        const began = performance.now();
        link.click();
        const look = () => {
          const title = document.querySelector("h1")?.textContent ?? "";
          const loading = document.querySelector('[aria-label="Loading"]');
          if (loading || title !== before) resolve(performance.now() - began);
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      }),
    name,
  );
}

/** To and fro over a list, a row and a half a frame. */
const scrolled = (page, what) =>
  frames(page, what, async () => {
    await page.mouse.move(700, 500);
    for (let i = 0; i < 120; i++) {
      await page.mouse.wheel(0, i < 60 ? 100 : -100);
      await page.waitForTimeout(16);
    }
  });

const cluster = await testCluster(root, say);
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_FLAGS });
try {
  const server = await serveDemo(root, cluster, "face", say);
  const origin = `http://127.0.0.1:${server.port}`;
  const db = new pg.Client({ ...cluster, user: "postgres", database: "face" });
  await db.connect();
  say(`people come in: ${(await until(() => crowd(db))).toFixed(0)} ms`);
  const context = await browser.newContext({
    baseURL: origin,
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  await page.request.post("/api/auth/sign-in/email", {
    data: { email: "rosa@example.org", password: "dawn-and-bread" },
    headers: { origin },
  });
  say("their dates are worked out");
  // Everybody's dates are worked out before anything is measured.
  for (let settling = true; settling; ) {
    const answer = await page.request.get("/api/schools/ember-row/courses/winter-rye/people");
    settling = (await answer.json()).settling;
    if (settling) await page.waitForTimeout(2000);
  }
  await page.goto("/ember-row/today");
  await page.getByRole("heading", { name: "What needs you" }).waitFor();
  const asked = [];
  for (const text of [
    "a",
    "ad",
    "ada",
    "ada ",
    "ada l",
    "ada li",
    "ada lin",
    "17",
    "174",
    "1744",
    "rye",
    "sour",
    "noor 12",
    "quist",
    "prado 9",
  ])
    asked.push(
      await until(() =>
        page.request.get(`/api/schools/ember-row/found?find=${encodeURIComponent(text)}`),
      ),
    );
  console.log(
    `command box: ${median(asked).toFixed(0)} ms a key at the median, ${Math.max(...asked).toFixed(0)} at the most (${PEOPLE} people)`,
  );
  const today = [];
  for (let i = 0; i < 5; i++)
    today.push(await until(() => page.request.get("/api/schools/ember-row/today")));
  console.log(
    `today: ${median(today).toFixed(0)} ms at the median, ${Math.max(...today).toFixed(0)} the first time`,
  );
  const opened = [];
  for (const name of ["Courses", "People", "Sales", "Today", "People", "Courses"]) {
    opened.push(await pressed(page, name));
    await page.waitForTimeout(600);
  }
  console.log(
    `a press on a place: ${median(opened).toFixed(0)} ms to its outline at the median, ${Math.max(...opened).toFixed(0)} at the most`,
  );
  await page.goto("/ember-row/courses/winter-rye/people");
  await page.getByRole("table").waitFor();
  for (let i = 0; i < 12; i++) {
    await page.mouse.move(700, 500);
    await page.mouse.wheel(0, 20_000);
    await page.waitForTimeout(250);
  }
  await page.waitForTimeout(1500);
  await scrolled(page, "scrolling");
  // What this browser needs on this machine for as many rows of plain elements, without any program.
  const bare = await context.newPage();
  await bare.setContent(
    `<style>td { height: 62px; border-bottom: 1px solid gray }</style><table style="width: 100%">${"<tr><td>Ada Lind<br>Lisbon</td><td><svg width=200 height=40><rect width=120 height=20 fill=orange /></svg></td><td>In the course</td><td>3 of 12</td><td>Two</td><td>No end</td></tr>".repeat(2000)}</table>`,
  );
  await scrolled(bare, "bare");
  await db.end();
  await server.stop();
} finally {
  await browser.close();
  await cluster.stop();
}

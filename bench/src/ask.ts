/**
 * How many requests a second the server answers, beside its bare transaction, in one run over loopback: eight at a
 * time, in rounds of a bounded number of each, medians of the rounds.
 */
import { signIn } from "./sign-in";

const AT_ONCE = 8;
const REQUESTS = 160;
const ROUNDS = 25;

const { BENCH_ORIGIN: origin = "", BENCH_SCHOOL: slug, BENCH_PASSWORD: password } = process.env;

const signedIn = (email: string) =>
  signIn(origin, { email, password: password ?? "" }, "http://127.0.0.1:1");
const staff = await signedIn("rosa@example.org");
/** Whose timeline is read: nobody's who ticks here, so that it stays as it is. */
const READ = "sourdough-08";
const LESSON = "folds-and-rests";
const tick = (
  enrollment: string,
  cookie: string,
  done: boolean,
  key: string,
): [string, RequestInit] => [
  `/api/schools/${slug}/shelf/${enrollment}/lessons/${LESSON}`,
  {
    method: "PUT",
    headers: { cookie, origin, "content-type": "application/json" },
    body: JSON.stringify({ done, key }),
  },
];
/** Those to whom the lesson is open. Each has their own enrollment, as in life: nobody waits for another's row. */
const learners: { enrollment: string; cookie: string }[] = [];
for (const { enrollment, email } of JSON.parse(process.env.BENCH_LEARNERS ?? "[]")) {
  if (enrollment === READ) continue;
  const cookie = await signedIn(email);
  const [path, init] = tick(enrollment, cookie, false, `bench-start`);
  if ((await fetch(origin + path, init)).ok) learners.push({ enrollment, cookie });
}
if (learners.length < AT_ONCE) throw new Error(`The lesson is open to ${learners.length} only`);

/** A quiz that they take: as often as one likes, so that there is always an attempt to answer and to hand in. */
const QUIZ = "reading-the-crumb";
const asJson = (cookie: string, method: string, body?: unknown): RequestInit => ({
  method,
  headers: { cookie, origin, "content-type": "application/json" },
  ...(body !== undefined && { body: JSON.stringify(body) }),
});
async function told<T>(path: string, init: RequestInit): Promise<T> {
  const response = await fetch(`${origin}/api/schools/${slug}${path}`, init);
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}
const draft = `/courses/cold-kitchen/draft/lessons/${QUIZ}`;
const QUESTIONS = Array.from({ length: 10 }, (_, i) => `bench-${i + 1}`);
await told(
  "/questions",
  asJson(staff, "PUT", {
    place: null,
    for: "new",
    questions: QUESTIONS.map((id) => ({
      number: 0,
      question: {
        id,
        kind: "one",
        points: 1,
        category: null,
        credit: "part",
        text: "Which flour drinks the most?",
        picture: null,
        explanation: "",
        shuffle: true,
        answers: ["a", "b", "c", "d"].map((name) => ({
          id: name,
          text: name,
          picture: null,
          fixed: false,
        })),
        right: "a",
      },
    })),
  }),
);
const { partRevision } = await told<{ partRevision: number }>(draft, asJson(staff, "GET"));
await told(
  `${draft}/part`,
  asJson(staff, "PUT", {
    part: {
      kind: "quiz",
      atOnce: true,
      messages: { passed: "", failed: "" },
      parts: [{ id: "p", title: "", before: "", after: "", shuffle: true, ask: QUESTIONS }],
      passMark: 100,
      outOf: null,
      attemptsAllowed: null,
      retake: "all",
      retakeCost: 0,
      counts: "best",
      show: "never",
      limit: null,
      wait: null,
    },
    materials: [],
    partRevision,
  }),
);
interface Taker {
  enrollment: string;
  cookie: string;
  attempt: string;
  question: string;
}
const quizOf = (enrollment: string) => `/shelf/${enrollment}/lessons/${QUIZ}/quiz`;
let keys = 0;
async function beginOne(enrollment: string, cookie: string): Promise<Taker> {
  const { running } = await told<{
    running: { id: string; parts: { questions: { id: string }[] }[] } | null;
  }>(
    `${quizOf(enrollment)}/attempts`,
    asJson(cookie, "POST", { key: `bench-begin-${process.pid}-${++keys}` }),
  );
  const question = running?.parts.flatMap(({ questions }) => questions)[0]?.id ?? "";
  return { enrollment, cookie, attempt: running?.id ?? "", question };
}
const takers: Taker[] = [];
for (const { enrollment, cookie } of learners)
  await beginOne(enrollment, cookie).then(
    (taker) => takers.push(taker),
    () => undefined,
  );
if (takers.length < AT_ONCE) throw new Error(`The quiz is open to ${takers.length} only`);

type Ask = (n: number) => [string, RequestInit?];
/** What is bought for nothing, by somebody new each time: order, account, enrollment, openings, receipt and mail. */
const FREE = "the-starter";
const buyer = (n: number) => ({
  key: `bench-buy-${process.pid}-${n}`,
  option: "free",
  seen: { total: 0, dueNow: 0 },
  name: "Ada Lind",
  email: `ada-${process.pid}-${n}@example.org`,
  timeZone: "Europe/Lisbon",
});
const routes: Record<string, Ask> = {
  bare: () => ["/bare"],
  quote: () => [`/api/schools/${slug}/offers/sourdough?timeZone=Asia/Tokyo`],
  "of a bundle": () => [`/api/schools/${slug}/offers/the-winter-baker?timeZone=Asia/Tokyo`],
  page: () => [`/api/schools/${slug}/pages/the-winter-baker`],
  checkout: (n) => [`/api/schools/${slug}/offers/${FREE}/orders`, asJson("", "POST", buyer(n))],
  timeline: () => [
    `/api/schools/${slug}/courses/cold-kitchen/timeline?enrollment=${READ}`,
    { headers: { cookie: staff } },
  ],
  done: (n) => {
    const { enrollment, cookie } = learners[n % learners.length] as (typeof learners)[number];
    const done = Math.floor(n / learners.length) % 2 === 0;
    return tick(enrollment, cookie, done, `bench-${process.pid}-${n}`);
  },
  answer: (n) => {
    const { enrollment, cookie, attempt, question } = takers[n % takers.length] as Taker;
    const answers = [{ key: `bench-answer-${n}`, question, answer: null, ago: 0 }];
    return [
      `/api/schools/${slug}${quizOf(enrollment)}/attempts/${attempt}/answers`,
      asJson(cookie, "PUT", { answers }),
    ];
  },
  "hand in": (n) => {
    const { enrollment, cookie, attempt } = takers[n % takers.length] as Taker;
    return [
      `/api/schools/${slug}${quizOf(enrollment)}/attempts/${attempt}/hand-in`,
      asJson(cookie, "POST"),
    ];
  },
};
/** How many of each a round asks; what leaves something on record fewer, as of a long course. */
const NUMBERS: Record<string, number> = {
  done: REQUESTS / 4,
  checkout: REQUESTS / 8,
  answer: REQUESTS / 4,
  "hand in": takers.length,
};
/** Before a round hands in, each has another attempt to hand in. */
const before: Record<string, () => Promise<void>> = {
  async "hand in"() {
    for (const taker of takers)
      Object.assign(taker, await beginOne(taker.enrollment, taker.cookie));
  },
};

const asked = new Map<Ask, number>();
async function rate(ask: Ask, requests: number): Promise<number> {
  const begin = performance.now();
  let left = requests;
  const number = () => {
    const n = asked.get(ask) ?? 0;
    asked.set(ask, n + 1);
    return n;
  };
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (left-- > 0) {
        const [path, init] = ask(number());
        const response = await fetch(origin + path, init);
        await response.arrayBuffer();
        if (!response.ok) throw new Error(`${path} answers ${response.status}`);
      }
    }),
  );
  return (requests / (performance.now() - begin)) * 1000;
}

// Short rounds, each kind after the other: what else the machine does then weighs on all alike.
const names = Object.keys(routes);
const none = () => Object.fromEntries(names.map((name): [string, number[]] => [name, []]));
const rates: Record<string, number[]> = none();
const ratios: Record<string, number[]> = none();
for (let round = -5; round < ROUNDS; round++) {
  let bare = 0;
  for (const [name, ask] of Object.entries(routes)) {
    await before[name]?.();
    const found = await rate(ask, NUMBERS[name] ?? REQUESTS);
    if (name === "bare") bare = found;
    if (round < 0) continue;
    rates[name]?.push(found);
    ratios[name]?.push(found / bare);
  }
}
const median = (list: number[] = []) =>
  list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
for (const name of names)
  console.log(
    `${name.padEnd(10)} ${median(rates[name]).toFixed(0).padStart(6)} a second   ${median(ratios[name]).toFixed(3)} of bare`,
  );

/**
 * How many requests a second the server answers, beside its bare transaction, in one run over loopback: eight at a
 * time, in rounds of a bounded number of each, medians of the rounds.
 */
const AT_ONCE = 8;
const REQUESTS = 160;
const ROUNDS = 25;

const { BENCH_ORIGIN: origin = "", BENCH_SCHOOL: slug, BENCH_PASSWORD: password } = process.env;

async function signedIn(email: string): Promise<string> {
  const response = await fetch(`${origin}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: "http://127.0.0.1:1" },
    body: JSON.stringify({ email, password }),
  });
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");
}
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

type Ask = (n: number) => [string, RequestInit?];
const routes: Record<string, Ask> = {
  bare: () => ["/bare"],
  timeline: () => [
    `/api/schools/${slug}/courses/cold-kitchen/timeline?enrollment=${READ}`,
    { headers: { cookie: staff } },
  ],
  done: (n) => {
    const { enrollment, cookie } = learners[n % learners.length] as (typeof learners)[number];
    const done = Math.floor(n / learners.length) % 2 === 0;
    return tick(enrollment, cookie, done, `bench-${process.pid}-${n}`);
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
const rates: Record<string, number[]> = { bare: [], timeline: [], done: [] };
const ratios: Record<string, number[]> = { bare: [], timeline: [], done: [] };
for (let round = -5; round < ROUNDS; round++) {
  let bare = 0;
  for (const [name, ask] of Object.entries(routes)) {
    // Each tick stays on record: a hundred or so for each person by the end, as of a long course.
    const found = await rate(ask, name === "done" ? REQUESTS / 4 : REQUESTS);
    if (name === "bare") bare = found;
    if (round < 0) continue;
    rates[name]?.push(found);
    ratios[name]?.push(found / bare);
  }
}
const median = (list: number[] = []) =>
  list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
for (const name of ["bare", "timeline", "done"])
  console.log(
    `${name.padEnd(10)} ${median(rates[name]).toFixed(0).padStart(6)} a second   ${median(ratios[name]).toFixed(3)} of bare`,
  );

export {};

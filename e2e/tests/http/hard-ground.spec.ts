/**
 * Nobody stops it: a server of its own, as it runs for people, attacked in the ways that stopped it once. Each is held to
 * the same bar: whoever asks something else meanwhile is not held up.
 */

import { readFileSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { connect, createServer, type Server as NetServer, type Socket } from "node:net";
import pg from "pg";
import { copyPeople, expect, test } from "../helpers";
import { type OwnServer, ownServers } from "../own-servers";

const NAME = "hard_ground";
/** Whoever waits so long, in milliseconds, was held up. The aim is a second; a machine that does much else may add to it. */
const HELD = 5000;
/** A reader of files is ended after seven seconds; a busy machine takes its time to start one. */
const ENDED = 16_000;

test.use({ who: null });
test.describe.configure({ mode: "serial" });

let own: Awaited<ReturnType<typeof ownServers>>;
let server: OwnServer;
let origin = "";
let cookie = "";
/** The way to the database, which can be shut. */
let way: NetServer;
let away = false;
const open = new Set<Socket>();

test.beforeAll(async () => {
  test.setTimeout(120_000);
  own = await ownServers(NAME, { DAWNGATE_METRICS_TOKEN: "a token for the figures" });
  way = createServer((from) => {
    if (away) return from.destroy();
    const to = connect(own.cluster.port, own.cluster.host);
    for (const socket of [from, to]) {
      open.add(socket);
      socket
        .on("error", () => undefined)
        .on("close", () => {
          open.delete(socket);
          from.destroy();
          to.destroy();
        });
    }
    from.pipe(to).pipe(from);
  }).listen(0, "127.0.0.1");
  await new Promise((resolve) => way.once("listening", resolve));
  const { port } = way.address() as { port: number };
  server = await own.startOver({ DAWNGATE_DB_PORT: String(port) });
  origin = `http://127.0.0.1:${server.port}`;
  cookie = await signIn("rosa@example.org");
});
test.afterAll(async () => {
  if (!server) return;
  await server.stop().catch(() => undefined);
  way.close();
  for (const socket of open) socket.destroy();
});

async function signIn(email: string): Promise<string> {
  const response = await fetch(`${origin}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin },
    body: JSON.stringify({ email, password: "dawn-and-bread" }),
  });
  expect(response.status).toBe(200);
  return response.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .join("; ");
}
const ask = (method: string, path: string, body?: BodyInit, headers = {}) =>
  fetch(`${origin}/api${path}`, {
    method,
    headers: {
      origin,
      cookie,
      ...(typeof body === "string" && { "content-type": "application/json" }),
      ...headers,
    },
    ...(body !== undefined && { body }),
  });
const memory = () => {
  const status = readFileSync(`/proc/${server.pid}/status`, "utf8");
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1024;
};
/** How long somebody else waits, at the longest, while something happens. */
async function longestWait(
  work: () => Promise<unknown>,
  path = "/schools/ember-row",
): Promise<number> {
  let longest = 0;
  let going = true;
  const asking = (async () => {
    while (going) {
      const begun = performance.now();
      const response = await ask("GET", path);
      await response.arrayBuffer();
      expect(response.status).toBe(200);
      longest = Math.max(longest, performance.now() - begun);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  })();
  try {
    await work();
  } finally {
    going = false;
    await asking;
  }
  return longest;
}

test("asking to sign up with a megabyte is refused at once", async () => {
  const body = JSON.stringify({ name: "a ".repeat(500_000), email: "a@example.org" });
  const waited = await longestWait(async () => {
    const begun = performance.now();
    const response = await ask("POST", "/auth/sign-in/magic-link", body);
    expect(response.status).toBe(413);
    expect(performance.now() - begun).toBeLessThan(HELD);
  });
  expect(waited).toBeLessThan(HELD);
});

test("twenty-four bodies of 200 MB leave the memory as it was", async () => {
  const before = memory();
  const chunk = Buffer.alloc(64 * 1024, 97);
  const send = () =>
    new Promise<number>((resolve) => {
      const { hostname, port } = new URL(origin);
      const request = httpRequest(
        {
          hostname,
          port,
          method: "POST",
          path: "/api/auth/sign-in/email",
          headers: { origin, "content-type": "application/json", "transfer-encoding": "chunked" },
        },
        (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
        },
      );
      // Cut off in the middle, once it was refused.
      request.on("error", () => resolve(0));
      let sent = 0;
      const more = () => {
        while (sent < 200 * 1024 * 1024 && !request.destroyed) {
          sent += chunk.length;
          if (!request.write(chunk)) return void request.once("drain", more);
        }
        request.end();
      };
      more();
    });
  let most = 0;
  const watching = setInterval(() => {
    most = Math.max(most, memory());
  }, 50);
  const statuses = await Promise.all(Array.from({ length: 24 }, send));
  clearInterval(watching);
  for (const status of statuses) expect([0, 413]).toContain(status);
  expect(most - before).toBeLessThan(250);
});

test("a calendar that never ends, and pictures that never end, are refused with a sentence while others are answered", async () => {
  const calendar = [
    "BEGIN:VCALENDAR",
    "BEGIN:VEVENT",
    "DTSTART;VALUE=DATE:20270101",
    "RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30",
    "END:VEVENT",
    "END:VCALENDAR",
    "",
  ].join("\r\n");
  // An icon container whose entry has length 0, and another container with a box of length 0.
  const icon = Buffer.concat([
    Buffer.from("icns"),
    Buffer.from([0, 0, 0, 80]),
    Buffer.from("ICN#"),
    Buffer.alloc(68),
  ]);
  const box = Buffer.concat([
    Buffer.from([0, 0, 0, 24]),
    Buffer.from("ftypheic"),
    Buffer.alloc(16),
    Buffer.alloc(48),
  ]);
  const jxl = Buffer.concat([
    Buffer.from([0, 0, 0, 12]),
    Buffer.from("JXL "),
    Buffer.from([13, 10, 0x87, 10]),
    Buffer.alloc(60),
  ]);
  const waited = await longestWait(async () => {
    const began = performance.now();
    const response = await ask("POST", "/schools/ember-row/calendar-file", calendar, {
      "content-type": "text/calendar",
    });
    expect(response.status).toBe(422);
    expect(((await response.json()) as { detail: string }).detail).toMatch(
      /could not be read in the time/,
    );
    expect(performance.now() - began).toBeLessThan(ENDED);
    for (const bytes of [icon, box, jxl]) {
      const begun = performance.now();
      const refused = await ask(
        "PUT",
        "/schools/ember-row/courses/cold-kitchen/cover",
        new Uint8Array(bytes),
        {
          "content-type": "image/png",
        },
      );
      expect(refused.status).toBe(422);
      expect(performance.now() - begun).toBeLessThan(ENDED);
    }
  });
  expect(waited).toBeLessThan(HELD);
});

test("the database away: 503 with Retry-After, and it goes on by itself", async () => {
  const { pid } = server;
  for (let round = 0; round < 3; round++) {
    // In the middle of work.
    const busy = Array.from({ length: 20 }, () => ask("GET", "/schools/ember-row/courses"));
    await new Promise((resolve) => setTimeout(resolve, 15));
    away = true;
    for (const socket of open) socket.destroy();
    for (const response of await Promise.all(busy)) expect([200, 503]).toContain(response.status);
    const response = await ask("GET", "/schools/ember-row");
    expect(response.status).toBe(503);
    expect(Number(response.headers.get("retry-after"))).toBeGreaterThan(0);
    expect((await fetch(`${origin}/health/live`)).status).toBe(200);
    expect((await fetch(`${origin}/health/ready`)).status).toBe(503);
    away = false;
    await expect.poll(async () => (await ask("GET", "/schools/ember-row")).status).toBe(200);
    await expect.poll(async () => (await fetch(`${origin}/health/ready`)).status).toBe(200);
  }
  expect(server.pid).toBe(pid);
});

test("backends that the database ends in the middle of work end nobody else's", async () => {
  const admin = new pg.Client({ ...own.cluster, user: "postgres", database: NAME });
  await admin.connect();
  try {
    for (let round = 0; round < 3; round++) {
      const busy = Array.from({ length: 20 }, () => ask("GET", "/schools/ember-row/courses"));
      await new Promise((resolve) => setTimeout(resolve, 15));
      await admin.query(
        "select pg_terminate_backend(pid) from pg_stat_activity where datname = $1 and pid <> pg_backend_pid()",
        [NAME],
      );
      for (const response of await Promise.all(busy)) expect([200, 503]).toContain(response.status);
      await expect.poll(async () => (await ask("GET", "/schools/ember-row")).status).toBe(200);
    }
  } finally {
    await admin.end();
  }
});

test("one row that somebody holds keeps nobody else waiting", async () => {
  const admin = new pg.Client({ ...own.cluster, user: "postgres", database: NAME });
  await admin.connect();
  try {
    await admin.query("begin");
    await admin.query("select 1 from enrollment where id = 'sourdough-08' for update");
    const act = (key: string) =>
      ask(
        "POST",
        "/schools/ember-row/courses/cold-kitchen/acts",
        JSON.stringify({
          enrollments: ["sourdough-08"],
          key: `press-${key}-locked`,
          act: { type: "extended", add: "P1D", reason: "r" },
        }),
      );
    const waited = await longestWait(async () => {
      const answers = await Promise.all(Array.from({ length: 30 }, (_, i) => act(String(i))));
      for (const { status, headers } of answers) {
        expect(status).toBe(503);
        expect(headers.get("retry-after")).toBe("1");
      }
    });
    expect(waited).toBeLessThan(HELD);
    // Somebody else's writing goes on too.
    const begun = performance.now();
    const holding = Promise.all(Array.from({ length: 30 }, (_, i) => act(`again-${i}`)));
    await new Promise((resolve) => setTimeout(resolve, 100));
    const written = await ask(
      "PATCH",
      "/schools/ember-row",
      JSON.stringify({ contact: "bread@example.org" }),
    );
    expect(written.status).toBe(200);
    expect(performance.now() - begun).toBeLessThan(HELD);
    await admin.query("rollback");
    await holding;
    expect((await act("after")).status).toBe(200);
  } finally {
    await admin.end();
  }
});

test("a ripple over ten thousand people, everybody at once, and ten who enroll keep nobody waiting", async () => {
  test.setTimeout(180_000);
  const admin = new pg.Client({ ...own.cluster, user: "postgres", database: NAME });
  await admin.connect();
  try {
    const { rows } = await admin.query(
      "select count(*)::integer as people from enrollment where course_id = 'cold-kitchen'",
    );
    const copies = Math.ceil(10_000 / rows[0].people);
    await copyPeople(admin, "cold-kitchen", copies);
    // Their openings are not what is measured here.
    await admin.query(
      `update enrollment e
         set projected_version = o.projected_version, projected_sequence = o.projected_sequence
         from enrollment o where o.school_id = e.school_id and o.id = split_part(e.id, '~', 1)
           and e.id like '%~%'`,
    );
    await admin.query("analyze enrollment, enrollment_event");
    const course = "/schools/ember-row/courses/cold-kitchen";
    let told = 0;
    const waited = await longestWait(async () => {
      for (let asked = 0; asked < 200; asked++) {
        const response = await ask("GET", `${course}/ripple?people=everybody`);
        const answer = (await response.json()) as { totals?: { people: number } };
        if (response.status === 200) {
          expect(answer.totals?.people).toBeGreaterThan(10_000);
          break;
        }
        expect(response.status).toBe(202);
        told++;
        await new Promise((resolve) => setTimeout(resolve, 300));
      }
      const everybody = await ask("GET", `${course}/everybody`);
      expect(everybody.status).toBe(200);
      await everybody.arrayBuffer();
      await Promise.all(
        Array.from({ length: 50 }, () =>
          fetch(`${origin}/api/schools/ember-row/catalog/cold-kitchen`),
        ),
      );
    });
    expect(told).toBeGreaterThan(0);
    // Whoever enrolls where seats do not count waits for no one but those before them.
    const began = performance.now();
    const enrolled = await Promise.all(
      Array.from({ length: 10 }, (_, i) =>
        ask(
          "POST",
          `${course}/enrollments`,
          JSON.stringify({
            name: `Guest ${i}`,
            email: `crowd-${i}@example.org`,
            timeZone: "Europe/Lisbon",
            cohort: null,
          }),
        ),
      ),
    );
    expect(enrolled.map(({ status }) => status)).toEqual(enrolled.map(() => 200));
    expect(performance.now() - began).toBeLessThan(HELD);
    console.log(`longest wait meanwhile: ${Math.round(waited)} ms`);
    expect(waited).toBeLessThan(HELD);
  } finally {
    await admin
      .query("delete from enrollment_event where enrollment_id like '%~%'")
      .catch(() => undefined);
    await admin.query("delete from opening where enrollment_id like '%~%'").catch(() => undefined);
    await admin.query("delete from enrollment where id like '%~%'").catch(() => undefined);
    await admin.end();
  }
});

test("addresses that are unknown never answer with the application's page; what is told behind a token needs it", async () => {
  for (const path of ["/api", "/api/nothing", "/health", "/health/nothing", "/metrics/nothing"]) {
    const response = await fetch(`${origin}${path}`);
    expect([path, response.status, response.headers.get("content-type")]).toEqual([
      path,
      404,
      "application/problem+json",
    ]);
  }
  expect((await fetch(`${origin}/metrics`)).status).toBe(401);
  const figures = await fetch(`${origin}/metrics`, {
    headers: { authorization: "Bearer a token for the figures" },
  });
  const text = await figures.text();
  for (const name of [
    "dawngate_request_seconds_bucket",
    "dawngate_connections",
    "dawngate_outbox_oldest_seconds",
    "dawngate_projection_backlog_courses",
    "dawngate_nodejs_eventloop_lag_seconds",
  ])
    expect(text).toContain(name);
});

test("headers keep other pages and old ways out; https is told of only over https", async () => {
  const { headers } = await ask("GET", "/schools/ember-row");
  const policy = headers.get("content-security-policy") ?? "";
  for (const part of [
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
    "object-src 'none'",
  ])
    expect(policy).toContain(part);
  expect(headers.get("permissions-policy")).toContain("camera=()");
  expect(headers.get("strict-transport-security")).toBeNull();
  expect(headers.get("x-content-type-options")).toBe("nosniff");
  // Whoever holds a connection open, commonly for sixty seconds, closes it before we do (common practice).
  expect(headers.get("keep-alive")).toBe("timeout=75");
  expect(headers.get("x-request-id")).toMatch(/^[0-9a-f-]{36}$/);
});

test("memory stays flat over more than a thousand requests", async () => {
  test.setTimeout(120_000);
  const callum = await signIn("callum.reyes@example.org");
  const round = async (count: number) => {
    for (let i = 0; i < count; i += 20)
      await Promise.all(
        Array.from({ length: 20 }, async (_, k) => {
          const path = [
            "/schools/ember-row/shelf",
            "/schools/ember-row/shelf/sourdough-08",
            "/schools/ember-row/catalog/winter-rye",
            "/schools/ember-row",
          ][k % 4];
          const response = await fetch(`${origin}/api${path}`, { headers: { cookie: callum } });
          await response.arrayBuffer();
        }),
      );
  };
  await round(250);
  const before = memory();
  await round(900);
  expect(memory() - before).toBeLessThan(60);
});

test("told to end under load, it answers whoever has asked, and then ends", async () => {
  let going = true;
  let reset = 0;
  let answered = 0;
  const clients = Array.from({ length: 50 }, async () => {
    while (going) {
      try {
        const response = await ask("GET", "/schools/ember-row/courses");
        await response.arrayBuffer();
        answered++;
      } catch (error) {
        const { code } = ((error as Error).cause ?? {}) as { code?: string };
        // Nobody listens any more: that is an answer too, and comes before anything was asked.
        if (code === "ECONNREFUSED") return;
        reset++;
        return;
      }
    }
  });
  await new Promise((resolve) => setTimeout(resolve, 500));
  await server.stop();
  going = false;
  await Promise.all(clients);
  expect(answered).toBeGreaterThan(50);
  expect(reset).toBe(0);
});

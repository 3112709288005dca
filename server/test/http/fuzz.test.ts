/**
 * Every route of the API, asked with what its schema allows and with what it does not, by nobody, by an enrollee and by
 * an owner: no answer breaks, none takes long, and memory does not grow (OWASP API Security Top 10 2023: API4, API8;
 * fast-check as the generator).
 */
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import { SIGN_IN_ROUTES } from "@dawngate/contract/account";
import fc from "fast-check";
import { ProblemError } from "../../src/base/problem";
import { openAuth } from "../../src/school/auth";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

/** What is used is counted once what nobody holds is gone: when that is done by itself is nobody's to say. */
setFlagsFromString("--expose-gc");
const collect = runInNewContext("gc") as () => void;

const now = instant("2027-03-10T12:00:00Z");
let own: Owned;
beforeAll(async () => {
  own = await ownedSchool(() => now);
});
afterAll(() => own.test_.close());

interface Schema {
  $ref?: string;
  type?: string | string[];
  enum?: unknown[];
  const?: unknown;
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  additionalProperties?: Schema | boolean;
}
interface Route {
  method: string;
  path: string;
  query: string[];
  body: Schema | null;
  media: string | null;
}

/** Texts that have broken things before: the number 0, halves of characters, paths, markup, SQL, other directions. */
const HOSTILE = [
  "",
  " ",
  "\u0000",
  "\uD800",
  "a\u0000b",
  "../../etc/passwd",
  "%00",
  "%FF",
  "'; drop table school; --",
  "<script>alert(1)</script>",
  "\u202Egpj.exe",
  "𝕏".repeat(500),
  "x".repeat(20_000),
  "9".repeat(400),
  "-0",
  "1e999",
  "2027-02-30",
  "9999-12-31",
  "0000-01-01",
  "P99999999999D",
  "P1Y2M3W4DT5H6M7S",
  "2027-03-10T12:00:00Z",
  "Europe/Lisbon",
  "e1",
  "c",
  "m2",
  "k",
  "ana",
  "owner@example.org",
  "{{field}}",
  "\n\r\t",
];
const text = fc.oneof(fc.constantFrom(...HOSTILE), fc.string({ maxLength: 40, unit: "binary" }));
const number = fc.oneof(
  fc.constantFrom(0, -1, 1, 2 ** 31, 2 ** 53, 1e308, -(2 ** 63), 0.1, 5e-324, 2_147_483_647),
  fc.integer(),
  fc.double({ noNaN: true }),
);
const anything = fc.oneof(
  text,
  number,
  fc.boolean(),
  fc.constant(null),
  fc.jsonValue({ maxDepth: 3 }),
);

function ofSchema(schema: Schema, all: Record<string, Schema>, depth = 0): fc.Arbitrary<unknown> {
  if (depth > 6) return anything;
  const { $ref, const: fixed, enum: choices, anyOf, oneOf, allOf } = schema;
  if ($ref) return ofSchema(all[$ref.split("/").pop() ?? ""] ?? {}, all, depth + 1);
  if (fixed !== undefined) return often(fc.constant(fixed));
  if (choices) return often(fc.constantFrom(...choices));
  const union = anyOf ?? oneOf ?? (allOf?.length === 1 ? allOf : undefined);
  if (union) return often(fc.oneof(...union.map((one) => ofSchema(one, all, depth + 1))));
  const type = Array.isArray(schema.type) ? schema.type[0] : schema.type;
  switch (type) {
    case "string":
      return often(text);
    case "number":
    case "integer":
      return often(number);
    case "boolean":
      return often(fc.boolean());
    case "array":
      return often(fc.array(ofSchema(schema.items ?? {}, all, depth + 1), { maxLength: 4 }));
    case "object": {
      const parts = Object.fromEntries(
        Object.entries(schema.properties ?? {}).map(([key, one]) => [
          key,
          ofSchema(one, all, depth + 1),
        ]),
      );
      return often(fc.record(parts, { requiredKeys: schema.required ?? [] }));
    }
    default:
      return anything;
  }
}
/** An address cannot hold half a character. */
const wellFormed = (value: string) => Buffer.from(value, "utf8").toString("utf8");
/** Now and then something else altogether. */
const often = (arbitrary: fc.Arbitrary<unknown>) =>
  fc.oneof({ weight: 9, arbitrary }, { weight: 1, arbitrary: anything });

async function routes(): Promise<{ list: Route[]; schemas: Record<string, Schema> }> {
  const document = (await (await own.app.ask(null, "GET", "/openapi.json")).json()) as {
    paths: Record<string, Record<string, Described>>;
    components: { schemas: Record<string, Schema> };
  };
  interface Described {
    parameters?: { in: string; name: string }[];
    requestBody?: { content: Record<string, { schema: Schema }> };
  }
  const list = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, described]) => {
      const [media, content] = Object.entries(described.requestBody?.content ?? {})[0] ?? [];
      return {
        method: method.toUpperCase(),
        path,
        query: (described.parameters ?? [])
          .filter((one) => one.in === "query")
          .map(({ name }) => name),
        body: media?.includes("json") ? (content?.schema ?? {}) : null,
        media: media ?? null,
      };
    }),
  );
  return { list, schemas: document.components.schemas };
}

const REAL: Record<string, string[]> = {
  school: ["one"],
  course: ["c"],
  cohort: ["k"],
  enrollment: ["e1", "e2"],
  lesson: ["l1", "l3"],
  person: ["ben"],
  member: [`account-${OWNER}`],
};

test("no route breaks, is slow, or keeps what it was sent", async () => {
  const { list, schemas } = await routes();
  expect(list.length).toBeGreaterThan(60);
  // What ends the school or its people would end the test with it.
  // A stream of changes goes on until one hangs up.
  const asked = list.filter(({ path }) => !/deletion|forgetting|draft\/changes/.test(path));
  const used = () => {
    collect();
    return process.memoryUsage().heapUsed / 2 ** 20;
  };
  const begun = used();
  const slow: string[] = [];
  const statuses = new Map<number, number>();
  for (const route of asked) {
    const names = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name ?? "");
    const parameter = (name: string) =>
      fc.oneof(
        { weight: 6, arbitrary: fc.constantFrom(...(REAL[name] ?? ["nothing"])) },
        {
          weight: 1,
          arbitrary: text.filter(
            (one) => one !== "" && !/^[\uD800-\uDFFF]|[\uD800-\uDFFF]$/.test(one),
          ),
        },
      );
    const request = fc.record({
      who: fc.constantFrom(null, "ana@example.org", OWNER, OWNER),
      parameters: fc.record(Object.fromEntries(names.map((name) => [name, parameter(name)]))),
      query: fc.record(Object.fromEntries(route.query.map((name) => [name, text])), {
        requiredKeys: [],
      }),
      body: route.body ? ofSchema(route.body, schemas) : fc.constant(undefined),
      raw: fc.uint8Array({ maxLength: 300 }),
    });
    await fc.assert(
      fc.asyncProperty(request, async ({ who, parameters, query, body, raw }) => {
        const safely = (value: unknown) => encodeURIComponent(wellFormed(String(value)));
        const path = route.path.replaceAll(/\{(\w+)\}/g, (_, name) => safely(parameters[name]));
        const asked = Object.entries(query as Record<string, unknown>)
          .map(([key, value]) => `${key}=${safely(value)}`)
          .join("&");
        const before = performance.now();
        const response = await own.app.ask(
          who,
          route.method,
          asked ? `${path}?${asked}` : path,
          route.body ? body : route.media ? raw : undefined,
          route.media && !route.body ? { "content-type": route.media } : {},
        );
        const took = performance.now() - before;
        const said = response.status >= 500 ? await response.text() : "";
        expect([route.method, path.slice(0, 200), response.status < 500, said]).toEqual([
          route.method,
          path.slice(0, 200),
          true,
          "",
        ]);
        statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
        // No speed: what hangs, or grows with what it was sent.
        if (took > 5000) slow.push(`${route.method} ${route.path}: ${Math.round(took)} ms`);
        await response.body?.cancel().catch(() => undefined);
      }),
      { numRuns: 6, seed: 20_261_128, endOnFailure: true },
    );
  }
  expect(slow).toEqual([]);
  // It comes through the doors too: much is answered, much refused for what it is.
  for (const status of [200, 401, 403, 404, 422])
    expect(statuses.get(status) ?? 0).toBeGreaterThan(50);
  expect(own.app.logged).toEqual([]);
  expect(used() - begun).toBeLessThan(300);
}, 240_000);

test("nor does any of the sign-in routes", async () => {
  const origin = "http://127.0.0.1:4997";
  const auth = openAuth({
    address: own.test_.address,
    baseUrl: origin,
    secret: "a secret that is long enough for this",
  });
  try {
    for (const [route, schema] of Object.entries(SIGN_IN_ROUTES)) {
      const [method = "", path] = route.split(" ");
      const keys = Object.keys(schema.shape);
      const body = fc.oneof(
        fc.record(Object.fromEntries(keys.map((key) => [key, anything])), { requiredKeys: [] }),
        anything,
      );
      await fc.assert(
        fc.asyncProperty(body, async (given) => {
          const query = new URLSearchParams(
            method === "GET" && typeof given === "object" && given !== null
              ? Object.entries(given).map(([key, value]): [string, string] => [key, String(value)])
              : [],
          );
          const request = new Request(`${origin}/api/auth${path}?${query}`, {
            method,
            headers: { origin, "content-type": "application/json" },
            ...(method === "POST" && { body: JSON.stringify(given) }),
          });
          const status = await auth.handler(request).then(
            (response) => response.status,
            (error) => {
              if (!(error instanceof ProblemError)) throw error;
              return error.status;
            },
          );
          expect([route, status < 500]).toEqual([route, true]);
        }),
        { numRuns: 10, seed: 20_261_128, endOnFailure: true },
      );
    }
  } finally {
    await auth.close();
  }
}, 60_000);

test.each([
  ["the number 0 in a text", '{"name":"a\\u0000b"}', 422, "name"],
  ["half of a character", '{"name":"\\ud800"}', 422, "name"],
  ["a number beyond 2^53", '{"name":"a","n":9007199254740993}', 422, "n"],
  ["a number that is none", '{"n":1e999}', 422, "n"],
  ["JSON that ends early", '{"name":', 400, undefined],
  [
    "nesting without end",
    `${'{"a":'.repeat(200)}1${"}".repeat(200)}`,
    422,
    expect.stringMatching(/^a\.a/),
  ],
])("%s is refused, with its path", async (_, body, status, path) => {
  const response = await own.app.ask(
    OWNER,
    "PATCH",
    "/schools/one",
    new TextEncoder().encode(body),
    {
      "content-type": "application/json",
    },
  );
  expect(response.status).toBe(status);
  const { errors } = (await response.json()) as { errors?: { path: string }[] };
  expect(errors?.[0]?.path).toEqual(path);
});

test.each([
  "/schools/%00",
  "/schools/%FF",
  "/schools/one/courses/%C3%28",
  "/schools/one?x=%ED%A0%80",
])("an address that is no UTF-8, or holds the number 0, is refused: %s", async (path) => {
  expect((await own.app.ask(OWNER, "GET", path)).status).toBe(400);
});

test("a body that is no UTF-8 is refused", async () => {
  const bytes = new Uint8Array([0x22, 0xc3, 0x28, 0x22]);
  const response = await own.app.ask(OWNER, "PATCH", "/schools/one", bytes, {
    "content-type": "application/json",
  });
  expect(response.status).toBe(400);
});

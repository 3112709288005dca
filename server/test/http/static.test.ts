import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { brotliCompressSync, brotliDecompressSync, constants } from "node:zlib";
import type { Context } from "hono";
import { createApp } from "../../src/http/app";
import { staticFiles } from "../../src/http/static";

const folder = mkdtempSync(join(tmpdir(), "dawngate-static-"));
const script = "console.log('dawn');\n".repeat(200);
mkdirSync(join(folder, "_expo"), { recursive: true });
writeFileSync(
  join(folder, "index.html"),
  '<!doctype html><head><title>Dawn Gate</title></head><body><div id="root"></div></body>',
);
writeFileSync(join(folder, "_expo/app-0123.js"), script);
writeFileSync(join(folder, "_expo/tight-0123.js"), script);
writeFileSync(
  join(folder, "_expo/tight-0123.js.br"),
  brotliCompressSync(script, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
);
afterAll(() => rmSync(folder, { recursive: true }));

const app = createApp({
  files: staticFiles(folder),
  changes: null,
  outside: { local: false },
  log: () => undefined,
} as never);
const get = (path: string, headers = {}) => app.request(path, { headers });

test("a place within the application gets the application, and asks again next time", async () => {
  const response = await get("/ember-row/courses/cold-kitchen");
  expect(await response.text()).toContain("<title>Dawn Gate");
  expect(response.headers.get("cache-control")).toBe("no-cache");
  expect(response.headers.get("content-security-policy")).toContain("script-src 'self'");
});
test("what was packed when it was made is served so, and is no file of its own", async () => {
  const response = await get("/_expo/tight-0123.js", { "accept-encoding": "br" });
  expect(response.headers.get("content-encoding")).toBe("br");
  const packed = Buffer.from(await response.arrayBuffer());
  expect(brotliDecompressSync(packed).toString()).toBe(script);
  expect(await (await get("/_expo/tight-0123.js")).text()).toBe(script);
  expect((await get("/_expo/tight-0123.js.br")).status).toBe(404);
});
test("a page says what it is in its head, and nothing in that is read as anything but text", async () => {
  const told = createApp({
    files: (c: Context) =>
      staticFiles(folder)(c, {
        title: 'Rye </title><script>alert("1")</script> $& & more',
        description: '"Quoted" <b>bread</b>',
        url: "https://bread.example.org/one/c/rye",
        image: { url: "https://bread.example.org/a.png", width: 1200, height: 630 },
        readable: "<h1>Rye</h1>",
        data: { name: "</script><script>alert(2)" },
      }),
    changes: null,
    outside: { local: false },
    log: () => undefined,
  } as never);
  const text = await (await told.request("/one/anything")).text();
  expect(text).toContain(
    "<title>Rye &lt;/title&gt;&lt;script&gt;alert(&quot;1&quot;)&lt;/script&gt; $&amp; &amp; more",
  );
  expect(text).toContain('content="&quot;Quoted&quot; &lt;b&gt;bread&lt;/b&gt;"');
  expect(text).toContain(
    '<meta property="og:image" content="https://bread.example.org/a.png"><meta property="og:image:width" content="1200">',
  );
  expect(text.match(/<title>/g)).toHaveLength(1);
  expect(text).not.toContain("<script>alert");
  // Before any script has run, and for programs.
  expect(text).toMatch(/<div id="root"><main [^>]*><h1>Rye<\/h1><\/main><\/div>/);
  expect(text).toContain('{"name":"\\u003c/script>\\u003cscript>alert(2)"}');
});
test("a file named after its contents is kept for good, and packed where the browser takes it", async () => {
  const response = await get("/_expo/app-0123.js", { "accept-encoding": "gzip, br" });
  expect(response.headers.get("cache-control")).toContain("immutable");
  expect(response.headers.get("content-encoding")).toBe("br");
  expect(brotliDecompressSync(Buffer.from(await response.arrayBuffer())).toString()).toBe(script);
  const again = await get("/_expo/app-0123.js", {
    "if-none-match": response.headers.get("etag") ?? "",
  });
  expect(again.status).toBe(304);
});
test.each(["/_expo/gone.js", "/assets/gone.ttf"])(
  "%s is missing, not the application",
  async (path) => {
    expect((await get(path)).status).toBe(404);
  },
);
test.each(["/../package.json", "/..%2f..%2fetc/passwd", "/%E0%A4%A", "/_expo/../../etc/passwd"])(
  "%s leads nowhere outside the folder",
  async (path) => {
    const text = await (await get(path)).text();
    expect(text).not.toContain("root:");
    expect(text).not.toContain("dawn-gate");
  },
);

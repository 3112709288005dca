/** The exported application's files, packed where the browser takes it; unknown paths get the application itself. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { extname, join, relative, sep } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";
import type { Context } from "hono";
import { asData, escaped } from "../base/html";

const TYPES: Record<string, string> = {
  ".html": "text/html; charset=utf-8",
  ".js": "text/javascript; charset=utf-8",
  ".mjs": "text/javascript; charset=utf-8",
  ".css": "text/css; charset=utf-8",
  ".json": "application/json",
  ".svg": "image/svg+xml",
  ".png": "image/png",
  ".webmanifest": "application/manifest+json",
  ".ico": "image/x-icon",
  ".ttf": "font/ttf",
  ".woff2": "font/woff2",
  ".map": "application/json",
};
const PACKED = new Set([".html", ".js", ".mjs", ".css", ".json", ".svg", ".ttf", ".map"]);

interface File {
  type: string;
  tag: string;
  plain: Buffer;
  gzip: Buffer | null;
  brotli: Buffer | null;
  forever: boolean;
}

/** What the head of a page says for those who do not run it: search engines, and whoever shows a link to it. */
export interface PageHead {
  title: string;
  description: string;
  /** Where it lies, whole. */
  url: string;
  /** A picture of it, its address whole, its size in pixels. */
  image: { url: string; width: number; height: number };
  /** What it says, readable before any script has run, and without any; the application takes its place. */
  readable: string;
  /** The same for programs, in the terms of schema.org. */
  data: object;
}

export type StaticFiles = (c: Context, head?: PageHead | null) => Response;

/**
 * Reads a folder once, into memory: the export is small, and a request can then never leave it, whatever its path
 * says. Missing files below `_expo` and `assets` are missing; anything else is a place within the application.
 */
export function staticFiles(folder: string): StaticFiles {
  const files = new Map<string, File>();
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || entry.name.endsWith(".br")) continue;
    const path = join(entry.parentPath ?? entry.path, entry.name);
    files.set(`/${relative(folder, path).split(sep).join("/")}`, readStatic(path));
  }
  return (c, head = null) => {
    const path = decoded(c.req.path);
    const found = files.get(path);
    if (found) return answer(c, found);
    const index = files.get("/index.html");
    if (!index || /^\/(_expo|assets)\//.test(path)) return c.text("Not here", 404);
    return head === null ? answer(c, index) : withHead(c, index.plain.toString("utf8"), head);
  };
}

/** Set so that it can be read until the application is there. */
const READABLE =
  "max-width:44rem;margin:0 auto;padding:1.5rem;overflow:auto;font:1rem/1.5 sans-serif";

/** The application with a page's own title and description in its head (Open Graph for whoever shows a link). */
function withHead(
  c: Context,
  index: string,
  { title, description, url, image, readable, data }: PageHead,
) {
  const meta = (key: "name" | "property", name: string, content: string) =>
    `<meta ${key}="${name}" content="${escaped(content)}">`;
  const head = [
    `<title>${escaped(title)}</title>`,
    meta("name", "description", description),
    meta("property", "og:type", "website"),
    meta("property", "og:title", title),
    meta("property", "og:description", description),
    meta("property", "og:url", url),
    meta("property", "og:image", image.url),
    meta("property", "og:image:width", String(image.width)),
    meta("property", "og:image:height", String(image.height)),
    meta("property", "og:image:alt", title),
    `<link rel="canonical" href="${escaped(url)}">`,
    asData(data),
  ].join("");
  // A function: what stands in the text is never read as a pattern.
  const html = index
    .replace(/<title>[^<]*<\/title>/, "")
    .replace("</head>", () => `${head}</head>`)
    .replace(
      /<div id="root">\s*<\/div>/,
      () => `<div id="root"><main style="${READABLE}">${readable}</main></div>`,
    );
  return c.body(html, 200, {
    "content-type": TYPES[".html"] as string,
    "cache-control": "no-cache",
  });
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

function readStatic(path: string): File {
  const plain = readFileSync(path);
  const ending = extname(path);
  const packed = PACKED.has(ending) && plain.length > 1024;
  const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } };
  return {
    type: TYPES[ending] ?? "application/octet-stream",
    tag: `"${createHash("sha256").update(plain).digest("base64url").slice(0, 22)}"`,
    plain,
    gzip: packed ? gzipSync(plain, { level: 9 }) : null,
    // Packed as tightly as can be when it was made; else well enough now.
    brotli: existsSync(`${path}.br`)
      ? readFileSync(`${path}.br`)
      : packed
        ? brotliCompressSync(plain, quality)
        : null,
    // Names below these folders carry a hash of what they hold.
    forever: /[/\\](_expo|assets)[/\\]/.test(path),
  };
}

function answer(c: Context, file: File): Response {
  const headers: Record<string, string> = {
    "content-type": file.type,
    "cache-control": file.forever ? "public, max-age=31536000, immutable" : "no-cache",
    etag: file.tag,
    vary: "Accept-Encoding",
  };
  if (c.req.header("if-none-match") === file.tag) return c.body(null, 304, headers);
  const accepted = c.req.header("accept-encoding") ?? "";
  const [encoding, body] =
    file.brotli && /\bbr\b/.test(accepted)
      ? ["br", file.brotli]
      : file.gzip && /\bgzip\b/.test(accepted)
        ? ["gzip", file.gzip]
        : [null, file.plain];
  if (encoding) headers["content-encoding"] = encoding;
  return c.body(new Uint8Array(body), 200, headers);
}

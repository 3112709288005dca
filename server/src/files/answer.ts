/** A file as HTTP answers it: whole or in part, for ever the same, and unable to do anything to our pages. */

import type { KeptFile } from "@dawngate/contract/files";
import type { FileFamily } from "@dawngate/core/lessons/file-types";
import { fileTypeOf } from "@dawngate/core/lessons/file-types";
import type { FileStore } from "../base/kept-files";
import type { SchoolId } from "../db/connection";
import { partOf } from "./range";

/** What is shown where it stands; anything else is saved. */
const SHOWN: readonly FileFamily[] = ["picture", "video", "audio", "PDF", "captions"];

/** As a header takes a name: ASCII, and the real one beside it (RFC 6266, RFC 8187). */
function disposition(kind: "inline" | "attachment", name: string): string {
  const plain = name.replaceAll(/[^\x20-\x7e]|["\\%]/g, "_");
  const exact = encodeURIComponent(name).replaceAll(
    /['()*]/g,
    (one) => `%${one.charCodeAt(0).toString(16).toUpperCase()}`,
  );
  return `${kind}; filename="${plain}"; filename*=UTF-8''${exact}`;
}

interface Asked {
  range?: string | undefined;
  ifRange?: string | undefined;
  ifNoneMatch?: string | undefined;
  /** To be saved instead of shown. */
  save: boolean;
  /** What it is, without its bytes (HEAD). */
  head: boolean;
}

export async function answerFile(
  store: FileStore,
  school: SchoolId,
  file: KeptFile,
  asked: Asked,
): Promise<Response> {
  const tag = `"${file.id}"`;
  const shown = !asked.save && SHOWN.includes(fileTypeOf(file.type).family);
  const headers: Record<string, string> = {
    "content-type": shown ? file.type : "application/octet-stream",
    "content-disposition": disposition(shown ? "inline" : "attachment", file.name),
    // Its name changes with its bytes.
    "cache-control": "private, max-age=31536000, immutable",
    etag: tag,
    "accept-ranges": "bytes",
    "x-content-type-options": "nosniff",
    // Nothing in it runs, whatever it is; a browser's own reader of PDFs needs its frame unfettered, and our page around it.
    "content-security-policy":
      file.type === "application/pdf"
        ? "default-src 'none'; object-src 'self'; style-src 'unsafe-inline'; frame-ancestors 'self'"
        : "default-src 'none'; sandbox",
    "x-frame-options": "SAMEORIGIN",
    "cross-origin-resource-policy": "same-origin",
  };
  if (asked.ifNoneMatch?.split(",").some((one) => one.trim() === tag || one.trim() === "*"))
    return new Response(null, { status: 304, headers });
  // If-Range compares strongly (RFC 9110, 13.1.5): another state of it is answered whole.
  const fits = asked.ifRange === undefined || asked.ifRange.trim() === tag;
  const part = fits ? partOf(asked.range, file.bytes) : null;
  if (part === "none")
    return new Response(null, {
      status: 416,
      headers: { ...headers, "content-range": `bytes */${file.bytes}` },
    });
  const { from, to } = part ?? { from: 0, to: file.bytes - 1 };
  const body = file.bytes === 0 || asked.head ? null : await store.read(school, file.id, from, to);
  headers["content-length"] = String(to - from + 1);
  if (part) headers["content-range"] = `bytes ${from}-${to}/${file.bytes}`;
  return new Response(body, { status: part ? 206 : 200, headers });
}

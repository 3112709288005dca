/**
 * What a file is, by its bytes: its media type, its length, size and pages. It stands on disk and is read where it has to
 * be, so that a film of gigabytes costs no more than its head. Its name says nothing but what it ought to be: where its
 * bytes are something else, it is refused.
 */
import { open, stat } from "node:fs/promises";
import { type FileFamily, familyByName, fileTypeOf } from "@dawngate/core/lessons/file-types";
import { imageSize } from "image-size";
import { refusal } from "../../base/problem";

export interface FileLook {
  type: string;
  seconds: number | null;
  width: number | null;
  height: number | null;
  pages: number | null;
}

/** Programs, by what the library calls them. */
const PROGRAMS = new Set([
  "application/x-msdownload",
  "application/x-elf",
  "application/x-mach-binary",
  "application/x-ms-installer",
  "application/x-msi",
  "application/wasm",
  "application/java-vm",
]);
/** What the library calls otherwise than we do. */
const SAME: Record<string, string> = {
  "video/quicktime": "video/mp4",
  "video/x-m4v": "video/mp4",
  "audio/x-m4a": "audio/mp4",
  "audio/vnd.wave": "audio/wav",
  "audio/wave": "audio/wav",
  "audio/x-flac": "audio/flac",
  "audio/opus": "audio/ogg",
  "audio/ogg; codecs=opus": "audio/ogg",
  "video/matroska": "video/webm",
  "application/ogg": "audio/ogg",
};
/** A picture of more pixels each way no browser can be trusted to open. */
const SIDE_MOST = 16_000;
/** Larger PDFs are kept without their pages being counted. */
const PDF_MOST = 60_000_000;
const HEAD = 65_536;

/** Looks at the file at a path. Throws a refusal, with what to do, where it may not be kept. */
export async function file({ path, name }: { path: string; name: string }): Promise<FileLook> {
  const { size } = await stat(path);
  if (size === 0) throw refusal(`“${name}” is empty: there is not one byte in it.`);
  const type = await typeOf(path);
  if (PROGRAMS.has(type))
    throw refusal(`“${name}” is a program. Programs are not kept; put it into an archive (.zip).`);
  const { family, word } = fileTypeOf(type);
  const named = familyByName(name);
  // Sound alone may be in a file that is called a film.
  if (named !== null && named !== family && !(named === "video" && family === "audio"))
    throw refusal(
      `“${name}” is called a ${sayFamily(named)}, but its bytes are ${family === "other" ? "none" : `a ${word}`}. It may be damaged, or renamed: save it anew from where it was made.`,
    );
  const look: FileLook = { type, seconds: null, width: null, height: null, pages: null };
  if (family === "picture") return { ...look, ...(await pictureOf(path, name, size)) };
  if (family === "video" || family === "audio") return { ...look, ...(await mediaOf(path, size)) };
  if (family === "PDF") return { ...look, pages: await pagesOf(path, size) };
  return look;
}

const sayFamily = (family: FileFamily) => (family === "captions" ? "captions file" : family);

async function typeOf(path: string): Promise<string> {
  const { fileTypeFromFile } = await import("file-type/node");
  const found = await fileTypeFromFile(path);
  if (found) return SAME[found.mime] ?? found.mime;
  const head = await headOf(path);
  if (head.includes(0)) return "application/octet-stream";
  // The end may cut a character in two.
  const text = new TextDecoder("utf-8").decode(head).replace(/\ufffd$/, "");
  // WebVTT, 4.1: an optional byte order mark, "WEBVTT", then the end of the word.
  if (/^\ufeff?WEBVTT(?=[ \t\r\n]|$)/.test(text)) return "text/vtt";
  if (/^\s*(<!doctype html|<html|<svg|<script|<\?xml)/i.test(text))
    return "application/octet-stream";
  return text.includes("\ufffd") ? "application/octet-stream" : "text/plain";
}

async function headOf(path: string, most = HEAD): Promise<Buffer> {
  const handle = await open(path, "r");
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(most), 0, most, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

async function pictureOf(path: string, name: string, size: number) {
  let found: { width: number; height: number };
  try {
    // JPEGs may carry a lot before they say how large they are.
    found = imageSize(await headOf(path, Math.min(size, 4_000_000)));
  } catch {
    throw refusal(`“${name}” cannot be read as a picture; it may be damaged.`);
  }
  const { width, height } = found;
  if (Math.max(width, height) > SIDE_MOST)
    throw refusal(
      `“${name}” has ${width} × ${height} pixels, more than a browser can open safely: make it at most ${SIDE_MOST.toLocaleString("en")} each way.`,
    );
  return { width, height };
}

/** Length and size, as far as the file says them; a film without a length is asked for it where it is played. */
async function mediaOf(path: string, size: number) {
  const { mediaInfoFactory } = await import("mediainfo.js");
  const info = await mediaInfoFactory({ format: "object" });
  const handle = await open(path, "r");
  try {
    const { media } = await info.analyzeData(size, async (length, from) => {
      const { buffer, bytesRead } = await handle.read(Buffer.alloc(length), 0, length, from);
      return buffer.subarray(0, bytesRead);
    });
    const tracks = (media?.track ?? []) as unknown as Record<string, unknown>[];
    const of = (kind: string) => tracks.find((one) => one["@type"] === kind);
    const [general, film] = [of("General"), of("Video")];
    const whole = (n: unknown) => (typeof n === "number" && n > 0 ? Math.round(n) : null);
    const seconds = Number(general?.Duration);
    return {
      seconds: Number.isFinite(seconds) && seconds > 0 ? seconds : null,
      width: whole(film?.Width),
      height: whole(film?.Height),
    };
  } finally {
    await handle.close();
    info.close();
  }
}

async function pagesOf(path: string, size: number): Promise<number | null> {
  if (size > PDF_MOST) return null;
  try {
    const { PDFDocument } = await import("pdf-lib");
    const document = await PDFDocument.load(await headOf(path, size), { updateMetadata: false });
    return document.getPageCount();
  } catch {
    // Encrypted, or written in a way that the library does not know: browsers may.
    return null;
  }
}

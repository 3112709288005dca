/** Reading a command's input: a file or standard input, up to the size that a plan may have. */
import { open } from "node:fs/promises";
import { LARGEST_PLAN } from "@dawngate/core/plan";

export type InputText = { ok: true; text: string } | { ok: false; reason: string };

/** Reads UTF-8 text. `-` is standard input. What is too large is refused without being read to its end. */
export async function readInput(file: string): Promise<InputText> {
  try {
    return file === "-" ? await readStream(process.stdin) : await readFile(file);
  } catch (error) {
    return { ok: false, reason: whyUnreadable(error) };
  }
}

async function readFile(file: string): Promise<InputText> {
  const handle = await open(file, "r");
  try {
    const stat = await handle.stat();
    if (stat.isDirectory()) return { ok: false, reason: "This is a folder; name a plan file" };
    if (stat.size > LARGEST_PLAN) return tooLarge();
    return await readStream(handle.createReadStream({ autoClose: false }));
  } finally {
    await handle.close();
  }
}

async function readStream(stream: AsyncIterable<Buffer | string>): Promise<InputText> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream) {
    const bytes = typeof chunk === "string" ? Buffer.from(chunk) : chunk;
    size += bytes.length;
    if (size > LARGEST_PLAN) return tooLarge();
    chunks.push(bytes);
  }
  try {
    return {
      ok: true,
      text: new TextDecoder("utf-8", { fatal: true }).decode(Buffer.concat(chunks)),
    };
  } catch {
    return { ok: false, reason: "This is not text in UTF-8; save the plan as UTF-8" };
  }
}

function tooLarge(): InputText {
  return {
    ok: false,
    reason: `A plan file has at most ${LARGEST_PLAN / 1024 / 1024} MB; split it by course or by enrollees`,
  };
}

function whyUnreadable(error: unknown): string {
  const code = (error as NodeJS.ErrnoException).code;
  if (code === "ENOENT") return "There is no such file";
  if (code === "EACCES") return "This file may not be read";
  return `This file cannot be read (${code ?? String(error)})`;
}

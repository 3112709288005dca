/**
 * A word processor's document (.docx, ECMA-376) as the text of an outline: headings, lists and their levels, bold lines,
 * tables. What it becomes is read like any other pasted text, and seen before it is put in.
 */
import { refusal } from "../../base/problem";

/** More text than this is no outline. */
const MOST = 2_000_000;

export async function document({ bytes }: { bytes: Uint8Array }): Promise<{ text: string }> {
  // An archive (APPNOTE 4.3.7) begins so; what is called .doc is older, and none.
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    throw refusal(
      "This is no .docx document. Save it as “Word document (.docx)”, or copy its text and paste it here.",
    );
  const { default: mammoth } = await import("mammoth");
  let html: string;
  try {
    const read = await mammoth.convertToHtml(
      { buffer: Buffer.from(bytes) },
      // Pictures are not of an outline.
      { convertImage: mammoth.images.imgElement(async () => ({ src: "" })) },
    );
    html = read.value;
  } catch {
    throw refusal(
      "This document cannot be read; it may be damaged, or shut by a password. Open it, copy its text, and paste it here.",
    );
  }
  const text = outlineText(html);
  if (text.length > MOST) throw refusal("This document has more than two million characters.");
  if (text.trim() === "") throw refusal("There is no text in this document.");
  return { text };
}

interface List {
  numbered: boolean;
  count: number;
}

/** The library's HTML, which is plain and well-formed, as lines with CommonMark's marks; a table's rows with tabs. */
export function outlineText(html: string): string {
  const lines: string[] = [];
  const lists: List[] = [];
  let line = "";
  let mark = "";
  let cells: string[] | null = null;
  let bold = 0;
  /** Whether all of the line's text was bold. */
  let allBold = true;
  const end = () => {
    const text = line.replaceAll(/\s+/g, " ").trim();
    line = "";
    if (text !== "") {
      const whole = mark === "" && allBold && lists.length === 0 && cells === null;
      lines.push(`${mark}${whole ? `**${text}**` : text}`);
    }
    mark = "";
    allBold = true;
  };
  for (const [, close, tag, text] of html.matchAll(/<(\/?)([a-z0-9]+)[^>]*>|([^<]+)/g)) {
    if (text !== undefined) {
      const plain = decoded(text);
      if (plain.trim() !== "" && bold === 0) allBold = false;
      line += plain;
      continue;
    }
    const opens = close === "";
    if (tag === "strong" || tag === "b") bold += opens ? 1 : -1;
    else if (tag === "br") line += " ";
    else if (tag === "ul" || tag === "ol") {
      if (cells === null) end();
      if (opens) lists.push({ numbered: tag === "ol", count: 0 });
      else lists.pop();
    } else if (tag === "li" && cells === null) {
      end();
      const list = lists.at(-1);
      if (opens && list) {
        list.count++;
        mark = `${"  ".repeat(lists.length - 1)}${list.numbered ? `${list.count}.` : "-"} `;
      }
    } else if (tag === "tr") {
      if (opens) cells = [];
      else if (cells) {
        lines.push(cells.join("\t"));
        cells = null;
      }
    } else if (tag === "td" || tag === "th") {
      if (opens) line = "";
      else {
        cells?.push(line.replaceAll(/\s+/g, " ").trim());
        line = "";
        allBold = true;
      }
    } else if (tag === "p") {
      if (cells !== null) line += " ";
      else if (!opens || lists.length === 0) end();
    } else if (/^h[1-6]$/.test(tag ?? "") && cells === null) {
      end();
      if (opens) mark = `${"#".repeat(Number(tag?.[1]))} `;
    }
  }
  end();
  return lines.join("\n");
}

const NAMED: Record<string, string> = {
  amp: "&",
  lt: "<",
  gt: ">",
  quot: '"',
  nbsp: " ",
  "#39": "'",
};
const decoded = (text: string) =>
  text.replaceAll(/&(amp|lt|gt|quot|nbsp|#39);/g, (_, name: string) => NAMED[name] ?? "");

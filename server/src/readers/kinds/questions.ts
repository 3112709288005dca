/**
 * Questions that somebody brings, as one types them: a package or an item of QTI (3.0 or 2.2), a table (CSV), a word
 * processor's document, or a text. What becomes of each is seen before any is put in; what stays behind is said.
 */
import { type Question, readRows, TYPED_MOST, writeTyped } from "@dawngate/core/checks";
import type JSZip from "jszip";
import { refusal } from "../../base/problem";
import { readItem } from "../questions/item";
import { allOf, attribute, childrenOf, firstOf, nameOf, parseXml } from "../questions/xml";
import { document } from "./document";
import { table } from "./table";

export interface ReadQuestions {
  text: string;
  notes: string[];
}

/** So many files in a package are looked at, and so many characters of them together. */
const FILES_MOST = 3000;
const CHARACTERS_MOST = 30_000_000;
const NOTES_MOST = 100;

const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

export async function questions({
  bytes,
  name,
}: {
  bytes: Uint8Array;
  name: string;
}): Promise<ReadQuestions> {
  if (isZip(bytes)) {
    const { default: Zip } = await import("jszip");
    const zip = await Zip.loadAsync(bytes).catch(() => {
      throw refusal(
        "This archive cannot be read; it may be damaged, or shut by a password. Export it once more.",
      );
    });
    if (zip.file("word/document.xml")) return { ...(await document({ bytes })), notes: [] };
    if (zip.file("xl/workbook.xml")) table({ bytes });
    return fromPackage(zip);
  }
  const text = new TextDecoder("utf-8").decode(bytes).replace(/^\uFEFF/, "");
  if (/^\s*</.test(text)) return fromDocuments(new Map([[name, text]]));
  if (/\.(csv|tsv)$/i.test(name)) {
    const { heads, rows } = table({ bytes });
    const read = readRows(
      heads,
      rows.map(({ cells }) => cells),
    );
    if (read.faults.length > 0) throw refusal(`${read.faults.join(". ")}.`);
    return { text: read.text, notes: [] };
  }
  return { text, notes: [] };
}

async function fromPackage(zip: JSZip): Promise<ReadQuestions> {
  const files = Object.values(zip.files).filter(({ dir, name }) => !dir && /\.xml$/i.test(name));
  if (files.length > FILES_MOST)
    throw refusal(`This package has ${files.length} documents; ${FILES_MOST} are the most.`);
  if (files.length === 0)
    throw refusal("There are no questions in this archive: a QTI package has .xml files in it.");
  const texts = new Map<string, string>();
  let read = 0;
  for (const file of files) {
    const text = await file.async("string");
    read += text.length;
    if (read > CHARACTERS_MOST) throw refusal("This package is larger than 30 MB, unpacked.");
    texts.set(file.name, text);
  }
  return fromDocuments(texts);
}

/** Items in the order in which a test names them, else in that of their files; those a section draws from in its category. */
function fromDocuments(texts: ReadonlyMap<string, string>): ReadQuestions {
  const notes: string[] = [];
  const items = new Map<string, Element>();
  let test: { name: string; root: Element } | null = null;
  for (const [name, text] of texts) {
    const root = parseXml(text, name);
    const kind = nameOf(root);
    if (kind === "assessmentItem") items.set(name, root);
    else if (kind === "assessmentTest") test = { name, root };
    // Several in one document, as some programs write them.
    else allOf(root, "assessmentItem").forEach((one, i) => void items.set(`${name} ${i + 1}`, one));
  }
  if (items.size === 0)
    throw refusal(
      "There is no question of QTI 3.0 or 2.2 in it. Older versions (1.2) are not read; most programs can export a newer one.",
    );
  const order: { root: Element; category: string | null }[] = [];
  const taken = new Set<string>();
  if (test) {
    const folder = test.name.replace(/[^/]*$/, "");
    const told = (section: Element, category: string | null): void => {
      const own = childrenOf(section);
      const selects = own.some((one) => nameOf(one) === "selection");
      const here = selects ? attribute(section, "title") || "drawn" : category;
      if (selects) {
        const many = attribute(own.find((one) => nameOf(one) === "selection") as Element, "select");
        notes.push(
          `“${here}” is a part of which ${many || "some"} are asked: its questions are of that category, to be drawn from`,
        );
      }
      for (const one of own) {
        if (/^(assessmentSection|testPart)$/.test(nameOf(one))) told(one, here);
        if (nameOf(one) !== "assessmentItemRef") continue;
        const name = pathOf(folder, attribute(one, "href"));
        const root = items.get(name);
        if (!root)
          notes.push(`“${attribute(one, "identifier")}” is asked and is not in the package`);
        else if (!taken.has(name)) order.push({ root, category: here });
        taken.add(name);
      }
    };
    told(test.root, null);
    const limit = firstOf(test.root, "timeLimits");
    if (limit) notes.push(`the time limit (${attribute(limit, "maxTime")} s) is set in the quiz`);
  }
  for (const [name, root] of items) if (!taken.has(name)) order.push({ root, category: null });
  if (order.length > TYPED_MOST)
    notes.push(`only the first ${TYPED_MOST} of ${order.length} are read; bring the rest apart`);
  const read: Question[] = [];
  for (const { root, category } of order.slice(0, TYPED_MOST)) {
    const { question, notes: said } = readItem(root, `q${read.length + 1}`, category);
    notes.push(...said);
    if (question) read.push(question);
  }
  const more = notes.length - NOTES_MOST;
  return {
    text: writeTyped(read),
    notes: more > 0 ? [...notes.slice(0, NOTES_MOST), `and ${more} more`] : notes,
  };
}

/** A path within the package, from the folder of what names it. */
function pathOf(folder: string, href: string): string {
  const parts: string[] = [];
  for (const part of `${folder}${decodeURI(href)}`.split("/"))
    if (part === "..") parts.pop();
    else if (part !== "." && part !== "") parts.push(part);
  return parts.join("/");
}

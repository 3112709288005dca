/** Receipts, invoices and credit notes as a PDF. Several stand in one file, each from a page of its own on. */
import type { Language } from "@dawngate/core/notices/languages";
import type { FACES } from "../../base/faces";
import { type OpenPdf, openPdf, type PdfFile } from "../../base/pdf";
import { type ElectronicInvoice, writeElectronic } from "./e-invoice";
import { putInvoiceIn } from "./factur-x";

/** What stands on one, in words. */
export interface Printed {
  language: Language;
  /** "Receipt", "Invoice", "Credit note". */
  kind: string;
  number: string;
  /** Below its number: when it was written, of which order. */
  about: string[];
  school: { name: string; lines: string[] };
  /** Above whoever buys: "For". */
  for: string;
  buyer: string[];
  title: string;
  lines: { says: string; amount: string }[];
  /** In all, of it tax, what is paid: amounts below the line. */
  sums: { says: string; amount: string; strong: boolean }[];
  /** What is due later, and how that is called. */
  later: { says: string; amount: string }[];
  dueLater?: string;
  notes: string[];
}

/** A4, in points. */
const MARGIN = 64;
const WIDTH = 595.28 - 2 * MARGIN;
const AMOUNT = 110;
const QUIET = "#5E5878";
const INK = "#1F1B2E";

/** One file of all of them; `title`: what the file is called; `data`: of the one that it is, which stands within it. */
export async function printAll(
  prints: readonly Printed[],
  title: string,
  data: ElectronicInvoice | null = null,
): Promise<Uint8Array> {
  const [first] = prints;
  const author = first?.school.name ?? "";
  const language = first?.language ?? "en";
  // Data that its library refuses keeps nobody from what stands on paper.
  const invoice = data && (await writeElectronic(data, language).catch(() => null));
  const about = { title, author, margin: MARGIN, language };
  const { file, document, done } = await openPdf({ ...about, archived: invoice !== null });
  if (data && invoice) putInvoiceIn(file, invoice, data.moved);
  for (const [i, one] of prints.entries()) {
    if (i > 0) file.addPage();
    write(file, document, one);
  }
  document.end();
  file.end();
  return done;
}

function write(file: PdfFile, document: OpenPdf["document"], data: Printed): void {
  // In a file of several each is in a language of its own.
  const all = file.struct("Sect", { lang: data.language });
  document.add(all);
  const say = (tag: string, text: string, face: keyof typeof FACES, size: number, color = INK) =>
    all.add(
      file.struct(tag, {}, () => {
        file.font(face).fontSize(size).fillColor(color).text(text, { width: WIDTH });
      }),
    );
  say("H1", `${data.kind} ${data.number}`, "heading", 24);
  file.moveDown(0.3);
  for (const line of data.about) say("P", line, "text", 11, QUIET);
  file.moveDown(1);
  say("P", data.school.name, "strong", 12);
  for (const line of data.school.lines) say("P", line, "text", 11, QUIET);
  file.moveDown(1);
  say("P", data.for, "text", 11, QUIET);
  for (const line of data.buyer) say("P", line, "text", 12);
  file.moveDown(1.2);
  say("H2", data.title, "heading", 15);
  file.moveDown(0.5);
  const rowsOf = (rows: { says: string; amount: string; strong?: boolean }[]) => {
    const table = file.struct("Table");
    all.add(table);
    for (const { says, amount, strong = false } of rows) {
      const face = strong ? "strong" : "text";
      const height = file
        .font(face)
        .fontSize(12)
        .heightOfString(says, { width: WIDTH - AMOUNT });
      // A row stands on one page.
      if (file.y + height + 14 > file.page.height - MARGIN) file.addPage();
      const y = file.y;
      const cell = (text: string, x: number, width: number, align: "left" | "right") =>
        file.struct("TD", {}, () => {
          file.font(face).fontSize(12).fillColor(INK).text(text, x, y, { width, align });
        });
      table.add(
        file.struct("TR", {}, [
          cell(says, MARGIN, WIDTH - AMOUNT, "left"),
          cell(amount, MARGIN + WIDTH - AMOUNT, AMOUNT, "right"),
        ]),
      );
      file.x = MARGIN;
      file.y = y + height + 6;
      file.markContent("Artifact", { type: "Layout" });
      file
        .moveTo(MARGIN, file.y)
        .lineTo(MARGIN + WIDTH, file.y)
        .lineWidth(0.5)
        .strokeColor("#D9D5E6")
        .stroke();
      file.endMarkedContent();
      file.y += 8;
    }
    table.end();
  };
  rowsOf([...data.lines, ...data.sums]);
  if (data.later.length > 0) {
    file.moveDown(0.6);
    say("H3", data.dueLater ?? "", "strong", 12);
    file.moveDown(0.3);
    rowsOf(data.later);
  }
  file.moveDown(1);
  for (const note of data.notes) say("P", note, "text", 10, QUIET);
  all.end();
}

/**
 * PDFs: tagged, so that they can be heard too (ISO 14289-1, PDF/UA), their fonts in them, with every script our text
 * face has.
 */
import type PDFDocument from "pdfkit";
import { FACES } from "./faces";

export type PdfFile = InstanceType<typeof PDFDocument>;

/** A file that is being written, what its tags hang on, and its bytes once both are ended. */
export interface OpenPdf {
  file: PdfFile;
  document: ReturnType<PdfFile["struct"]>;
  done: Promise<Uint8Array>;
}

/** Begins one, A4; `margin` in points. What writes PDFs is read when the first is written: few servers ever do. */
export async function openPdf({
  title,
  author,
  margin,
  language = "en",
  archived = false,
}: {
  title: string;
  author: string;
  margin: number;
  /** In which it is written (BCP 47). */
  language?: string;
  /** It is to be read in ten years too, with what stands within it (ISO 19005-3, PDF/A-3a). */
  archived?: boolean;
}): Promise<OpenPdf> {
  const { default: Document } = await import("pdfkit");
  const file = new Document({
    size: "A4",
    margin,
    tagged: true,
    lang: language,
    displayTitle: true,
    pdfVersion: "1.7",
    ...(archived && { subset: "PDF/A-3a" as const }),
    info: { Title: inMetadata(title), Author: inMetadata(author) },
  });
  const pieces: Buffer[] = [];
  const done = new Promise<Uint8Array>((resolve, reject) => {
    file.on("data", (piece: Buffer) => pieces.push(piece));
    file.on("end", () => resolve(new Uint8Array(Buffer.concat(pieces))));
    file.on("error", reject);
  });
  for (const [name, path] of Object.entries(FACES)) file.registerFont(name, require.resolve(path));
  const document = file.struct("Document");
  file.addStructure(document);
  return { file, document, done };
}

/** What writes PDFs puts titles into their metadata as they are: a sign of markup would break it. */
const inMetadata = (text: string) => text.replaceAll("&", "+").replaceAll(/[<>]/g, " ");

/** A PDF as an answer: a file of that name. */
export const pdf = (
  c: {
    body(data: Uint8Array<ArrayBuffer>, status: 200, headers: Record<string, string>): Response;
  },
  file: Uint8Array,
  name: string,
) =>
  c.body(new Uint8Array(file), 200, {
    "content-type": "application/pdf",
    "content-disposition": `attachment; filename="${name}.pdf"`,
  });

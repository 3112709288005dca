/**
 * The pages of a PDF as pictures, each with what is written on it. Made where its author sits, by a reader that runs
 * nothing of it (pdf.js); the server never opens the file. In browsers only.
 */
import { version } from "pdfjs-dist/package.json";

type Reader = typeof import("pdfjs-dist");

/** So large a file is read, and so many of its pages: as many as there can be slides. */
export const PDF_MOST = 100 * 1024 * 1024;
export const PAGES_MOST = 300;
/** The longer side of a picture, in pixels: sharp on a large screen, and no more. */
const LONGEST = 1920;
/** What is written on a page is kept up to so many characters, as a slide's description is. */
const WRITTEN_MOST = 1000;
/** A page that takes longer is given up, in milliseconds. */
const PATIENCE = 20_000;

/** Where the reader lies, beside what it needs for letters that a file does not bring (scripts/lib/pdf-reader.mjs). */
const AT = `/assets/pdf-${version}/`;

export interface Page {
  picture: File;
  /** What is written on it. */
  written: string;
}

let reader: Promise<Reader> | null = null;

/** The reader, fetched with the first PDF. A module of its own: it is far too large for whoever brings none. */
function pdfReader(): Promise<Reader> {
  reader ??= new Promise<Reader>((resolve, reject) => {
    const script = document.createElement("script");
    script.type = "module";
    script.src = `${AT}reader.mjs`;
    window.addEventListener(
      "pdf-reader",
      (event) => {
        const { detail } = event as CustomEvent<Reader>;
        detail.GlobalWorkerOptions.workerSrc = `${AT}pdf.worker.min.mjs`;
        resolve(detail);
      },
      { once: true },
    );
    script.onerror = () => {
      reader = null;
      script.remove();
      reject(new Error("The reader of PDFs could not be fetched. Try again."));
    };
    document.head.append(script);
  });
  return reader;
}

/**
 * Hands over one page after the other; the next is made once the one before is taken. Throws with a sentence where the
 * file cannot be read. Ends early once `stopped` says so.
 */
export async function readPages(
  file: File,
  take: (page: Page, number: number, of: number) => Promise<void>,
  stopped: () => boolean,
): Promise<void> {
  if (file.size > PDF_MOST) throw new Error(`${file.name} is larger than 100 MB.`);
  const pdf = await pdfReader();
  const task = pdf.getDocument({
    data: await file.arrayBuffer(),
    cMapUrl: `${AT}cmaps/`,
    standardFontDataUrl: `${AT}standard_fonts/`,
    wasmUrl: `${AT}wasm/`,
    // The same letters on every machine, whatever typefaces it has.
    useSystemFonts: false,
    // No program of any kind, neither the file's nor one made of it.
    useWasm: false,
    isEvalSupported: false,
    enableXfa: false,
    maxImageSize: 60_000_000,
    verbosity: 0,
  });
  try {
    const document = await task.promise.catch((error: Error) => {
      throw new Error(sayFault(file.name, error.name));
    });
    const of = document.numPages;
    if (of > PAGES_MOST)
      throw new Error(
        `${file.name} has ${of} pages; at most ${PAGES_MOST} slides are taken. Bring it in parts.`,
      );
    for (let number = 1; number <= of && !stopped(); number++) {
      const page = await document.getPage(number);
      const { width, height } = page.getViewport({ scale: 1 });
      const viewport = page.getViewport({ scale: LONGEST / Math.max(width, height, 1) });
      const canvas = window.document.createElement("canvas");
      canvas.width = Math.max(1, Math.round(viewport.width));
      canvas.height = Math.max(1, Math.round(viewport.height));
      const drawing = page.render({ canvas, viewport, background: "#FFFFFF" });
      await inTime(drawing.promise, () => drawing.cancel(), file.name, number);
      const written = await page.getTextContent();
      const words = written.items.map((item) => ("str" in item ? item.str : "")).join(" ");
      const picture = await pictureOf(canvas, `${nameOf(file.name)} ${number}`);
      page.cleanup();
      if (stopped()) return;
      await take({ picture, written: oneLine(words) }, number, of);
    }
  } finally {
    await task.destroy();
  }
}

const sayFault = (name: string, fault: string): string =>
  fault === "PasswordException"
    ? `${name} is locked with a password. Save it without one, and choose it again.`
    : `${name} is no PDF that can be read. Open it where it was made, save it as a PDF once more, and choose that.`;

async function inTime(work: Promise<unknown>, stop: () => void, name: string, page: number) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      stop();
      reject(
        new Error(`Page ${page} of ${name} takes too long to draw. Bring it without that page.`),
      );
    }, PATIENCE);
  });
  await Promise.race([work, late]).finally(() => clearTimeout(timer));
}

/** As WebP, which is a third of the others; a browser that writes none makes a PNG of it (HTML, canvas.toBlob). */
async function pictureOf(canvas: HTMLCanvasElement, name: string): Promise<File> {
  const blob = await new Promise<Blob | null>((resolve) =>
    canvas.toBlob(resolve, "image/webp", 0.92),
  );
  // The room of a picture is given back at once.
  canvas.width = 0;
  if (!blob)
    throw new Error("This browser makes no pictures of pages. Bring the slides as pictures.");
  const ending = blob.type === "image/webp" ? "webp" : "png";
  return new File([blob], `${name}.${ending}`, { type: blob.type });
}

const nameOf = (name: string) => name.replace(/\.pdf$/i, "").slice(0, 200) || "Slide";

/** What is written, on one line, whole words up to the most. */
export function oneLine(text: string): string {
  const line = text.replaceAll(/\s+/g, " ").trim();
  if (line.length <= WRITTEN_MOST) return line;
  return `${line.slice(0, WRITTEN_MOST - 1).replace(/ \S*$/, "")}…`;
}

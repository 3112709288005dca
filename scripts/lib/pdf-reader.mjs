// The reader of PDFs (pdf.js) as the browser fetches it: as its package has it, beside the application.
import { cpSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** What of the package is put beside the application: the reader, its thread, and letters that files do not bring. */
const PARTS = [
  ["build/pdf.min.mjs", "pdf.min.mjs"],
  ["build/pdf.worker.min.mjs", "pdf.worker.min.mjs"],
  ["cmaps", "cmaps"],
  ["standard_fonts", "standard_fonts"],
  ["wasm/openjpeg_nowasm_fallback.js", "wasm/openjpeg_nowasm_fallback.js"],
  ["LICENSE", "LICENSE"],
];

/** Puts it into an exported application, in a folder named by its version: what lies there is kept for ever. */
export function putPdfReader(root, folder) {
  const from = join(root, "node_modules/pdfjs-dist");
  const { version } = JSON.parse(readFileSync(join(from, "package.json"), "utf8"));
  const to = join(folder, `assets/pdf-${version}`);
  mkdirSync(to, { recursive: true });
  for (const [part, name] of PARTS) cpSync(join(from, part), join(to, name), { recursive: true });
  // The application is no module of the browser's: the reader is handed to it.
  writeFileSync(
    join(to, "reader.mjs"),
    `import * as reader from "./pdf.min.mjs";\ndispatchEvent(new CustomEvent("pdf-reader", { detail: reader }));\n`,
  );
}

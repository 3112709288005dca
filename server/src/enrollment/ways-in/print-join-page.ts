/** A page to hang up: what one can join, the code as a picture to be scanned, as a word, and as an address. */
import QRCode from "qrcode";
import { type OpenPdf, openPdf } from "../../base/pdf";

/** What stands on it, in words. */
export interface JoinPage {
  school: string;
  /** #RRGGBB */
  color: string;
  title: string;
  /** The cohort, its dates, until when the code holds, for whom. */
  says: string[];
  /** As one reads it aloud. */
  word: string;
  link: string;
}

/** A4, in points. */
const MARGIN = 64;
const WIDTH = 595.28 - 2 * MARGIN;
const PICTURE = 300;
/** What is white around the signs, in signs (ISO/IEC 18004, 6.3.8; from memory). */
const QUIET_ZONE = 4;
const INK = "#1F1B2E";
const QUIET = "#5E5878";

export async function printJoinPage(page: JoinPage): Promise<Uint8Array> {
  const { school, color, title, says, word, link } = page;
  const { file, document, done } = await openPdf({ title, author: school, margin: MARGIN });
  const say = (tag: string, text: string, face: string, size: number, ink = INK) =>
    document.add(
      file.struct(tag, {}, () => {
        file.font(face).fontSize(size).fillColor(ink).text(text, { width: WIDTH, align: "center" });
      }),
    );
  file.markContent("Artifact", { type: "Layout" });
  file.rect(0, 0, file.page.width, 18).fill(/^#[0-9A-Fa-f]{6}$/.test(color) ? color : INK);
  file.endMarkedContent();
  say("P", school, "strong", 14, QUIET);
  file.moveDown(0.6);
  // A long title takes smaller letters: everything stands on one page.
  say("H1", title, "heading", title.length > 120 ? 16 : title.length > 60 ? 22 : 30);
  file.moveDown(0.5);
  for (const line of says) say("P", line, "text", 13);
  file.moveDown(1.2);
  const top = file.y;
  document.add(
    file.struct(
      "Figure",
      { alt: `The address to join as a picture to be scanned: ${link}` },
      () => {
        drawCode(file, link, (file.page.width - PICTURE) / 2, top);
      },
    ),
  );
  file.x = MARGIN;
  file.y = top + PICTURE;
  file.moveDown(1);
  say("P", "Scan it, or go to", "text", 13, QUIET);
  file.moveDown(0.2);
  say("P", link, "text", link.length > 90 ? 9 : 11);
  file.moveDown(1);
  say("P", "The code", "text", 13, QUIET);
  say("P", word, "strong", word.length > 24 ? 18 : 30);
  document.end();
  file.end();
  return done;
}

function drawCode(file: OpenPdf["file"], text: string, x: number, y: number) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: "M" });
  const side = PICTURE / (modules.size + 2 * QUIET_ZONE);
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column))
        // A hair wider than it is: no printer leaves a white line between two of them.
        file.rect(
          x + (column + QUIET_ZONE) * side,
          y + (row + QUIET_ZONE) * side,
          side + 0.05,
          side + 0.05,
        );
  file.fill(INK);
}

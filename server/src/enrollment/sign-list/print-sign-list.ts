/** A list to sign, on paper: who should be there, what the school's own fields say of them, and a line for each time. */
import { openPdf } from "../../base/pdf";

export interface SignList {
  school: string;
  title: string;
  /** The cohort, its dates and place, how many they are. */
  says: string[];
  /** The heads of what stands beside the names. */
  heads: string[];
  people: { name: string; says: string[] }[];
  /** So many times each of them signs. */
  times: number;
}

/** A4, in points. */
const MARGIN = 48;
const WIDTH = 595.28 - 2 * MARGIN;
const BOTTOM = 841.89 - MARGIN - 24;
/** As tall as a hand writes. */
const ROW = 30;
const NUMBER = 28;
const SIZE = 10;
const SMALL = 8.5;
const GAP = 10;
const INK = "#1F1B2E";
const QUIET = "#5E5878";
const LINE = "#B9B3C9";

export async function printSignList(list: SignList): Promise<Uint8Array> {
  const { school, title, says, heads, people, times } = list;
  const { file, document, done } = await openPdf({ title, author: school, margin: MARGIN });
  const say = (tag: string, text: string, face: string, size: number, ink = INK) =>
    document.add(
      file.struct(tag, {}, () => {
        file.font(face).fontSize(size).fillColor(ink).text(text, MARGIN, file.y, { width: WIDTH });
      }),
    );
  say("P", school, "strong", 11, QUIET);
  say("H1", title, "heading", title.length > 60 ? 15 : 20);
  for (const line of says) say("P", line, "text", 11);
  file.moveDown(0.8);

  // Half for whoever signs, the rest for the name and what is said of it, which are cut where they do not fit.
  const signed = WIDTH * (times > 2 ? 0.55 : times > 1 ? 0.48 : 0.36);
  const said = WIDTH - NUMBER - signed;
  const name = heads.length === 0 ? said : said * (heads.length === 1 ? 0.56 : 0.42);
  const beside = heads.length === 0 ? 0 : (said - name) / heads.length;
  const columns = [
    { head: "", at: 0, width: NUMBER },
    { head: "Name", at: NUMBER, width: name },
    ...heads.map((head, i) => ({ head, at: NUMBER + name + i * beside, width: beside })),
    ...Array.from({ length: times }, (_, i) => ({
      head: times === 1 ? "Signature" : `Signature ${i + 1}`,
      at: NUMBER + said + (i * signed) / times,
      width: signed / times,
    })),
  ];
  const table = file.struct("Table");
  document.add(table);
  let top = file.y;
  /** A line under who it is, and one of its own for each time they sign. */
  const lines = (y: number) => {
    file.markContent("Artifact", { type: "Layout" });
    const under = [{ at: 0, width: said }, ...columns.slice(-times)];
    for (const { at, width } of under)
      file
        .moveTo(MARGIN + at, y)
        .lineTo(MARGIN + at + width - GAP, y)
        .lineWidth(0.5)
        .stroke(LINE);
    file.endMarkedContent();
  };
  const row = (cells: readonly string[], tag: "TH" | "TD") => {
    table.add(
      file.struct(
        "TR",
        {},
        columns.map(({ at, width }, i) =>
          file.struct(tag, {}, () => {
            file
              .font(tag === "TH" || i === 1 ? "strong" : "text")
              .fontSize(i > 1 && tag === "TD" ? SMALL : SIZE)
              .fillColor(tag === "TH" ? QUIET : INK)
              // Two lines stand in a row: what is longer is cut.
              .text(cells[i] ?? "", MARGIN + at, top + (tag === "TH" ? 8 : i > 1 ? 6 : 10), {
                width: width - GAP,
                height: tag === "TH" || i < 2 ? SIZE + 4 : 2 * (SMALL + 4),
                ellipsis: true,
              });
          }),
        ),
      ),
    );
    top += tag === "TH" ? 24 : ROW;
    lines(top);
  };
  const heading = columns.map(({ head }) => head);
  row(heading, "TH");
  for (const [i, person] of people.entries()) {
    if (top + ROW > BOTTOM) {
      file.addPage();
      top = MARGIN;
      // Said again at the head of each page, to whoever reads it.
      row(heading, "TH");
    }
    row([String(i + 1), person.name, ...person.says], "TD");
  }
  table.end();
  document.end();
  file.end();
  return done;
}

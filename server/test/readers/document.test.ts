/**
 * A word processor's document as an outline. The documents are made by hand after ECMA-376 (Office Open XML, part 1:
 * 17.3 paragraphs and runs, 17.4 tables, 17.9 numbering), from memory, packed by the usual library.
 */
import { readPaper } from "@dawngate/core/courses/paper";
import JSZip from "jszip";
import { document, outlineText } from "../../src/readers/kinds/document";

const W = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"';
const p = (text: string, style = "", run = "") =>
  `<w:p>${style ? `<w:pPr>${style}</w:pPr>` : ""}<w:r>${run ? `<w:rPr>${run}</w:rPr>` : ""}<w:t xml:space="preserve">${text}</w:t></w:r></w:p>`;
const heading = (level: number, text: string) => p(text, `<w:pStyle w:val="Heading${level}"/>`);
const point = (level: number, text: string, list = 1) =>
  p(text, `<w:numPr><w:ilvl w:val="${level}"/><w:numId w:val="${list}"/></w:numPr>`);
const table = (...rows: string[][]) =>
  `<w:tbl>${rows.map((cells) => `<w:tr>${cells.map((cell) => `<w:tc>${p(cell)}</w:tc>`).join("")}</w:tr>`).join("")}</w:tbl>`;

async function docx(body: string): Promise<Uint8Array> {
  const zip = new JSZip();
  zip.file(
    "[Content_Types].xml",
    '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
  );
  zip.file(
    "_rels/.rels",
    '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
  );
  zip.file(
    "word/_rels/document.xml.rels",
    '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/><Relationship Id="r2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/numbering" Target="numbering.xml"/></Relationships>',
  );
  zip.file(
    "word/styles.xml",
    `<?xml version="1.0"?><w:styles ${W}>${[1, 2, 3].map((n) => `<w:style w:type="paragraph" w:styleId="Heading${n}"><w:name w:val="heading ${n}"/></w:style>`).join("")}</w:styles>`,
  );
  const levels = (format: string) =>
    [0, 1].map((n) => `<w:lvl w:ilvl="${n}"><w:numFmt w:val="${format}"/></w:lvl>`).join("");
  zip.file(
    "word/numbering.xml",
    `<?xml version="1.0"?><w:numbering ${W}><w:abstractNum w:abstractNumId="1">${levels("bullet")}</w:abstractNum><w:abstractNum w:abstractNumId="2">${levels("decimal")}</w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="1"/></w:num><w:num w:numId="2"><w:abstractNumId w:val="2"/></w:num></w:numbering>`,
  );
  zip.file(
    "word/document.xml",
    `<?xml version="1.0"?><w:document ${W}><w:body>${body}</w:body></w:document>`,
  );
  return zip.generateAsync({ type: "uint8array" });
}
const outline = async (body: string) => {
  const { text } = await document({ bytes: await docx(body) });
  return readPaper(text).rows.map(({ role, title }) => `${role} ${title}`);
};

test("headings are modules, the lists under them lessons", async () => {
  expect(
    await outline(
      heading(1, "Starter alive") +
        point(0, "Flour (video, 7 min)") +
        point(0, "Feeding") +
        heading(1, "The first loaf") +
        point(0, "Mixing", 2) +
        point(0, "Folds &amp; rests", 2),
    ),
  ).toEqual([
    "module Starter alive",
    "lesson Flour",
    "lesson Feeding",
    "module The first loaf",
    "lesson Mixing",
    "lesson Folds & rests",
  ]);
});

test("a list of two levels is modules and their lessons", async () => {
  expect(
    await outline(
      point(0, "Starter") +
        point(1, "Flour") +
        point(1, "Water") +
        point(0, "Loaf") +
        point(1, "Fold"),
    ),
  ).toEqual(["module Starter", "lesson Flour", "lesson Water", "module Loaf", "lesson Fold"]);
});

test("lines that are bold as a whole are headings, as authors write them", async () => {
  const bold = "<w:b/>";
  expect(
    await outline(
      p("Starter", "", bold) + p("Flour") + p("Water") + p("Loaf", "", bold) + p("Fold"),
    ),
  ).toEqual(["module Starter", "lesson Flour", "lesson Water", "module Loaf", "lesson Fold"]);
});

test("a table is read as a spreadsheet's rows are", async () => {
  expect(
    await outline(
      table(
        ["Module", "Lesson", "Minutes"],
        ["Starter", "Flour", "7"],
        ["Starter", "Water", "5"],
        ["Loaf", "Fold", "12"],
      ),
    ),
  ).toEqual([
    "left-out Module\tLesson\tMinutes",
    "module Starter",
    "lesson Flour",
    "lesson Water",
    "module Loaf",
    "lesson Fold",
  ]);
});

test.each([
  ["an older document", Buffer.from([0xd0, 0xcf, 0x11, 0xe0]), /no \.docx document/],
  ["an archive that is none", Buffer.from("PK\u0003\u0004nothing of the kind"), /cannot be read/],
])("%s is refused with what to do", async (_, bytes, sentence) => {
  await expect(document({ bytes })).rejects.toThrow(sentence);
});

test("a document without a word says so", async () => {
  await expect(document({ bytes: await docx(p("  ")) })).rejects.toThrow(/no text/);
});

test("signs that HTML writes otherwise come back", () => {
  expect(outlineText("<p>Salt &amp; water, a &lt; b</p>")).toBe("Salt & water, a < b");
});

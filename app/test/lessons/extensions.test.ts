/**
 * A lesson's text through the editor and back. The examples are CommonMark's (spec 0.31.2, from memory, by section) and
 * GFM's tables; then every text of the demo.
 */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { Editor } from "@tiptap/core";
import { ownMarked } from "../../src/lessons/markdown";
import { cleanHtml } from "../../src/lessons/write/clean";
import { extensionsOf, tidy } from "../../src/lessons/write/extensions";

/** What becomes of a text that is opened and kept. */
function through(markdown: string): string {
  const editor = new Editor({
    extensions: extensionsOf(() => null, ownMarked()),
    content: markdown,
    contentType: "markdown",
  });
  const back = tidy(editor.getMarkdown());
  editor.destroy();
  return back;
}
const FILE = "a".repeat(64);

test.each([
  ["paragraphs (4.8)", "aaa\n\nbbb"],
  ["headings (4.2)", "## foo\n\n### bar"],
  ["emphasis (6.2)", "*foo bar* and **foo bar**"],
  ["strong in emphasis (6.2)", "*foo **bar** baz*"],
  ["code (6.1)", "`foo` and `a | b`"],
  ["a fenced block (4.5)", "```\n<\n >\n```"],
  ["a list (5.3)", "- a\n- b\n- c"],
  ["a numbered list that begins elsewhere (5.3)", "3. a\n4. b"],
  ["a list in a list (5.2)", "- foo\n  - bar\n  - baz"],
  ["a quotation (5.1)", "> bar\n>\n> baz"],
  ["a rule (4.1)", "foo\n\n---\n\nbar"],
  ["a link (6.3)", "[link](https://example.org/a_b)"],
  ["a picture of the school's (6.4)", `![three jars](file:${FILE})`],
  ["a table (GFM, 4.10)", "| foo | bar |\n| --- | --- |\n| baz | bim |"],
  [
    "a table with its columns' edges (GFM, 4.10)",
    "| a | b | c |\n| :-- | :-: | --: |\n| 1 | 2 | 3 |",
  ],
  ["signs that HTML would write otherwise (2.5)", 'Salt & water, a < b, "so"'],
  ["HTML, which is text here", "Write <b>so</b>, never <script>alert(1)</script>"],
  ["struck out (GFM, 6.5)", "~~Hi~~ Hello"],
])("%s come back as they were", (_, markdown) => {
  expect(through(markdown)).toBe(markdown);
});

describe("every text of the demo comes back as it was", () => {
  const folder = join(__dirname, "../../../demo/texts");
  const texts = readdirSync(folder).flatMap((course) =>
    readdirSync(join(folder, course)).map((file) => [`${course}/${file}`] as const),
  );
  test.each(texts)("%s", (name) => {
    const text = readFileSync(join(folder, name), "utf8")
      .trim()
      .replaceAll(/\(file:[\w.-]+\)/g, `(file:${FILE})`);
    expect(through(text)).toBe(text);
  });
});

describe("what is pasted is cleaned", () => {
  const runs: string[] = [];
  beforeAll(() => {
    (globalThis as { ran?: (what: string) => void }).ran = (what) => runs.push(what);
  });
  // OWASP's XSS filter evasion cheat sheet (CC BY-SA 4.0), some of its vectors, from memory.
  test.each([
    "<IMG SRC=\"javascript:ran('1')\">",
    '<IMG """><SCRIPT>ran("2")</SCRIPT>">',
    "<a onmouseover=\"ran('3')\">x</a>",
    "<IMG SRC=# onerror=\"ran('4')\">",
    "<svg/onload=ran('5')>",
    '<iframe src="data:text/html,<script>ran(6)</script>"></iframe>',
    "<a href=\"jav&#x09;ascript:ran('7');\">x</a>",
    "<math><mtext><table><mglyph><style><img src=x onerror=ran('8')>",
    "<TABLE BACKGROUND=\"javascript:ran('9')\"><td>x</td></TABLE>",
    "<object data='data:text/html;base64,PHNjcmlwdD4='></object>",
  ])("%s", (html) => {
    const clean = cleanHtml(html);
    expect(clean).not.toMatch(
      /script|onerror|onload|onmouseover|iframe|object|svg|<img|style|data:/i,
    );
    document.body.innerHTML = clean;
    expect(runs).toEqual([]);
  });

  test("a word processor's bold, lists and tables stay; its looks and its wrapper go", () => {
    const html =
      '<b style="font-weight:normal"><p style="color:red"><span style="font-weight:700">Salt</span> and water</p><table style="width:9cm"><tr><td class="x">1</td></tr></table></b>';
    expect(cleanHtml(html)).toBe(
      "<p><b>Salt</b> and water</p><table><tbody><tr><td>1</td></tr></tbody></table>",
    );
    expect(
      cleanHtml(
        '<p style="mso-list:l0 level1 lfo1">·&nbsp;flour</p><p style="mso-list:l0">·&nbsp;water</p>',
      ),
    ).toBe("<ul><li>flour</li><li>water</li></ul>");
  });

  test("pictures that stand elsewhere are left out, those of the school stay", () => {
    expect(
      cleanHtml(
        `<p>a<img src="https://x.example.org/p.gif"></p><img data-src="file:${FILE}" alt="jar">`,
      ),
    ).toBe(`<p>a</p><img data-src="file:${FILE}" alt="jar">`);
  });
});

/**
 * What a lesson's text can hold in the editor (Tiptap's), and how it becomes Markdown and comes from it: CommonMark, tables
 * as GFM has them, pictures that are files of the school's. What is read and not touched is written as it was.
 */
import type { AnyExtension, JSONContent, MarkdownRendererHelpers } from "@tiptap/core";
import Image from "@tiptap/extension-image";
import { Table, TableCell, TableHeader, TableRow } from "@tiptap/extension-table";
import { Markdown } from "@tiptap/markdown";
import StarterKit from "@tiptap/starter-kit";

/** A cell in one line, its bars told from the table's own. */
const cellText = (cell: JSONContent, h: MarkdownRendererHelpers) =>
  h
    .renderChildren(cell.content ?? [])
    .replace(/\s+/g, " ")
    .trim()
    .replace(/(?<!\\)\|/g, "\\|");

const EDGE: Record<string, string> = { left: ":--", right: "--:", center: ":-:" };

/** Tables as people write them: without being padded to one width. */
const PlainTable = Table.extend({
  renderMarkdown: (node: JSONContent, h: MarkdownRendererHelpers) => {
    const rows = node.content ?? [];
    const line = (cells: string[]) => `| ${cells.join(" | ")} |`;
    const [head, ...rest] = rows.map((row) =>
      line((row.content ?? []).map((cell) => cellText(cell, h))),
    );
    const edges = (rows[0]?.content ?? []).map((cell) => EDGE[String(cell.attrs?.align)] ?? "---");
    return `${[head, line(edges), ...rest].join("\n")}\n`;
  },
});

/** Where a picture is read: an address for the time one writes; the text keeps its name. */
export type UrlOf = (address: string) => string | null;

const picture = (urlOf: UrlOf) =>
  Image.extend({
    addAttributes() {
      return {
        ...this.parent?.(),
        src: {
          default: null,
          parseHTML: (element) => element.getAttribute("data-src") ?? element.getAttribute("src"),
          renderHTML: ({ src }) => ({ "data-src": src, src: urlOf(String(src)) ?? "" }),
        },
      };
    },
  });

/** @param parser the parser, as `ownMarked` makes it: it is fetched with what shows texts */
export function extensionsOf(urlOf: UrlOf, parser: unknown): AnyExtension[] {
  return [
    StarterKit.configure({
      heading: { levels: [1, 2, 3, 4] },
      link: {
        openOnClick: false,
        autolink: false,
        linkOnPaste: true,
        protocols: ["https", "http", "mailto"],
        HTMLAttributes: { rel: "noopener noreferrer nofollow", target: "_blank" },
      },
      underline: false,
      trailingNode: {},
    }),
    picture(urlOf).configure({ inline: false, allowBase64: false }),
    PlainTable.configure({ resizable: false }),
    TableRow,
    TableHeader,
    TableCell,
    // Its own copy of the parser is a version behind ours; it asks the same of it.
    Markdown.configure({ marked: parser as never }),
  ];
}

/** As it is kept: the editor writes some signs as HTML has them, which a text needs not. */
export function tidy(markdown: string): string {
  return markdown
    .replaceAll("&lt;", "<")
    .replaceAll("&gt;", ">")
    .replaceAll("&quot;", '"')
    .replaceAll("&amp;", "&")
    .replaceAll("&nbsp;", " ")
    .replace(/[ \t]+$/gm, (spaces) => (spaces.length >= 2 ? "  " : ""))
    .replace(/\n{3,}/g, "\n\n")
    .trim();
}

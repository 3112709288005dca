/** Words with fields, as a document for the editor and back: paragraphs of text and of chips. */
import type { TextKind } from "@dawngate/core/notices";
import { fromParts, partsOf } from "@dawngate/core/notices/template";

export interface DocNode {
  type: string;
  text?: string;
  attrs?: { field: string };
  content?: DocNode[];
}

/** A line of its own is a paragraph of its own. */
export function toDoc(kind: TextKind, words: string): DocNode {
  return {
    type: "doc",
    content: words.split(/\n+/).map((line) => {
      const content = partsOf(kind, line).flatMap((part): DocNode[] =>
        "field" in part
          ? [{ type: "field", attrs: { field: part.field } }]
          : part.says === ""
            ? []
            : [{ type: "text", text: part.says }],
      );
      return { type: "paragraph", ...(content.length > 0 && { content }) };
    }),
  };
}

/** The words again: an empty line between paragraphs; those that are empty go. */
export function fromDoc({ content = [] }: DocNode): string {
  return content
    .map((paragraph) =>
      fromParts(
        (paragraph.content ?? []).map((node) =>
          node.type === "field" ? { field: node.attrs?.field ?? "" } : { says: node.text ?? "" },
        ),
      ).trim(),
    )
    .filter((line) => line !== "")
    .join("\n\n");
}

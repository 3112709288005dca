/**
 * Words in which fields are chips: each is one thing, put in from a list or by typing its name in braces, taken out as a
 * whole, and never half. The editor is Tiptap's; what one writes is kept as text with fields in braces.
 */
import { Node, nodeInputRule } from "@tiptap/core";
import Document from "@tiptap/extension-document";
import Paragraph from "@tiptap/extension-paragraph";
import Text from "@tiptap/extension-text";
import { UndoRedo } from "@tiptap/extensions";
import { EditorContent, useEditor } from "@tiptap/react";
import type { CSSProperties } from "react";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { TEXT } from "../ui/fonts";
import { useWide } from "../ui/layout";
import { Text as Words } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { ChipsFieldProps } from "./chips-field-props";
import { fieldWords } from "./say-kind";
import { fromDoc, toDoc } from "./words-doc";

const OneLine = Document.extend({ content: "paragraph" });

/** A chip: a field by its name. */
function chipOf(fields: readonly string[], said: (field: string) => string) {
  const known = fields.map((field) => field.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")).join("|");
  return Node.create({
    name: "field",
    group: "inline",
    inline: true,
    atom: true,
    addAttributes: () => ({ field: { default: "" } }),
    parseHTML: () => [
      {
        tag: "span[data-field]",
        getAttrs: (element) => {
          const field = element.getAttribute("data-field") ?? "";
          return fields.includes(field) ? { field } : false;
        },
      },
    ],
    renderHTML: ({ node }) => [
      "span",
      { "data-field": node.attrs.field, class: "field-chip" },
      said(node.attrs.field),
    ],
    renderText: ({ node }) => `{${node.attrs.field}}`,
    addInputRules() {
      return [
        nodeInputRule({
          // Without a group: of one, the rule takes all but the brace that was typed last.
          find: new RegExp(`\\{(?:${known})\\}$`),
          type: this.type,
          getAttributes: ([typed]) => ({ field: typed.slice(1, -1) }),
        }),
      ];
    },
  });
}

export function ChipsField(props: ChipsFieldProps) {
  const { kind, label, value, fields, own, values, single = false, onChange } = props;
  const said = (field: string) => own.find((one) => one.field === field)?.name ?? fieldWords(field);
  const palette = usePalette();
  const wide = useWide();
  const { surface, line, quiet } = palette;
  const editor = useEditor({
    extensions: [single ? OneLine : Document, Paragraph, Text, UndoRedo, chipOf(fields, said)],
    content: toDoc(kind, value),
    injectCSS: false,
    editorProps: {
      attributes: {
        role: "textbox",
        "aria-label": label,
        "aria-multiline": String(!single),
        class: "words-field",
      },
      // On one line Enter does nothing.
      handleKeyDown: (_, event) => single && event.key === "Enter",
    },
    onUpdate: ({ editor }) => onChange(fromDoc(editor.getJSON() as never)),
  });
  // Its look follows the palette: handed down, since the editor's own node may be gone, or not there yet.
  const look = {
    display: "contents",
    "--chip": palette.lilac,
    "--chip-line": palette.dusk,
    "--ink": palette.ink,
  } as CSSProperties;
  return (
    <View style={{ gap: 8 }}>
      <Words kind="small" color={quiet} aria-hidden>
        {label}
      </Words>
      <View
        style={{
          backgroundColor: surface,
          borderWidth: 1,
          borderColor: line,
          borderRadius: 10,
          paddingHorizontal: 14,
          paddingVertical: 10,
          minHeight: single ? 46 : 170,
        }}
      >
        <style>{STYLE}</style>
        <div style={look}>
          <EditorContent editor={editor} />
        </div>
      </View>
      <Choices label={`Put into “${label}”`} line={!wide}>
        {fields.map((field) => (
          <Choice
            key={field}
            label={`+ ${said(field)}`}
            onPress={() =>
              editor
                ?.chain()
                .focus()
                .insertContent([{ type: "field", attrs: { field } }])
                .run()
            }
          />
        ))}
      </Choices>
      <Said fields={usedIn(value)} values={values} said={said} />
    </View>
  );
}

const usedIn = (words: string) => [
  ...new Set([...words.matchAll(/\{([a-z]+|own:[^{}]+)\}/g)].map(([, field = ""]) => field)),
];

/** What the chips become for whom one looks as. */
function Said({
  fields,
  values,
  said,
}: {
  fields: string[];
  values: ChipsFieldProps["values"];
  said(field: string): string;
}) {
  const { quiet } = usePalette();
  if (fields.length === 0 || Object.keys(values).length === 0) return null;
  return (
    <View>
      {fields.map((field) => (
        <Words key={field} kind="tiny" color={quiet}>
          {`${said(field)}: ${values[field] || "nothing; a paragraph with it is left out"}`}
        </Words>
      ))}
    </View>
  );
}

const STYLE = `
.words-field { outline: none; font: 16px/24px ${TEXT}, sans-serif; color: var(--ink); white-space: pre-wrap; overflow-wrap: anywhere; }
.words-field p { margin: 0 0 10px; }
.words-field p:last-child { margin: 0; }
.words-field .field-chip { background: var(--chip); border: 1px solid var(--chip-line); border-radius: 7px; padding: 1px 7px; white-space: nowrap; }
.words-field .ProseMirror-selectednode { outline: 2px solid var(--chip-line); }
`;

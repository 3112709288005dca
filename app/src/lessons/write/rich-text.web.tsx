/**
 * A lesson's text as it is written: as it will look, kept as Markdown. The editor is Tiptap's. What comes from elsewhere is
 * cleaned; pictures that are dropped or pasted are brought, and asked what is on them.
 */

import { pictureInText } from "@dawngate/core/lessons/text";
import type { Editor } from "@tiptap/core";
import { EditorContent, useEditor, useEditorState } from "@tiptap/react";
import { type CSSProperties, useRef, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { TEXT } from "../../ui/fonts";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { Bar } from "./bar";
import { cleanHtml } from "./clean";
import { extensionsOf, tidy } from "./extensions";
import type { RichTextProps } from "./rich-text-props";

export function RichText(props: RichTextProps) {
  const { school, label, value, files, onChange, onBrought, onBlur, tools } = props;
  const { bring, Rows, Link, pictures, parser } = tools;
  const palette = usePalette();
  const { surface, line } = palette;
  const known = useRef(files);
  known.current = { ...known.current, ...files };
  const told = useRef({ onChange, onBrought, onBlur });
  told.current = { onChange, onBrought, onBlur };
  const chooser = useRef<HTMLInputElement>(null);
  const [linking, setLinking] = useState(false);
  const [mine, setMine] = useState<number[]>([]);
  const put = useRef<(chosen: readonly File[]) => boolean>(() => false);
  const editor = useEditor({
    extensions: extensionsOf(
      (address) => known.current[address.slice("file:".length)]?.url ?? null,
      parser,
    ),
    content: value,
    contentType: "markdown",
    injectCSS: false,
    editorProps: {
      attributes: {
        role: "textbox",
        "aria-label": label,
        "aria-multiline": "true",
        class: "lesson-text",
      },
      transformPastedHTML: cleanHtml,
      handlePaste: (_, event) => put.current([...(event.clipboardData?.files ?? [])]),
      handleDrop: (_, event, __, moved) =>
        !moved && put.current([...((event as DragEvent).dataTransfer?.files ?? [])]),
    },
    onUpdate: ({ editor }) => told.current.onChange(tidy(editor.getMarkdown())),
    onBlur: () => told.current.onBlur(),
  });
  put.current = (chosen) => {
    const shown = chosen.filter(({ type }) => type.startsWith("image/"));
    setMine((before) => [
      ...before,
      ...shown.map((file) =>
        bring(school, file, (kept) => {
          known.current = { ...known.current, [kept.id]: kept };
          told.current.onBrought(kept);
          if (!editor.isDestroyed) insert(editor, kept.id);
        }),
      ),
    ]);
    return shown.length > 0;
  };
  return (
    <View style={{ gap: 8 }}>
      <View
        style={{
          backgroundColor: surface,
          borderWidth: 1,
          borderColor: line,
          borderRadius: 10,
          overflow: "hidden",
        }}
      >
        <style>{STYLE}</style>
        <Bar
          editor={editor}
          onLink={() => setLinking((on) => !on)}
          onPicture={() => chooser.current?.click()}
        />
        {linking ? <LinkRow Link={Link} editor={editor} onDone={() => setLinking(false)} /> : null}
        <PictureRow editor={editor} />
        <View style={{ paddingHorizontal: 16, paddingVertical: 12, minHeight: 220 }}>
          <div style={lookOf(palette)}>
            <EditorContent editor={editor} />
          </div>
        </View>
      </View>
      <Rows only={mine} />
      <input
        ref={chooser}
        type="file"
        hidden
        multiple
        aria-label="Choose a picture for the text"
        accept={pictures}
        onChange={(event) => {
          put.current([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
    </View>
  );
}

/** Puts a picture where one stands, selected, so that what is on it is asked for. */
function insert(editor: Editor, file: string): void {
  const src = /\((file:[0-9a-f]+)\)/.exec(pictureInText(file, ""))?.[1] ?? "";
  editor.chain().focus().setImage({ src, alt: "" }).run();
  const { from } = editor.state.selection;
  const before = from - 1;
  if (editor.state.doc.nodeAt(before)?.type.name === "image")
    editor.commands.setNodeSelection(before);
}

/** Its look follows the palette: handed down, since the editor's own node may be gone, or not there yet. */
const lookOf = (palette: ReturnType<typeof usePalette>) =>
  ({
    display: "contents",
    "--ink": palette.ink,
    "--quiet": palette.quiet,
    "--dusk": palette.dusk,
    "--line": palette.line,
    "--lilac": palette.lilac,
    "--aside": palette.apricotPale,
    "--mark": palette.frameMark,
  }) as CSSProperties;

/** Where a link leads; taken away where nothing is left in it. */
function LinkRow({
  editor,
  Link,
  onDone,
}: {
  editor: Editor;
  Link: RichTextProps["tools"]["Link"];
  onDone(): void;
}) {
  const href = String(editor.getAttributes("link").href ?? "");
  const { empty } = editor.state.selection;
  return (
    <View style={{ padding: 10, gap: 8 }}>
      <Link
        label="Where the link leads"
        value={href}
        onChange={(link) => {
          const chain = editor.chain().focus().extendMarkRange("link");
          if (link === null) chain.unsetLink().run();
          else if (empty && href === "")
            chain
              .insertContent({
                type: "text",
                text: link,
                marks: [{ type: "link", attrs: { href: link } }],
              })
              .run();
          else chain.setLink({ href: link }).run();
          onDone();
        }}
      />
      <View style={{ flexDirection: "row", gap: 8 }}>
        {href === "" ? null : (
          <QuietAction
            label="No link"
            tight
            onPress={() => {
              editor.chain().focus().extendMarkRange("link").unsetLink().run();
              onDone();
            }}
          />
        )}
        <QuietAction label="Not now" tight onPress={onDone} />
      </View>
    </View>
  );
}

/** What is on the picture that is selected, for whoever does not see it. */
function PictureRow({ editor }: { editor: Editor }) {
  const { src, alt } = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      src: e.isActive("image") ? String(e.getAttributes("image").src ?? "") : null,
      alt: String(e.getAttributes("image").alt ?? ""),
    }),
  });
  if (src === null) return null;
  return (
    <View style={{ padding: 10 }}>
      <TextField
        key={src}
        label="What is on this picture, for whoever does not see it"
        defaultValue={alt}
        onChangeText={(text) =>
          editor.commands.updateAttributes("image", { alt: text.replaceAll(/[[\]\n]/g, " ") })
        }
      />
    </View>
  );
}

const STYLE = `
.lesson-text { outline: none; font: 16px/24px ${TEXT}, sans-serif; color: var(--ink); overflow-wrap: anywhere; min-height: 196px; }
.lesson-text p { margin: 0 0 14px; }
.lesson-text h1, .lesson-text h2 { font-size: 20px; line-height: 26px; margin: 6px 0 12px; }
.lesson-text h3, .lesson-text h4 { font-size: 16px; line-height: 22px; margin: 4px 0 10px; }
.lesson-text ul, .lesson-text ol { margin: 0 0 14px; padding-left: 24px; }
.lesson-text li p { margin: 0 0 4px; }
.lesson-text blockquote { margin: 0 0 14px; padding: 12px 16px; background: var(--aside); border-left: 4px solid var(--mark); border-radius: 6px; }
.lesson-text blockquote p:last-child { margin-bottom: 0; }
.lesson-text a { color: var(--dusk); }
.lesson-text img { display: block; max-width: 100%; height: auto; border-radius: 8px; background: var(--lilac); margin: 0 0 14px; }
.lesson-text img.ProseMirror-selectednode { outline: 3px solid var(--dusk); }
.lesson-text code { background: var(--lilac); border-radius: 4px; padding: 1px 4px; font-size: 14px; }
.lesson-text pre { background: var(--lilac); border-radius: 6px; padding: 12px; overflow-x: auto; }
.lesson-text hr { border: none; border-top: 1px solid var(--line); margin: 16px 0; }
.lesson-text .tableWrapper { overflow-x: auto; margin: 0 0 14px; }
.lesson-text table { border-collapse: collapse; min-width: 100%; }
.lesson-text th, .lesson-text td { border: 1px solid var(--line); padding: 6px 8px; text-align: left; vertical-align: top; min-width: 90px; font-size: 14px; line-height: 20px; }
.lesson-text th { background: var(--lilac); }
.lesson-text th p, .lesson-text td p { margin: 0; }
.lesson-text .selectedCell { background: var(--aside); }
`;

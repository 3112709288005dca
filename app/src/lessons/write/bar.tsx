/** The editor's tools, in one line that scrolls on a phone: what is on where one stands is marked. */
import type { Editor } from "@tiptap/core";
import { useEditorState } from "@tiptap/react";
import { useRef } from "react";
import { ScrollView, View } from "react-native";
import { Button } from "react-native-paper";
import { useReach } from "../../ui/layout";
import { useMended } from "../../ui/mended";
import { usePalette } from "../../ui/theme";

interface Tool {
  label: string;
  says: string;
  on?: boolean;
  run(): void;
}

interface Props {
  editor: Editor;
  onLink(): void;
  onPicture(): void;
}

export function Bar({ editor, onLink, onPicture }: Props) {
  const { line, surface } = usePalette();
  const state = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      heading: e.isActive("heading", { level: 2 }),
      smaller: e.isActive("heading", { level: 3 }),
      bold: e.isActive("bold"),
      italic: e.isActive("italic"),
      list: e.isActive("bulletList"),
      numbered: e.isActive("orderedList"),
      quote: e.isActive("blockquote"),
      code: e.isActive("code") || e.isActive("codeBlock"),
      link: e.isActive("link"),
      table: e.isActive("table"),
    }),
  });
  const chain = () => editor.chain().focus();
  const tools: Tool[] = state.table
    ? [
        { label: "+ Row", says: "A row below", run: () => chain().addRowAfter().run() },
        {
          label: "+ Column",
          says: "A column at the right",
          run: () => chain().addColumnAfter().run(),
        },
        { label: "− Row", says: "Take out this row", run: () => chain().deleteRow().run() },
        {
          label: "− Column",
          says: "Take out this column",
          run: () => chain().deleteColumn().run(),
        },
        { label: "− Table", says: "Take out the table", run: () => chain().deleteTable().run() },
      ]
    : [];
  const usual: Tool[] = [
    { label: "Bold", says: "Bold", on: state.bold, run: () => chain().toggleBold().run() },
    { label: "Italic", says: "Italic", on: state.italic, run: () => chain().toggleItalic().run() },
    {
      label: "Heading",
      says: "Heading",
      on: state.heading,
      run: () => chain().toggleHeading({ level: 2 }).run(),
    },
    {
      label: "Smaller",
      says: "Smaller heading",
      on: state.smaller,
      run: () => chain().toggleHeading({ level: 3 }).run(),
    },
    { label: "List", says: "List", on: state.list, run: () => chain().toggleBulletList().run() },
    {
      label: "1. 2.",
      says: "1. 2., a numbered list",
      on: state.numbered,
      run: () => chain().toggleOrderedList().run(),
    },
    {
      label: "Aside",
      says: "Aside: a remark beside the text",
      on: state.quote,
      run: () => chain().toggleBlockquote().run(),
    },
    { label: "Link", says: "Link", on: state.link, run: onLink },
    { label: "Picture", says: "Picture", run: onPicture },
    {
      label: "Table",
      says: "Table",
      run: () => chain().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
    },
    { label: "Code", says: "Code", on: state.code, run: () => chain().toggleCode().run() },
    { label: "Line", says: "Line across", run: () => chain().setHorizontalRule().run() },
  ];
  return (
    <View
      role="toolbar"
      aria-label="Tools for the text"
      style={{ borderBottomWidth: 1, borderBottomColor: line, backgroundColor: surface }}
    >
      <ScrollView horizontal showsHorizontalScrollIndicator={false} testID="one-line">
        {[...tools, ...usual].map((tool) => (
          <ToolButton key={tool.says} {...tool} />
        ))}
      </ScrollView>
    </View>
  );
}

function ToolButton({ label, says, on = false, run }: Tool) {
  const { ink, dusk, lilac } = usePalette();
  const reach = useReach();
  const root = useRef<View>(null);
  // Paper says it of the box around the button.
  useMended(root, "[data-testid=button]", { "aria-pressed": String(on) });
  return (
    <View ref={root}>
      <Button
        compact
        mode="text"
        textColor={on ? dusk : ink}
        buttonColor={on ? lilac : "transparent"}
        accessibilityLabel={says}
        onPress={run}
        style={{ borderRadius: 6 }}
        contentStyle={{ minHeight: reach }}
        labelStyle={{ marginHorizontal: 8, fontWeight: on ? "700" : "500" }}
      >
        {label}
      </Button>
    </View>
  );
}

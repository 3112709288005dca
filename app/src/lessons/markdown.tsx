/** Markdown as our own text: read by the usual parser, drawn without any HTML of the author's. */
import type { ShownFile } from "@dawngate/contract/files";
import { fileOfAddress } from "@dawngate/core/lessons/text";
import { lexer, Marked, type marked, type Token, type Tokens } from "marked";
import { createContext, Fragment, type ReactNode, useContext } from "react";
import { Image, ScrollView, View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  text: string;
  /** The files whose pictures stand in it. */
  files?: Pictures;
}
type Pictures = Readonly<Record<string, ShownFile>>;

const Shown = createContext<Pictures>({});

export function Markdown({ text, files = {} }: Props) {
  return (
    <Shown.Provider value={files}>
      <View style={{ gap: 14 }}>{lexer(text).map(block)}</View>
    </Shown.Provider>
  );
}

function block(token: Token, key: number): ReactNode {
  switch (token.type) {
    case "space":
      return null;
    case "heading":
      return (
        <Text
          key={key}
          kind={token.depth <= 2 ? "heading" : "name"}
          level={token.depth <= 2 ? 2 : 3}
        >
          {inline(token.tokens)}
        </Text>
      );
    case "paragraph": {
      const [only, ...more] = token.tokens ?? [];
      // A picture that stands by itself is shown in its own size; one among words is read as what is on it.
      if (only?.type === "image" && more.length === 0)
        return <Picture key={key} address={only.href as string} alt={only.text as string} />;
      return <Text key={key}>{inline(token.tokens)}</Text>;
    }
    case "list":
      return <List key={key} list={token as Tokens.List} />;
    case "table":
      return <Table key={key} table={token as Tokens.Table} />;
    case "blockquote":
      return <Aside key={key}>{(token.tokens ?? []).map(block)}</Aside>;
    case "code":
      return <Code key={key} text={token.text as string} />;
    case "hr":
      return <Rule key={key} />;
    default:
      // Whatever else there is (HTML among it) is shown as it was written.
      return <Text key={key}>{token.raw.trim()}</Text>;
  }
}

function inline(tokens: Token[] | undefined): ReactNode {
  return (tokens ?? []).map((token, key) => {
    const inner = () => ("tokens" in token && token.tokens ? inline(token.tokens) : plain(token));
    switch (token.type) {
      case "strong":
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
          <Text key={key} kind="strong">
            {inner()}
          </Text>
        );
      case "em":
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
          <Text key={key} style={{ fontStyle: "italic" }}>
            {inner()}
          </Text>
        );
      case "link":
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
          <TextWithLink key={key} href={token.href as string}>
            {inner()}
          </TextWithLink>
        );
      case "codespan":
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
          <Text key={key} style={{ fontFamily: "monospace", fontSize: 15 }}>
            {plain(token)}
          </Text>
        );
      case "del":
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
          <Text key={key} style={{ textDecorationLine: "line-through" }}>
            {inner()}
          </Text>
        );
      case "image":
        return plain(token);
      case "br":
        return "\n";
      default:
        // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
        return <Fragment key={key}>{inner()}</Fragment>;
    }
  });
}

/** A link that can be pressed, where it leads somewhere a text may lead: pages and mail, nothing that runs. */
function TextWithLink({ href, children }: { href: string; children: ReactNode }) {
  const { dusk } = usePalette();
  if (!/^(https?:\/\/|mailto:)/i.test(href)) return <Text>{children}</Text>;
  return (
    <Text
      role="link"
      color={dusk}
      style={{ textDecorationLine: "underline" }}
      {...({ href, hrefAttrs: { target: "_blank", rel: "noopener noreferrer" } } as object)}
    >
      {children}
    </Text>
  );
}

/** A picture of the school's files. One that stands elsewhere is not fetched from there: its words are read. */
function Picture({ address, alt }: { address: string; alt: string }) {
  const { lilac, quiet } = usePalette();
  const file = useContext(Shown)[fileOfAddress(address) ?? ""];
  if (!file) return <Text color={quiet}>{alt === "" ? "A picture that is not here" : alt}</Text>;
  const { width, height, url } = file;
  return (
    <View style={{ gap: 6 }}>
      <Image
        source={{ uri: url }}
        accessibilityLabel={alt}
        {...(alt === "" && { "aria-hidden": true })}
        resizeMode="contain"
        style={{
          width: "100%",
          ...(width !== null && { maxWidth: width }),
          aspectRatio: width && height ? width / height : 1.6,
          borderRadius: 8,
          backgroundColor: lilac,
        }}
      />
    </View>
  );
}

/** What stands beside the text: a remark, a warning. */
function Aside({ children }: { children: ReactNode }) {
  const { apricotPale, frameMark } = usePalette();
  return (
    <View
      style={{
        backgroundColor: apricotPale,
        borderLeftWidth: 4,
        borderLeftColor: frameMark,
        borderRadius: 6,
        paddingVertical: 12,
        paddingHorizontal: 16,
        gap: 8,
      }}
    >
      {children}
    </View>
  );
}

function Code({ text }: { text: string }) {
  const { lilac } = usePalette();
  return (
    <View style={{ backgroundColor: lilac, borderRadius: 6, padding: 12 }}>
      <Text style={{ fontFamily: "monospace", fontSize: 14, lineHeight: 20 }}>{text}</Text>
    </View>
  );
}

function Rule() {
  const { line } = usePalette();
  return <View role="separator" style={{ height: 1, backgroundColor: line, marginVertical: 6 }} />;
}

function plain(token: Token): string {
  return "text" in token ? String(token.text) : token.raw;
}

function List({ list }: { list: Tokens.List }) {
  return (
    <View role="list" style={{ gap: 6 }}>
      {list.items.map((item, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the text does not change under us
        <View key={i} role="listitem" style={{ flexDirection: "row", gap: 10 }}>
          <Text aria-hidden>{list.ordered ? `${Number(list.start || 1) + i}.` : "•"}</Text>
          <View style={{ flex: 1 }}>{item.tokens.map(itemBlock)}</View>
        </View>
      ))}
    </View>
  );
}

/** A tight list's items hold bare text. */
function itemBlock(token: Token, key: number): ReactNode {
  if (token.type !== "text") return block(token, key);
  return <Text key={key}>{"tokens" in token ? inline(token.tokens) : plain(token)}</Text>;
}

function Table({ table }: { table: Tokens.Table }) {
  const { line } = usePalette();
  const row = (cells: Tokens.TableCell[], head: boolean, key: number) => (
    <View
      key={key}
      role="row"
      style={{ flexDirection: "row", borderBottomWidth: 1, borderBottomColor: line }}
    >
      {cells.map((cell, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: columns do not move
          key={i}
          role={head ? "columnheader" : "cell"}
          style={{ flex: 1, padding: 8 }}
        >
          <Text kind={head ? "smallStrong" : "small"}>{inline(cell.tokens)}</Text>
        </View>
      ))}
    </View>
  );
  const rows = (
    <View role="table" style={{ minWidth: "100%", width: table.header.length * 100 }}>
      {row(table.header, true, -1)}
      {table.rows.map((cells, i) => row(cells, false, i))}
    </View>
  );
  // Many columns are wider than a phone: they are moved under the finger, not squeezed.
  return table.header.length < 3 ? (
    rows
  ) : (
    <ScrollView
      horizontal
      testID="one-line"
      contentContainerStyle={{ minWidth: "100%" }}
      tabIndex={0}
    >
      {rows}
    </ScrollView>
  );
}

/** HTML in a text is text, and an address among words is no link unless it is made one. */
export function ownMarked(): typeof marked {
  const own = new Marked({ gfm: true });
  own.use({
    tokenizer: { html: () => undefined, tag: () => undefined, url: () => undefined },
  });
  return own as unknown as typeof marked;
}

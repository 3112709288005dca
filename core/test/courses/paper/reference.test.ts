/**
 * Headings, lists and rows against their standards: CommonMark 0.31.2 (examples named by their numbers, quoted from
 * memory) with marked, a general Markdown parser, as the reference; RFC 4180 by its own examples.
 */
import { lexer, type Token, type Tokens } from "marked";
import { readLines } from "../../../src/courses/paper/lines";
import { readRows } from "../../../src/courses/paper/rows";
import { plainText } from "../../../src/courses/paper/title";

const ours = (text: string) =>
  readLines(text).flatMap((line) => (line.kind === "heading" ? [[line.level, line.text]] : []));
const marked = (text: string) =>
  lexer(text).flatMap((token: Token) =>
    token.type === "heading"
      ? [[(token as Tokens.Heading).depth, (token as Tokens.Heading).text]]
      : [],
  );

describe("headings, CommonMark 4.2 and 4.3", () => {
  const examples: [string, string][] = [
    ["62", "# foo\n## foo\n### foo\n#### foo\n##### foo\n###### foo"],
    ["63", "####### foo"],
    ["64", "#5 bolt\n\n#hashtag"],
    ["65", "\\## foo"],
    ["67", "#                  foo                     "],
    ["68", " ### foo\n  ## foo\n   # foo"],
    ["71", "## foo ##\n  ###   bar    ###"],
    ["72", "# foo ##################################\n##### foo ##"],
    ["73", "### foo ###     "],
    ["74", "### foo ### b"],
    ["75", "# foo#"],
    ["77", "****\n## foo\n****"],
    ["78", "Foo bar\n# baz\nBar foo"],
    ["79", "## \n#\n### ###"],
    ["80", "Foo *bar*\n=========\n\nFoo *bar*\n---------"],
    ["83", "Foo\n-------------------------\n\nFoo\n="],
    ["98", "---\n---"],
  ];
  for (const [number, text] of examples)
    test(`example ${number}`, () => expect(ours(text)).toEqual(marked(text)));
});

describe("lists, CommonMark 5.2 and 5.3", () => {
  interface Nested {
    text: string;
    depth: number;
  }
  const flat = (tokens: Token[], depth = 0): Nested[] =>
    tokens.flatMap((token) => {
      if (token.type !== "list") return [];
      return (token as Tokens.List).items.flatMap((item) => {
        const [first] = item.tokens;
        const text = first && "text" in first ? (String(first.text).split("\n")[0] ?? "") : "";
        return [{ text, depth }, ...flat(item.tokens, depth + 1)];
      });
    });
  /** Depth by indentation, as the reader has it. */
  const nested = (text: string): Nested[] => {
    const stack: number[] = [];
    return readLines(text).flatMap((line) => {
      if (line.kind !== "item") return [];
      while (stack.length > 0 && line.indent < (stack.at(-1) as number)) stack.pop();
      if (stack.length === 0 || line.indent > (stack.at(-1) as number)) stack.push(line.indent);
      return [{ text: line.text, depth: stack.length - 1 }];
    });
  };
  const lists = [
    "- foo\n- bar\n+ baz",
    "1. foo\n2. bar\n3) baz",
    "- foo\n  - bar\n    - baz\n      - boo",
    "10) foo\n    - bar",
    "- a\n\n- b\n\n\n- c",
    "* a\n  * b\n* c",
    "1. a\n   - b\n   - c\n2. d",
  ];
  for (const text of lists)
    test(JSON.stringify(text), () => {
      expect(nested(text)).toEqual(flat(lexer(text)));
    });
  test("what is no item: a mark without a space, a number too long (5.2, examples 261, 266)", () => {
    for (const text of ["-one", "2.two", "1234567890. not ok"])
      expect(readLines(text).map(({ kind }) => kind)).toEqual(["plain"]);
  });
});

test("the box of a task is no part of its title (GitHub's task lists, common practice)", () => {
  const lines = readLines("- [ ] foo\n- [x] bar");
  expect(lines.map((line) => "text" in line && line.text)).toEqual(["foo", "bar"]);
});

test("emphasis, links, code and escapes are taken from a title, and nothing else (CommonMark 6)", () => {
  expect(plainText("*foo bar* and **bold**, `code`")).toBe("foo bar and bold, code");
  expect(plainText('[link](/uri "title") and ![alt](x.png)')).toBe("link and alt");
  expect(plainText("snake_case_word and 2 * 3 * 4")).toBe("snake_case_word and 2 * 3 * 4");
  expect(plainText("\\*not emphasized\\*")).toBe("*not emphasized*");
});

describe("rows, RFC 4180 section 2", () => {
  const fields = (text: string) => readRows(text, ",").map((row) => row.fields);
  const aaa = [
    ["aaa", "bbb", "ccc"],
    ["zzz", "yyy", "xxx"],
  ];
  test("1, 2: lines, the last with or without an end", () => {
    expect(fields("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n")).toEqual(aaa);
    expect(fields("aaa,bbb,ccc\r\nzzz,yyy,xxx")).toEqual(aaa);
  });
  test("5: quoted fields", () => {
    expect(fields('"aaa","bbb","ccc"\r\nzzz,yyy,xxx')).toEqual(aaa);
  });
  test("6: line ends and commas within quotes", () => {
    expect(fields('"aaa","b\r\nbb","c,cc"\r\nzzz,yyy,xxx')).toEqual([
      ["aaa", "b\r\nbb", "c,cc"],
      ["zzz", "yyy", "xxx"],
    ]);
  });
  test("7: a quote within quotes is doubled", () => {
    expect(fields('"aaa","b""bb","ccc"')).toEqual([["aaa", 'b"bb', "ccc"]]);
  });
  test("spaces are part of a field (4); a row knows its line also after a field of several", () => {
    expect(fields("a, b")).toEqual([["a", " b"]]);
    expect(readRows('"a\nb",c\nd,e', ",").map(({ line }) => line)).toEqual([1, 3]);
  });
});

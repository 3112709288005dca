import { table } from "../../src/readers/kinds/table";

const bytes = (text: string) => new TextEncoder().encode(text);
const cells = (file: Uint8Array) => {
  const { heads, rows } = table({ bytes: file });
  return [heads, ...rows.map((row) => row.cells)];
};

describe("CSV as RFC 4180, section 2, has it", () => {
  test.each<[string, string, string[][]]>([
    [
      "1, 2: line breaks, the last one or none",
      "h,i\r\naaa,bbb\r\nzzz,yyy",
      [
        ["h", "i"],
        ["aaa", "bbb"],
        ["zzz", "yyy"],
      ],
    ],
    [
      "5: cells in quotes or not",
      'h,i,j\r\n"aaa","bbb","ccc"\r\nzzz,yyy,xxx',
      [
        ["h", "i", "j"],
        ["aaa", "bbb", "ccc"],
        ["zzz", "yyy", "xxx"],
      ],
    ],
    [
      "6: line breaks and commas within quotes",
      'h,i,j\r\n"aaa","b\r\nbb","c,cc"',
      [
        ["h", "i", "j"],
        ["aaa", "b\r\nbb", "c,cc"],
      ],
    ],
    [
      "7: a quote within quotes is doubled",
      'h,i,j\r\n"aaa","b""bb","ccc"',
      [
        ["h", "i", "j"],
        ["aaa", 'b"bb', "ccc"],
      ],
    ],
  ])("%s", (_, text, expected) => expect(cells(bytes(text))).toEqual(expected));
});

describe("as it comes from elsewhere", () => {
  test("with semicolons, tabs, bars; a comma in a quoted head leads nobody astray", () => {
    expect(cells(bytes('"a,b,c";d\n1;2'))).toEqual([
      ["a,b,c", "d"],
      ["1", "2"],
    ]);
    expect(cells(bytes("a\tb\n1\t2"))).toEqual([
      ["a", "b"],
      ["1", "2"],
    ]);
    expect(cells(bytes("a|b\n1|2"))).toEqual([
      ["a", "b"],
      ["1", "2"],
    ]);
  });
  test("in UTF-8 with a mark, UTF-16 either way (Unicode, chapter 23.8), and as older programs write it", () => {
    const text = "nome,mail\nJoão,j@example.org";
    expect(cells(bytes(`\ufeff${text}`))).toEqual([
      ["nome", "mail"],
      ["João", "j@example.org"],
    ]);
    const little = Buffer.from(`\ufeff${text}`, "utf16le");
    expect(cells(little)).toEqual([
      ["nome", "mail"],
      ["João", "j@example.org"],
    ]);
    expect(cells(Buffer.from(little).swap16())).toEqual([
      ["nome", "mail"],
      ["João", "j@example.org"],
    ]);
    // ISO 8859-1: ã is E3.
    expect(cells(Buffer.from(text, "latin1"))).toEqual([
      ["nome", "mail"],
      ["João", "j@example.org"],
    ]);
  });
  test("rows that are empty, short or long; lines are those of the file", () => {
    const { rows } = table({ bytes: bytes("a,b\n\n1\n , \n1,2,3\n") });
    expect(rows).toEqual([
      { line: 3, cells: ["1", ""] },
      { line: 5, cells: ["1", "2"] },
    ]);
  });
});

describe("what is none is refused with a sentence", () => {
  test.each<[string, Uint8Array, RegExp]>([
    ["a spreadsheet that is called .csv", Uint8Array.of(0x50, 0x4b, 3, 4), /spreadsheet, not CSV/],
    ["an older one", Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0), /spreadsheet, not CSV/],
    ["bytes", bytes("a,b\0c"), /no text/],
    ["nothing", bytes("\n , \n"), /nothing in this file/],
    ["heads alone", bytes("a,b"), /one line alone/],
    [
      "a quote that is never closed",
      bytes(`a,b\n"x,${"y".repeat(2000)}`),
      /line 2 a cell has more/,
    ],
    ["61 columns", bytes(`${Array(61).fill("a").join(",")}\n1`), /61 columns; 60 are the most/],
    ["100,001 rows", bytes(`a\n${"1\n".repeat(100_001)}`), /more than 100,000 rows/],
  ])("%s", (_, file, reason) => expect(() => table({ bytes: file })).toThrow(reason));
});

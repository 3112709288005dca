/** A table as CSV (RFC 4180): all rows, page by page, the columns that are shown, and no formula. */
import { writeRows } from "../../src/ui/table/as-file";
import type { TableColumn } from "../../src/ui/table/columns";

interface Row {
  name: string;
  paid: number | null;
}
const columns: TableColumn<Row>[] = [
  { id: "name", title: "Who, and where", cell: () => null, text: ({ name }) => name },
  { id: "line", title: "Horizon", cell: () => null },
  { id: "paid", title: "Paid", cell: () => null, text: ({ paid }) => paid },
];

test("what needs quoting is quoted, what is for the eye is left out, what would be a formula is none", async () => {
  async function* pages() {
    yield [{ name: 'Ada "the oven" Mill', paid: 1 }];
    yield [
      { name: "=HYPERLINK(0)", paid: null },
      { name: "Line\nbreak, and comma", paid: 0 },
    ];
  }
  const seen: number[] = [];
  const text = await writeRows(columns, pages(), (rows) => seen.push(rows));
  expect(text).toBe(
    [
      '"Who, and where",Paid',
      '"Ada ""the oven"" Mill",1',
      '"\'=HYPERLINK(0)",',
      '"Line\nbreak, and comma",0',
    ].join("\r\n"),
  );
  expect(seen).toEqual([1, 3]);
});

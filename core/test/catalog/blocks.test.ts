import {
  ADDRESS,
  addable,
  addressOf,
  BLOCK_KINDS,
  type Block,
  blocksSchema,
  DEFAULT_BLOCKS,
  newBlock,
} from "../../src/catalog";

const faultsOf = (blocks: unknown) => {
  const read = blocksSchema.safeParse(blocks);
  return read.success
    ? []
    : read.error.issues.map(({ path, message }) => [path.join("."), message]);
};

test("a page nobody has touched is one that can be kept", () => {
  expect(blocksSchema.parse(DEFAULT_BLOCKS)).toEqual(DEFAULT_BLOCKS);
});

test("every kind can be made anew, and kept", () => {
  const all: Block[] = BLOCK_KINDS.map((kind, i) => newBlock(kind, `b${i}`));
  expect(blocksSchema.parse(all)).toEqual(all);
});

test("what stands once stands once, and a name is one block's", () => {
  const [one, two] = [newBlock("dates", "a"), newBlock("dates", "b")];
  expect(faultsOf([one, two])).toEqual([["1.kind", "“Dates” stands on a page once"]]);
  expect(faultsOf([newBlock("text", "a"), newBlock("text", "a")])).toEqual([
    ["1.id", "Two blocks have this identifier"],
  ]);
  expect(addable([one])).not.toContain("dates");
  expect(addable([one])).toContain("text");
});

test("a page of too many blocks, an unknown kind and a word too many are said where they are", () => {
  expect(faultsOf(Array.from({ length: 41 }, (_, i) => newBlock("text", `b${i}`)))[0]).toEqual([
    "",
    "A page has at most 40 blocks",
  ]);
  expect(faultsOf([{ id: "a", kind: "film" }])[0]?.[0]).toBe("0.kind");
  expect(faultsOf([{ id: "a", kind: "text", text: "x".repeat(20_001) }])[0]).toEqual([
    "0.text",
    "At most 20000 characters",
  ]);
});

test.each([
  ["The winter baker", "the-winter-baker"],
  ["Brot & Käse, Teil 2", "brot-kase-teil-2"],
  ["  — ", ""],
  ["Żur na zakwasie", "zur-na-zakwasie"],
  ["x".repeat(80), "x".repeat(60)],
])("%j has the address %j", (title, address) => {
  expect(addressOf(title)).toBe(address);
  if (address !== "") expect(address).toMatch(ADDRESS);
});

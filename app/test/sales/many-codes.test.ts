import { manyCodes, unforeseen } from "../../src/sales/many-codes";

const wanted = { prefix: "BAKER-", number: 100, percent: 15, through: "2027-03-31" };

test("a hundred codes are a hundred words, each used once, none of them there before", () => {
  const first = manyCodes(wanted, [], unforeseen);
  const second = manyCodes(wanted, first, unforeseen);
  expect(new Set([...first, ...second].map(({ code }) => code)).size).toBe(200);
  for (const one of first) {
    expect(one).toMatchObject({ percent: 15, uses: 1, through: "2027-03-31", combines: false });
    expect(one.code).toMatch(/^BAKER-[A-HJ-NP-Z2-9]{6}$/);
  }
});

test("a word that is there already is made anew", () => {
  // The same letters come again, until they have run out.
  const drawn = [..."000000", ..."000000", ..."000001"].map(Number);
  const random = () => drawn.shift() ?? 2;
  const made = manyCodes({ ...wanted, prefix: "", number: 2 }, [], random);
  expect(made.map(({ code }) => code)).toEqual(["AAAAAA", "AAAAAB"]);
});

test("what is drawn lies below its limit, and everything below it is drawn", () => {
  const seen = new Set(Array.from({ length: 500 }, () => unforeseen(5)));
  expect([...seen].sort()).toEqual([0, 1, 2, 3, 4]);
});

import { passwordFault } from "../../src/school/password";

describe("passwords, by NIST SP 800-63B 5.1.1.2", () => {
  test.each([
    ["password123", /commonest/],
    ["PASSWORD123", /commonest/],
    ["aaaaaaaaaaaa", /repeats/],
    ["abcabcabcabc", /repeats/],
    ["3456789012", /row of keys/],
    ["poiuytrewq", /row of keys|commonest/],
    ["noabrandao1", /your own name/],
    ["dawn-gate-noa", /your own name/],
  ])("%s is refused", async (password, reason) => {
    expect(await passwordFault(password, ["Noa Brandao", "noa@example.org"])).toMatch(reason);
  });
  test.each([
    "rise and shine 7",
    "dawn-and-bread",
    "correct horse battery staple",
    "ÄÖÜ äöü ßß 42 лес",
    "noa likes to bake at night",
    "x9fK-2mQ_7zR",
    `${"long words ".repeat(17)}end`,
  ])("%s is taken: no rule of composition", async (password) => {
    expect(await passwordFault(password, ["Noa Brandao", "noa@example.org"])).toBeNull();
  });
});

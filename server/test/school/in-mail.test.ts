/** Names in our mails carry nobody's letter. */
import { personName } from "@dawngate/contract/text";
import { inMail } from "../../src/school/in-mail";

test.each([
  ["Rosa Teixeira", "Rosa Teixeira"],
  ["  Rosa \n\n Teixeira ", "Rosa Teixeira"],
  ["Win at https://evil.example.org/now", "Win at evil example org/now"],
  ["write to me@evil.example.org", "write to me at evil example org"],
  ["www.evil.example", "evil example"],
  ["Dr. J. P. Silva", "Dr. J. P. Silva"],
  ["\u202Egro.live", "gro live"],
  ["", "there"],
])("%j is said as %j", (name, said) => {
  expect(inMail(name)).toBe(said);
});
test("a long one is cut", () => {
  expect(inMail("x".repeat(500)).length).toBeLessThanOrEqual(60);
});

test.each(["A\nB", "A\rB", "A\u2028B", "A\u0007B", "A\u202EB", "x".repeat(201), "", "   "])(
  "%j is no name",
  (name) => {
    expect(personName.safeParse(name).success).toBe(false);
  },
);
test.each(["Noa Brandão", "李小龙", "O'Neill-Smith", "أحمد", "x".repeat(200)])(
  "%j is one",
  (name) => {
    expect(personName.safeParse(name).success).toBe(true);
  },
);

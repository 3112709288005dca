import { readPeople } from "../../src/sales/read-people";

test("one a line, however the address is written beside the name", () => {
  expect(
    readPeople(
      'Ada Lind, ada@example.org\n"Bo Marek" <bo@example.org>\n\n  cleo.noor@example.org ;Dov\tdov@example.org',
    ),
  ).toEqual({
    people: [
      { name: "Ada Lind", email: "ada@example.org" },
      { name: "Bo Marek", email: "bo@example.org" },
      { name: "cleo.noor", email: "cleo.noor@example.org" },
      { name: "Dov", email: "dov@example.org" },
    ],
    unread: [],
  });
});

test("a line without an address is named, and what is empty is nothing", () => {
  expect(readPeople("Edda Okoye\n \n")).toEqual({ people: [], unread: ["Edda Okoye"] });
});

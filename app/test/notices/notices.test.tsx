/** What people are told, as it is said on screens: when, to whom, and what somebody does not want. */

import type { NoticeSettings, NoticeTried, WhyTold as WhyAnswer } from "@dawngate/contract/notices";
import type { Wishes as Kept, WishesChange } from "@dawngate/contract/wishes";
import { KINDS } from "@dawngate/core/notices";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { fireEvent, screen, within } from "@testing-library/react";
import { arrivedBy } from "../../src/notices/arrived";
import { withKind } from "../../src/notices/copies-part";
import { saySeen, sayWritten } from "../../src/notices/letter-to-people";
import { MonthAhead } from "../../src/notices/month-ahead";
import { fieldWords, sayWhen, sayWhens, sayWho } from "../../src/notices/say-kind";
import { setOf } from "../../src/notices/set-of";
import { sayAhead, sayOff } from "../../src/notices/told-to";
import { sayWhyTold } from "../../src/notices/why-told";
import { turned, Wishes } from "../../src/notices/wishes";
import { fromDoc, toDoc } from "../../src/notices/words-doc";
import { mailsOf, OF_ACCESS } from "../../src/schedule/use-mails";
import { LanguagesField, toggled } from "../../src/school/languages-field";
import { draw } from "../helpers/draw";

test("days before and after are said as one says them", () => {
  expect(sayWhen("-P2D")).toBe("2 days before");
  expect(sayWhen("P1D")).toBe("1 day after");
  expect(sayWhen("-P1W")).toBe("1 week before");
  expect(sayWhen("P0D")).toBe("the day itself");
  expect(sayWhens([])).toBe("never");
});

test("every field that a text can have is called by words on its chip", () => {
  for (const kind of KINDS) expect(fieldWords(kind)).not.toContain("{");
  expect(fieldWords("items")).toBe("what it is");
});

test("words with fields are a document of chips and back; an empty paragraph goes", () => {
  const words = "Hello {person}, {{really}}.\n\n{items}";
  const doc = toDoc("opened", words);
  expect(doc.content?.[0]?.content?.map(({ type }) => type)).toEqual(["text", "field", "text"]);
  expect(fromDoc(doc)).toBe(words);
  expect(fromDoc(toDoc("opened", "a\n\n\n\nb\nc"))).toBe("a\n\nb\n\nc");
  // What is no field of this kind stays what was typed, and is found at fault.
  expect(fromDoc(toDoc("opened", "{nobody}"))).toBe("{{nobody}}");
});

const SETTINGS: NoticeSettings = {
  number: 3,
  hour: "09:00",
  quiet: null,
  kinds: [
    {
      kind: "welcome",
      on: true,
      offsets: null,
      side: null,
      subject: "s",
      whose: "ours",
      courses: [],
    },
    {
      kind: "overdue",
      on: false,
      offsets: ["P1D"],
      side: "after",
      subject: "s",
      whose: "ours",
      courses: [],
    },
  ],
  worded: [],
  copies: [],
};

test("what is sent back is what was set, without days where none are counted", () => {
  expect(setOf(SETTINGS)).toEqual({
    hour: "09:00",
    quiet: null,
    copies: [],
    kinds: { welcome: { on: true }, overdue: { on: false, offsets: ["P1D"] } },
  });
});

const KEPT: Kept = {
  name: "Ines",
  school: "Ember Row",
  language: "en",
  languages: ["en"],
  kinds: [
    { kind: "opened", always: false },
    { kind: "by-staff", always: true },
  ],
  devices: 0,
  off: [],
  offDevices: [],
  courses: [{ enrollment: "e1", title: "Rye", off: [], offDevices: [] }],
};

test("a kind is turned off wholly, or of one course; what always comes has no switch", () => {
  expect(turned(KEPT, "opened", false, null).off).toEqual(["opened"]);
  expect(turned(KEPT, "opened", false, "e1").courses).toEqual([
    { enrollment: "e1", off: ["opened"], offDevices: [] },
  ]);
  const asked: unknown[] = [];
  draw(<Wishes kept={KEPT} onChange={(change) => asked.push(change)} />);
  const switches = screen.getAllByRole("switch");
  expect(switches).toHaveLength(1);
  fireEvent.click(switches[0] as Element);
  expect(asked).toEqual([
    { off: ["opened"], offDevices: [], courses: [{ enrollment: "e1", off: [], offDevices: [] }] },
  ]);
  expect(screen.getByText(/always comes/)).toBeTruthy();
});

test("whoever is told on a device chooses by which way, of all courses and of each", () => {
  const asked: WishesChange[] = [];
  const kept: Kept = { ...KEPT, devices: 1, offDevices: ["opened"] };
  draw(<Wishes kept={kept} onChange={(change) => asked.push(change)} />);
  const names = () => screen.getAllByRole("switch").map((one) => one.getAttribute("aria-label"));
  // What always comes by mail can be left out on devices.
  expect(names()).toEqual([
    "Something has opened, by mail",
    "Something has opened, on devices",
    "Changed by staff, on devices",
  ]);
  fireEvent.click(screen.getByLabelText("Something has opened, on devices"));
  fireEvent.click(screen.getByText("Choose for each course"));
  const inRye = within(screen.getByRole("group", { name: "Rye" }));
  // What is off on devices altogether is so here.
  expect(inRye.getAllByRole("switch")).toHaveLength(2);
  fireEvent.click(inRye.getByLabelText("Changed by staff, on devices"));
  expect(asked).toMatchObject([
    { off: [], offDevices: [], courses: [{ offDevices: [] }] },
    { off: [], offDevices: ["opened"], courses: [{ offDevices: ["by-staff"] }] },
  ]);
});

test("where a school writes in several languages, one says which one reads; all else stays", () => {
  const asked: WishesChange[] = [];
  const kept: Kept = { ...KEPT, languages: ["en", "de"], off: ["opened"] };
  const { rerender } = draw(<Wishes kept={kept} onChange={(change) => asked.push(change)} />);
  fireEvent.click(screen.getByRole("radio", { name: "Deutsch" }));
  expect(asked).toMatchObject([{ language: "de", off: ["opened"] }]);
  rerender(<Wishes kept={{ ...kept, languages: ["de"] }} onChange={() => undefined} />);
  expect(screen.queryByRole("radio")).toBeNull();
});

test("a school's languages: one more, one less, never none; another first", () => {
  expect(toggled(["en"], "de")).toEqual(["en", "de"]);
  expect(toggled(["en", "de"], "en")).toEqual(["de"]);
  expect(toggled(["en"], "en")).toEqual(["en"]);
  const kept: string[][] = [];
  draw(<LanguagesField languages={["en", "pt"]} onChange={(next) => kept.push(next)} />);
  const first = within(screen.getByRole("radiogroup", { name: "For whoever reads none of them" }));
  fireEvent.click(first.getByText("Português"));
  fireEvent.click(screen.getByRole("checkbox", { name: "Français" }));
  expect(kept).toEqual([
    ["pt", "en"],
    ["en", "pt", "fr"],
  ]);
});

test("whoever gets copies gets those of the kinds that are taken; of none, none", () => {
  const copies = [{ email: "jo@example.org", kinds: ["welcome" as const] }];
  const both = withKind(copies, "jo@example.org", "overdue");
  expect(both).toEqual([{ email: "jo@example.org", kinds: ["welcome", "overdue"] }]);
  expect(withKind(copies, "jo@example.org", "welcome")).toEqual([]);
});

test("each day of the month ahead says how many go out, and of what kinds", () => {
  const days = [
    { day: "2027-03-05", kinds: [{ kind: "opened", count: 3 }], stopped: false },
    { day: "2027-03-06", kinds: [], stopped: false },
    { day: "2027-03-07", kinds: [{ kind: "welcome", count: 1 }], stopped: false },
    {
      day: "2027-03-08",
      kinds: ["opened", "place-free"].map((kind) => ({ kind, count: 1 })),
      stopped: true,
    },
  ];
  const stopped: [string, boolean][] = [];
  draw(
    <MonthAhead ahead={{ today: "2027-03-05", days }} onStop={(...asked) => stopped.push(asked)} />,
  );
  expect(
    screen.getByText("6 mails in the next thirty days, as far as is known today"),
  ).toBeTruthy();
  expect(screen.getByText("Today: Something has opened (3)")).toBeTruthy();
  fireEvent.click(screen.getByText(/^Sun 7 Mar: one mail$/));
  expect(screen.getByText("Sun 7 Mar: Welcome (1)")).toBeTruthy();
  fireEvent.click(screen.getByText("Mail nothing on Sun 7 Mar"));
  // What people do on a stopped day is told all the same.
  fireEvent.click(screen.getByText(/^Mon 8 Mar: 2 mails, stopped$/));
  expect(
    screen.getByText("Of it Something has opened is not mailed: this day is stopped."),
  ).toBeTruthy();
  fireEvent.click(screen.getByText("Mail again on Mon 8 Mar"));
  expect(stopped).toEqual([
    ["2027-03-07", true],
    ["2027-03-08", false],
  ]);
});

test("as whom one reads, and whether it will ever be sent, is said", () => {
  const tried: NoticeTried = {
    faults: [],
    letter: null,
    person: { id: "p", name: "Ines" },
    at: "2027-03-05T07:00:00Z",
    values: {},
  };
  expect(sayWho(tried, "UTC")).toBe("As Ines reads it, Fri 5 Mar 2027, 07:00");
  expect(sayWho({ ...tried, at: null }, "UTC")).toMatch(/^As Ines would read it; nothing/);
  expect(sayWho({ ...tried, person: null }, "UTC")).toMatch(/^Nobody is in/);
});

test("in a rehearsal: what has come by an instant, the last of it, and what is next", () => {
  const notices = ["01", "08", "15", "22"].map((day) => ({
    at: `2027-03-${day}T07:00:00Z`,
    kind: "opened",
    subject: day,
    items: ["m1"],
  }));
  const at = (text: string) => arrivedBy(notices, Date.parse(text) as Instant);
  expect(at("2027-02-01T00:00:00Z")).toMatchObject({ count: 0, last: [], next: { subject: "01" } });
  const third = at("2027-03-15T07:00:00Z");
  expect([third.count, third.last.map(({ subject }) => subject), third.next?.subject]).toEqual([
    3,
    ["08", "15"],
    "22",
  ]);
  expect(at("2027-04-01T00:00:00Z").next).toBeNull();
  // Beside the dates of each module and lesson, what is told of it.
  const mails = mailsOf([...notices.slice(0, 2), { ...notices[2], items: ["m2", "l3"] } as never]);
  expect([...mails].map(([item, told]) => [item, told.length])).toEqual([
    ["m1", 2],
    ["m2", 1],
    ["l3", 1],
  ]);
  const ends = { ...notices[3], kind: "access-ends", items: [] } as never;
  expect(mailsOf([ends]).get(OF_ACCESS)).toEqual([ends]);
});

test("on somebody's page: what is next, of how many things; what they do not want", () => {
  const ahead = { at: "2027-03-05T07:00:00Z", kind: "opened", course: "Rye", things: 2 };
  expect(sayAhead(ahead, zoneOf("UTC"))).toBe("Fri 5 Mar 2027, 07:00 · Rye · 2 things");
  const off = { kind: "opened", course: null, way: "mail" as const };
  expect(sayOff(off)).toBe("Does not want “Something has opened” by mail.");
  expect(sayOff({ ...off, course: "Rye", way: "device" })).toMatch(/ of Rye on devices\.$/);
});

const AT = "2027-03-12T07:00:00Z";
const NOBODY = { kind: null, at: null, by: null, state: null, fault: null };
test.each<[Partial<WhyAnswer> & Pick<WhyAnswer, "why">, string]>([
  [{ why: "told", kind: "opened", at: AT, state: "sent" }, "Told Fri 12 Mar, 07:00."],
  [{ why: "told", kind: "welcome", at: AT }, "Told by the welcome Fri 12 Mar, 07:00."],
  [
    { why: "told", kind: "opened", at: AT, state: "refused", fault: "550 No such user" },
    "Was due Fri 12 Mar, 07:00: Address refused, not sent (550 No such user).",
  ],
  [{ why: "off", by: "school" }, "Not told: the school has such notices turned off."],
  [{ why: "off", by: "person" }, "Not told: they do not want such notices."],
  [{ why: "ahead", at: AT }, "Not told yet: it opens Fri 12 Mar, 07:00."],
  [{ why: "ahead" }, "Not told yet: it has no date."],
  [{ why: "shut" }, "Not told: their access is over."],
  [{ why: "waits", at: AT }, "It goes out Fri 12 Mar, 07:00, when their quiet hours end."],
])("why somebody was told or not: %j", (answer, said) => {
  expect(sayWhyTold({ ...NOBODY, ...answer }, zoneOf("UTC"))).toBe(said);
});

test("every rule has its sentence", () => {
  const rules = ["gone", "sample", "unpaid", "welcome", "there", "done", "late", "missed"] as const;
  const said = rules.map((why) => sayWhyTold({ ...NOBODY, why, at: AT }, zoneOf("UTC")));
  said.push(
    ...(["pause", "suspension"] as const).map((by) =>
      sayWhyTold({ ...NOBODY, why: "shut", by }, zoneOf("UTC")),
    ),
  );
  for (const one of said) expect(one).toMatch(/^Not told( by itself)?: [a-z].*\.$/);
  expect(new Set(said).size).toBe(said.length);
});

test("a letter to people says who reads it like this, how many want none, and to how many it went", () => {
  const seen = {
    written: 3,
    unwilling: 0,
    next: null,
    to: "Ana Prado",
    letter: null,
    values: {},
    planned: null,
  };
  expect(saySeen(seen)).toBe("As Ana Prado reads it.");
  expect(saySeen({ ...seen, unwilling: 2, next: "more" })).toBe(
    "As Ana Prado reads it. 2 want no announcements, and get none. The first of them were looked at; the rest is told when it is sent.",
  );
  expect(saySeen({ ...seen, to: null })).toBe("All of them have it already.");
  expect(saySeen({ ...seen, written: 0, unwilling: 1, to: null })).toBe(
    "Nobody gets it: they want no announcements.",
  );
  expect(sayWritten({ written: 1, unwilling: 0 })).toBe("It is on its way to one person.");
  expect(sayWritten({ written: 40, unwilling: 1 })).toBe(
    "It is on its way to 40 people. Not to one person, who wants no announcements.",
  );
});

import type { RunningOrder } from "@dawngate/contract/sales";
import { isWhole } from "../../src/sales/after-buying";
import { sayRefund, sayWithdrawal } from "../../src/sales/give-back";
import { RunningParts } from "../../src/sales/running-parts";
import { sayCard, sayCardEnd } from "../../src/sales/say-card";
import { sayStanding } from "../../src/sales/standing-line";
import { readDays, sayRefunds, sayTerms } from "../../src/school/payment-settings";
import { draw } from "../helpers/draw";

const part = (
  number: number,
  state: RunningOrder["parts"][number]["state"],
  next: string | null = null,
) => ({
  part: number,
  due: `2027-0${number}-06`,
  amount: 6700,
  state,
  paidAt: null,
  next,
});
const RUNNING: RunningOrder = {
  standing: "running",
  open: 0,
  ahead: 13_400,
  parts: [part(1, "paid"), part(2, "ahead"), part(3, "ahead")],
  suspends: "2027-02-09T00:00:00Z",
  ends: null,
  paidThrough: null,
  card: { ends: "0042", expires: "2027-03" },
  cardEnd: null,
  mayPutIn: true,
  byTransfer: false,
  mayCancel: false,
  mayTakeBack: false,
  option: "monthly",
  changing: false,
  announced: null,
  changeFailed: false,
};
const say = (change: Partial<RunningOrder>) => sayStanding({ ...RUNNING, ...change }, "EUR", "UTC");

test("what comes next is said first, and what is to come in all", () => {
  expect(say({})).toMatch(/^Next: €67.00 on .*6 Feb 2027\. €134.00 is still to come in all\.$/);
  expect(say({ standing: "settled", ahead: 0 })).toBe("All of it is paid.");
});

test("of what is transferred nothing is said to be charged", () => {
  expect(say({ byTransfer: true, standing: "late", open: 6700 })).toMatch(/^€67.00 has not come\./);
  expect(say({ byTransfer: true, open: 6700 })).toMatch(/^€67.00 is due\. If it stays unpaid, it/);
  expect(say({ byTransfer: true, standing: "ended" })).not.toContain("charged");
});

test("what is late says until when it can be paid, what is shut says what it waits for", () => {
  expect(say({ standing: "late", open: 6700 })).toMatch(
    /could not be charged\. If it stays unpaid, it is closed .*9 Feb/,
  );
  expect(say({ standing: "suspended", open: 6700, ends: "2027-03-09T00:00:00Z" })).toMatch(
    /^€67.00 is unpaid: it is closed until that is paid\. If it stays unpaid, it ends .*9 Mar/,
  );
});

test("a subscription says through when it is paid, a trial when it begins to cost", () => {
  expect(say({ standing: "ending", paidThrough: "2027-04-19" })).toMatch(
    /^Cancelled: it is yours through .*19 Apr 2027/,
  );
  expect(say({ standing: "trial", paidThrough: "2027-02-05" })).toMatch(
    /^You try it free through .*5 Feb 2027\. Next: €67.00/,
  );
});

test("each part says its day, its amount and its state; of many those around now", () => {
  const { getAllByRole, getByText, getByRole } = draw(
    <RunningParts
      running={{
        ...RUNNING,
        parts: Array.from({ length: 9 }, (_, i) =>
          part(
            i + 1,
            i < 5 ? "paid" : i === 5 ? "failed" : "ahead",
            i === 5 ? "2027-06-07T05:00:00Z" : null,
          ),
        ),
      }}
      currency="EUR"
      zone="UTC"
    />,
  );
  expect(getAllByRole("listitem")).toHaveLength(6);
  getByText(/^could not be charged, tried again .*7 Jun/);
  getByRole("button", { name: "All 9" });
});

test.each([
  ["1, 3, 7", [1, 3, 7]],
  ["2 4", [2, 4]],
  ["", []],
  ["3, 1", null],
  ["0", null],
  ["a", null],
  ["61", null],
])("days typed as %j are %j", (text, days) => {
  expect(readDays(text)).toEqual(days);
});

test("the terms are a sentence", () => {
  expect(
    sayTerms({ chargeHour: "06:00", retry: [1, 3], grace: 3, endAfter: null, refund: [] }),
  ).toBe(
    "A part due on 6 April is charged at 06:00 that day. One that fails is tried again 1 day, 3 days after it was due; what is unpaid for more than 3 days closes the course until it is paid. Nothing is given back by the terms.",
  );
});

test.each([
  ["https://flour.example.org/list", true],
  ["http://flour.example.org", false],
  ["https://flour", false],
  ["javascript:alert(1)", false],
])("a buyer is led on to %j: %s", (url, isSafe) => {
  expect(isWhole({ says: "", label: "Go", url })).toBe(isSafe);
  expect(isWhole({ says: "", label: " ", url })).toBe(false);
});

test("a refund is a sentence: what goes back, what is not asked for any more, or why nothing is", () => {
  const refund = {
    rule: "full" as const,
    amount: 6700,
    tax: 1253,
    off: 13_400,
    access: "ends" as const,
    currency: "EUR",
    payments: [],
    withdrawal: { lastDay: "2027-03-22", open: true, endedBy: null },
    partner: null,
    fault: null,
  };
  expect(sayRefund(refund)).toBe(
    "€67.00 goes back, of it tax €12.53. €134.00 that is still to be paid is not asked for any more.",
  );
  expect(sayRefund({ ...refund, amount: 0, off: 0 })).toBe("No money goes back.");
  expect(sayRefund({ ...refund, rule: "none" })).toContain("nothing is given back");
  expect(sayRefund({ ...refund, fault: "Only 1 is left." })).toBe("Only 1 is left.");
  expect(sayWithdrawal(refund)).toMatch(/^They can give it back through .*22 Mar 2027\.$/);
  expect(
    sayWithdrawal({ ...refund, withdrawal: { ...refund.withdrawal, endedBy: "begun" } }),
  ).toContain("they began at once");
});

test("what is given back by the terms is a sentence", () => {
  const full = { kind: "full" as const, days: 14, progress: null, access: "ends" as const };
  const unused = { ...full, kind: "unused" as const, days: null };
  expect(sayRefunds([full])).toBe("All of it is given back within 14 days; after that nothing.");
  expect(sayRefunds([{ ...full, progress: 20 }, unused])).toBe(
    "All of it is given back within 14 days to whoever has done at most 20 % of it; after that what is unused.",
  );
  expect(sayRefunds([unused])).toBe("What is unused is given back.");
});

test("the card is named as its holder knows it, and what it is not good for with its day", () => {
  expect(sayCard(RUNNING)).toBe("Charged to the card ending in 0042, good through Mar 2027.");
  expect(sayCard({ card: { ends: null, expires: null } })).toBe("Charged to the card on file.");
  expect(sayCard({ card: null })).toBe("No card is on file yet.");
  const cardEnd = { due: "2027-04-06", amount: 6700 };
  expect(sayCardEnd(RUNNING, "EUR")).toBeNull();
  expect(sayCardEnd({ ...RUNNING, cardEnd }, "EUR")).toMatch(
    /^€67.00 is due on .*6 Apr 2027: the card is not good any more by then\.$/,
  );
  expect(sayCardEnd({ card: null, cardEnd }, "EUR")).toMatch(/a card is needed by then\.$/);
});

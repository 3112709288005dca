/** Lives as they may go: pauses, completions, extensions, taken away and given back, in any order. */
import fc from "fast-check";
import { formatInstant, type Instant } from "../../src/time";
import { instant } from "../helpers";
import { L, M, when } from "./sketch";

const START = instant("2027-03-05T14:20:00Z");
const HOUR = 3_600_000;
export const at = fc
  .integer({ min: 0, max: 24 * 60 })
  .map((hours) => formatInstant((START + hours * HOUR) as Instant));
const item = fc.constantFrom("l1", "l2", "l3");
const event = fc.oneof(
  fc.record({ type: fc.constantFrom("paused", "resumed", "suspended", "unsuspended"), at }),
  fc.record({ type: fc.constantFrom("paused", "resumed", "suspended", "unsuspended"), at }),
  fc.record({ type: fc.constantFrom("completed", "uncompleted", "opened-by-staff"), item, at }),
  fc.record({ type: fc.constant("opened-by-staff"), item: fc.constant("m2"), at }),
  fc.record({ type: fc.constant("extended"), add: fc.constantFrom("P7D", "P1M"), at }),
  fc.record({ type: fc.constantFrom("revoked", "restored"), at }),
);
const due = { due: { from: "enrolled", add: "P10D", edge: "end" } };
export const modules = [
  M("m1", [L("l1", due), L("s", { sample: true })]),
  M(
    "m2",
    [L("l2", { ...when({ from: "completed", item: "l1" }), ...due })],
    when({ from: "enrolled", add: "P7D" }),
  ),
  M("m3", [L("l3")], {
    ...when({ from: "date", date: "2027-03-20" }),
    closes: { from: "enrolled", add: "P25D" },
  }),
];
export const lives = fc.record({
  events: fc.array(event, { maxLength: 10 }),
  clock: fc.constantFrom("school", "enrollee"),
  zone: fc.constantFrom("Europe/Lisbon", "America/New_York", "Asia/Kathmandu"),
  since: fc.option(at, { nil: null }),
  paidAt: fc.option(at, { nil: null }),
  cuts: fc.array(at, { minLength: 1, maxLength: 6 }),
});

/** Which parts wait for money (orders.md, "State of a part"). */
import { isOpen, isToCome, type PartState } from "../../../src/sales/orders";

test.each<[PartState, boolean, boolean]>([
  ["due", true, true],
  ["failed", true, true],
  ["overdue", true, true],
  ["ahead", false, true],
  ["paid", false, false],
  ["refunded", false, false],
  ["refunded-in-part", false, false],
  ["written-off", false, false],
  ["dropped", false, false],
])("%s: open %s, to come %s", (state, open, toCome) => {
  expect([isOpen(state), isToCome(state)]).toEqual([open, toCome]);
});

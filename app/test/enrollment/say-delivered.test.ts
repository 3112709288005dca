/** What a file that was delivered came to. */
import type { DeliveredFile } from "@dawngate/contract/deliveries";
import { sayFates } from "../../src/enrollment/people-file/say-delivered";

const FILE: DeliveredFile = {
  id: "f",
  at: "2027-03-10T03:00:00Z",
  state: "done",
  rows: 41,
  fates: { new: 2, known: 0, moves: 0, in: 38, refused: 1 },
  enrolled: 2,
  missing: 3,
  withdrawn: 2,
  fault: null,
  refused: [],
};

test.each<[Partial<DeliveredFile>, string]>([
  [
    {},
    "41 rows: 2 came in or moved, 38 are in already, 1 refused; 3 are missing from it, 2 withdrawn",
  ],
  [
    { rows: 1, enrolled: 0, missing: 1, withdrawn: 0, fates: { ...FILE.fates, in: 1, refused: 0 } },
    "1 row: 1 is in already; 1 is missing from it",
  ],
  [
    {
      state: "checking",
      enrolled: 0,
      missing: 0,
      fates: { new: 0, known: 0, moves: 0, in: 0, refused: 0 },
    },
    "41 rows. Its rows are being looked at",
  ],
  [
    { state: "broken", enrolled: 0, missing: 0, fates: { ...FILE.fates, in: 0, refused: 0 } },
    "41 rows. It could not be done",
  ],
])("%j", (over, says) => {
  expect(sayFates({ ...FILE, ...over })).toBe(says);
});

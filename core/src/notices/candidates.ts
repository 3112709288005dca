/** Everything that could fall due, of all kinds (notices.md, "When"). */
import type { Instant } from "../time";
import type { Candidate } from "./candidate";
import type { Everybody } from "./everybody";
import { byStaff, ofEnds, welcomes } from "./of-access";
import { ofItems } from "./of-items";
import { announcements, credentials, offers, payments, windows } from "./of-others";

/** All that could fall due before `to`. */
export function* candidatesOf(all: Everybody, to: Instant): Generator<Candidate> {
  for (const one of all.held.values()) {
    yield* ofItems(all, one, to);
    yield* ofEnds(all, one, to);
  }
  yield* welcomes(all);
  yield* byStaff(all);
  yield* payments(all);
  yield* windows(all);
  yield* offers(all);
  yield* credentials(all);
  yield* announcements(all);
}

/** What a file that was delivered came to, in words. */
import type { DeliveredFile } from "@dawngate/contract/deliveries";

const STATES: Record<DeliveredFile["state"], string> = {
  checking: "Its rows are being looked at",
  checked: "Its rows are looked at",
  enrolling: "Its people are being enrolled",
  done: "",
  broken: "It could not be done",
};

/** "41 rows: 2 came in, 38 are in, 1 refused; 3 are missing from it, 2 withdrawn". */
export function sayFates({
  state,
  rows,
  enrolled,
  fates,
  missing,
  withdrawn,
}: DeliveredFile): string {
  const said = [
    ...(enrolled > 0 ? [`${enrolled} came in or moved`] : []),
    ...(fates.in > 0 ? [`${fates.in} ${fates.in === 1 ? "is" : "are"} in already`] : []),
    ...(fates.refused > 0 ? [`${fates.refused} refused`] : []),
  ];
  const lacks =
    missing === 0
      ? ""
      : `; ${missing} ${missing === 1 ? "is" : "are"} missing from it${withdrawn > 0 ? `, ${withdrawn} withdrawn` : ""}`;
  const all = rows === 1 ? "1 row" : `${rows} rows`;
  const what = STATES[state] === "" ? "" : `. ${STATES[state]}`;
  return `${all}${said.length > 0 ? `: ${said.join(", ")}` : ""}${lacks}${what}`;
}

/** Whether somebody was told that something is open for them, and if not, why: a sentence. */
import type { WhyTold as Answer } from "@dawngate/contract/notices";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import { skipToken } from "@reduxjs/toolkit/query";
import { useMay } from "../school/may";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetWhyToldQuery } from "./api";
import { NOTICE_STATES } from "./say-kind";

interface Props {
  school: string;
  course: string;
  enrollment: string;
  item: string;
  zone: Zone;
}

export function WhyTold({ zone, ...of }: Props) {
  const may = useMay(of.school)("people.act");
  const { data } = useGetWhyToldQuery(may ? of : skipToken, { refetchOnMountOrArgChange: true });
  const { quiet } = usePalette();
  if (!data) return null;
  return (
    <Text kind="small" color={quiet}>
      {sayWhyTold(data, zone)}
    </Text>
  );
}

const SHUT: Record<string, string> = {
  pause:
    "Not told: their pause runs. It is told as it ends, in one mail with all that opened meanwhile.",
  suspension: "Not told: their access is suspended. It is told once it is not any more.",
};

/** Where a notice stands that they have, or are about to have. */
const ARRIVES: ReadonlySet<string> = new Set(["sent", "waiting", "on-device"]);

/** What stands in for a date that is not there. */
const when = (at: string | null, zone: Zone) =>
  at === null ? "" : sayWrittenInstant(at, zone, false);

export function sayWhyTold({ why, kind, at, by, state, fault }: Answer, zone: Zone): string {
  switch (why) {
    case "told": {
      const how =
        kind === "welcome"
          ? " by the welcome"
          : kind === "by-staff"
            ? " as staff enrolled them"
            : "";
      const said = fault === null ? "" : ` (${fault})`;
      if (state === null || ARRIVES.has(state)) return `Told${how} ${when(at, zone)}.`;
      return `Was due ${when(at, zone)}: ${NOTICE_STATES[state]}${said}.`;
    }
    case "off":
      return by === "school"
        ? "Not told: the school has such notices turned off."
        : "Not told: they do not want such notices.";
    case "gone":
      return "Not told: it is not in their course any more.";
    case "sample":
      return "Not told: samples stand in no mail.";
    case "unpaid":
      return "Not told: nothing is before it is paid.";
    case "ahead":
      return at === null
        ? "Not told yet: it has no date."
        : `Not told yet: it opens ${when(at, zone)}.`;
    case "shut":
      return by === null ? "Not told: their access is over." : (SHUT[by] ?? "");
    case "welcome":
      return "Not told by itself: it was open as they came in, which the welcome says.";
    case "there":
      return "Not told: what they did opened it, so that they were there.";
    case "done":
      return "Not told: it was done before the mail could go out.";
    case "late":
      return `Not told: they could open it from ${when(at, zone)} on, and it had opened more than two days before.`;
    case "missed":
      return `Not told: it was due ${when(at, zone)}, and nobody was there to send it within two days.`;
    case "waits":
      return `It goes out ${when(at, zone)}, when their quiet hours end.`;
    case "soon":
      return "It is about to go out.";
  }
}

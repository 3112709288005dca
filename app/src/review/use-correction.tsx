/** Whoever was told a date that a change makes wrong is written to once it is made, or is not: said with the change. */
import type { RippleAnswer } from "@dawngate/contract/review";
import { type ReactNode, useState } from "react";
import { useCorrectNoticesSoonMutation } from "../notices/api";
import { useMay } from "../school/may";
import { Switched } from "../ui/switched";
import { useToast } from "../ui/toast";

/** What asks for it, where there is anybody to write to; `made` is called when the change is made. */
export function useCorrection(
  school: string,
  ripple: Pick<RippleAnswer, "at" | "told"> | null,
): { field: ReactNode; made(): Promise<void> } {
  const may = useMay(school);
  const say = useToast();
  const [wanted, setWanted] = useState(true);
  const [correct] = useCorrectNoticesSoonMutation();
  const told = ripple !== null && may("notices.change") ? ripple.told : 0;
  return {
    field:
      told > 0 ? (
        <Switched
          label={told === 1 ? "Write to them afterwards" : `Write to all ${told} afterwards`}
          says="One letter each, with the dates that hold then. Whoever is left out stands under Notices."
          on={wanted}
          onChange={setWanted}
        />
      ) : null,
    made: async () => {
      if (!ripple || told === 0 || !wanted) return;
      const answer = await correct({ school, body: { since: ripple.at } });
      if (!("data" in answer))
        say({ says: "The letters could not be asked for. Write to them under Notices." });
    },
  };
}

/** A change of the school that moves people's dates: looked at first, then kept or left. */
import type { SchoolChange } from "@dawngate/contract";
import { type ReactNode, useState } from "react";
import { ChangeSheet } from "../review/change-sheet";
import { useChangeSchoolMutation } from "./api";

/** Answers what asks for a change, and the sheet that stands while it is looked at. */
export function useRippledChange(
  school: string,
  title: string,
): { change(set: SchoolChange): void; sheet: ReactNode } {
  const [wanted, setWanted] = useState<SchoolChange | null>(null);
  const [keep, { error, isLoading }] = useChangeSchoolMutation();
  return {
    change: setWanted,
    sheet: wanted ? (
      <ChangeSheet
        title={title}
        change={{ kind: "school", school, set: wanted }}
        error={error}
        busy={isLoading}
        onKeep={async () => {
          const answer = await keep({ school, change: wanted });
          if ("data" in answer) setWanted(null);
        }}
        onClose={() => setWanted(null)}
      />
    ) : null,
  };
}

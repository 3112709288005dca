/** A change of the school that moves people's dates: looked at first, then kept or left. */
import type { SchoolChange } from "@dawngate/contract/school";
import { type ReactNode, useState } from "react";
import { ChangeSheet } from "../review/change-sheet";
import { useChangeSchoolMutation } from "./api";

/** Answers what asks for a change (and is told once it is kept), and the sheet that stands while it is looked at. */
export function useRippledChange(
  school: string,
  title: string,
): { change(set: SchoolChange, onKept?: () => void): void; sheet: ReactNode } {
  const [wanted, setWanted] = useState<{ set: SchoolChange; onKept?: () => void } | null>(null);
  const [keep, { error, isLoading }] = useChangeSchoolMutation();
  return {
    change: (set, onKept) => setWanted({ set, ...(onKept && { onKept }) }),
    sheet: wanted ? (
      <ChangeSheet
        title={title}
        change={{ kind: "school", school, set: wanted.set }}
        error={error}
        busy={isLoading}
        onKeep={async () => {
          const answer = await keep({ school, body: wanted.set });
          if (!("data" in answer)) return false;
          wanted.onKept?.();
          setWanted(null);
          return true;
        }}
        onClose={() => setWanted(null)}
      />
    ) : null,
  };
}

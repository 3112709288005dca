/** A criterion as it is marked: one of its levels is pressed. */
import type { Rubric } from "@dawngate/core/lessons/rubric";
import { Options } from "../../ui/options";

interface Props {
  criterion: Rubric[number];
  /** The level's place; null: none is chosen yet. */
  place: number | null;
  onMark(place: number): void;
}

export function MarkField({ criterion: { title, levels }, place, onMark }: Props) {
  return (
    <Options
      label={title}
      says={title}
      options={levels.map(({ says, points }, i) => ({
        value: String(i),
        label: says ? `${points}: ${says}` : String(points),
      }))}
      value={place === null ? "" : String(place)}
      onChange={(next) => onMark(Number(next))}
    />
  );
}

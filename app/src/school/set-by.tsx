/** Who set a setting of the school last, and when; nothing where it is as it was made. */
import type { WhoSet } from "@dawngate/contract/record";
import type { School } from "@dawngate/contract/school";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetWhoSetQuery } from "./staff-api";

interface Props {
  school: School;
  /** One setting, by its name in the school. */
  of: keyof School;
}

export function SetBy({ school, of }: Props) {
  const { quiet } = usePalette();
  const { data } = useGetWhoSetQuery({ school: school.slug });
  const set = data?.settings[of];
  if (!set) return null;
  return (
    <Text kind="small" color={quiet} style={{ maxWidth: 640 }}>
      {saySetBy(set, school.timeZone)}
    </Text>
  );
}

/** "Set by Rosa Prado, Tue 3 Nov 2026, 14:05". What nobody did by hand says when alone. */
export const saySetBy = ({ at, by }: WhoSet["settings"][string], timeZone: string): string =>
  `Set${by.kind === "account" ? ` by ${by.name},` : ""} ${sayWrittenInstant(at, zoneOf(timeZone), false)}`;

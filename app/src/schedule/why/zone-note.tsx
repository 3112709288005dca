/** In whose time the dates are said; and the same instant in the enrollee's, where that differs. */
import { sayInstant, sayZone } from "@dawngate/core/schedule/words";
import { type Instant, offsetAt, zoneOf } from "@dawngate/core/time";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  /** The zone in which days are counted. */
  clock: string;
  /** The enrollee's own. */
  timeZone: string;
  /** The instant to say in both. */
  instant: Instant | null;
}

export function ZoneNote({ clock, timeZone, instant }: Props) {
  const { quiet } = usePalette();
  const differs =
    instant !== null && offsetAt(zoneOf(clock), instant) !== offsetAt(zoneOf(timeZone), instant);
  return (
    <Text kind="small" color={quiet}>
      All times here are {sayZone(clock)}'s.
      {differs &&
        ` Where this person lives, in ${sayZone(timeZone)}, it is ${sayInstant(instant, zoneOf(timeZone))}.`}
    </Text>
  );
}

/** When somebody said or wrote something, in words and to the minute: nobody asks for its second. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";

export const saidAt = (at: string, zone: string): string =>
  sayWrittenInstant(at.replace(/:\d{2}(\.\d+)?Z$/, ":00Z"), zoneOf(zone), false);

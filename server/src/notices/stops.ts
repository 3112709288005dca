/** A day is stopped, or let go on: nothing of what days bring is mailed on it. */
import type { NoticesAhead } from "@dawngate/contract/notices";
import { addDays, formatDate, localDateAt, zoneOf } from "@dawngate/core/time";
import { refusal } from "../base/problem";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { readSchool } from "../school/store";
import { DAYS, showAhead } from "./sent";
import { putStop } from "./stops-store";

export async function stopDay(
  { db }: Pick<Services, "db">,
  context: Context,
  day: string,
  { stopped }: { stopped: boolean },
): Promise<NoticesAhead> {
  await db.withSchool(context, async (tx) => {
    const today = localDateAt(zoneOf((await readSchool(tx)).time_zone), context.now);
    const [first, last] = [formatDate(today), formatDate(addDays(today, DAYS - 1))];
    if (day < first || day > last)
      throw refusal("Only a day of the next thirty can be stopped.", [
        { path: "day", reason: `${day} is not between ${first} and ${last}` },
      ]);
    await putStop(tx, context.school, day, stopped);
  });
  return showAhead({ db }, context);
}

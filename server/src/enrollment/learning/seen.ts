/** What of a film or a recording somebody has really seen: told by their player, believed as far as it can be. */
import type { Seen } from "@dawngate/contract/learning";
import { addSeen, believable, type Stretch, secondsSeen } from "@dawngate/core/lessons/seen";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { notFound, refusal } from "../../base/problem";
import { readStanding } from "../../lessons/store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { entered } from "./door";
import { beginSeen, readSeen, type SeenRow, writeSeen } from "./seen-store";
import { saySeen, watchedIn } from "./watched";

/** Adds what a player tells to what was seen. */
export async function keepSeen(
  { db }: Pick<Services, "db">,
  context: Context,
  enrollment: string,
  id: string,
  told: { stretches: Stretch[]; position: number },
): Promise<Seen> {
  return db.withSchool(context, async (tx) => {
    const { own, lesson } = await entered(tx, context, enrollment, id);
    const { part } = await readStanding(tx, own.plan.id, own.version, id);
    const watched = watchedIn(part?.kind === lesson.kind ? part : null);
    if (!watched) throw notFound("There is nothing to watch or hear in this lesson.");
    const at = formatInstant(context.now);
    await beginSeen(tx, context.school, enrollment, id, at);
    const before = await readSeen(tx, enrollment, id, true);
    if (!before) throw new Error("What was seen is not here");
    const seen = addSeen(before.seen, told.stretches, watched.seconds);
    const fresh = secondsSeen(seen) - secondsSeen(before.seen);
    if (fresh > believable(context.now - (Date.parse(before.toldAt) as Instant)))
      throw refusal("More than could be played meanwhile was not seen. Go on from where you are.");
    const row: SeenRow = { seen, position: told.position, toldAt: at };
    await writeSeen(tx, enrollment, id, row);
    return saySeen(watched, row);
  });
}

/** What of a course opens next for the one who is in it. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import { itemTitles } from "@dawngate/core/plan/titles";
import type { Instant } from "@dawngate/core/time";
import { read } from "../schedule/horizon/scale";

/** The module, or where none comes the lesson, that opens next; null: nothing has a date. */
export function nextOpening({
  timeline,
  modules,
}: Pick<MyCourse, "timeline" | "modules">): { title: string; opens: string; at: Instant } | null {
  const titles = itemTitles({ modules });
  const ahead = timeline.items.flatMap(({ id, kind, state, opens, reachable }) => {
    const at = read(opens);
    return state === "scheduled" && reachable && opens !== null && at !== null
      ? [{ title: titles.get(id) ?? id, opens, at, kind }]
      : [];
  });
  const first = (kind: "module" | "lesson") =>
    ahead.filter((one) => one.kind === kind).sort((a, b) => a.at - b.at)[0];
  const [module, lesson] = [first("module"), first("lesson")];
  return module && (!lesson || module.at <= lesson.at) ? module : (lesson ?? null);
}

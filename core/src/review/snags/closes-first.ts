/** Items that shut before they open, or at once: for the first or the last who may enroll. */
import { quoted, sayEnd, sayInstant } from "../../schedule/words";
import { type Look, publishedModules } from "../look";
import type { Finding } from "../snag";

export function closesFirst(look: Look): Finding[] {
  return publishedModules(look.course).flatMap((module) =>
    [module, ...module.lessons].flatMap((item): Finding[] => {
      // A lesson that shuts with its module is said there.
      if (item.closes === null) return [];
      const hit = look.imagined.filter(({ items, timeline }) => {
        const found = items.get(item.id);
        return found && !found.reachable && found.closes !== timeline.access.until;
      });
      const who = hit[0];
      const found = who?.items.get(item.id);
      if (!who || !found || found.opens === null || found.closes === null) return [];
      const all = hit.length === look.imagined.length && hit.length > 1;
      return [
        {
          weight: "likely",
          item: item.id,
          cohort: who.cohort?.id ?? null,
          reason: `${quoted(item.title)} shuts (${sayEnd(found.closes, look.zone)}) before it opens (${sayInstant(found.opens, look.zone)}) for ${all ? "everybody, such as " : ""}${who.said}.`,
          mends: [
            {
              label: "Let it stay open",
              operations: [
                {
                  type: item === module ? "set-module" : "set-lesson",
                  item: item.id,
                  set: { closes: null },
                },
              ],
            },
          ],
          about: [item.gate, item.closes],
        },
      ];
    }),
  );
}

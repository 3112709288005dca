/**
 * Modules whose offsets differ and that open on one day all the same, because an alignment moved them together: +21 and
 * +28 days to a Monday that is a workday, where one Monday is closed (calculations.md, section 3).
 */
import { quoted, sayInstant, sayOffset } from "../../schedule/words";
import { localDateAt } from "../../time";
import { chainedGate, gateOperation, type Look, publishedModules } from "../look";
import type { Finding } from "../snag";

export function sameDays(look: Look): Finding[] {
  const modules = publishedModules(look.course);
  return modules.flatMap((module, m): Finding[] => {
    const before = modules[m - 1];
    const [a, b] = [before?.gate?.when, module.gate?.when];
    const [first, second] = [a?.[0], b?.[0]];
    if (!before || !first || !second || a?.length !== 1 || b?.length !== 1) return [];
    if (first.from === "staff" || second.from === "staff" || first.from !== second.from) return [];
    if (second.from === "opened" || first.add === second.add) return [];
    const who = look.imagined.find(({ items }) => {
      const [x, y] = [items.get(before.id)?.opens ?? null, items.get(module.id)?.opens ?? null];
      return x !== null && y !== null && localDateAt(look.zone, x) === localDateAt(look.zone, y);
    });
    if (!who) return [];
    const opens = who.items.get(module.id)?.opens ?? null;
    if (opens === null) return [];
    const step = differenceOf(first.add, second.add);
    return [
      {
        weight: "likely",
        item: module.id,
        cohort: who.cohort?.id ?? null,
        reason: `${quoted(before.title)} and ${quoted(module.title)} both open ${sayInstant(opens, look.zone)} for ${who.said}: ${sayOffset(first.add ?? "P0D")} and ${sayOffset(second.add ?? "P0D")} are moved to the same day.`,
        mends: step
          ? [
              {
                label: `Count from the one before, ${sayOffset(step)}`,
                operations: [gateOperation(module, chainedGate(before.id, step, second))],
              },
            ]
          : [],
        about: [first, second],
      },
    ];
  });
}

const DATE_UNIT = /^P(\d+)([DWMY])$/;

function differenceOf(a: string | undefined, b: string | undefined): string | null {
  const [x, y] = [DATE_UNIT.exec(a ?? "P0D"), DATE_UNIT.exec(b ?? "P0D")];
  if (!x || !y || (x[2] !== y[2] && Number(x[1]) !== 0)) return null;
  const days = Number(y[1]) - Number(x[1]);
  return days > 0 ? `P${days}${y[2]}` : null;
}

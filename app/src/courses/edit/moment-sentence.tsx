/** A moment as a sentence whose parts one presses; the part that is pressed is changed right below. */
import type { PlanMoment } from "@dawngate/core/plan";
import { momentParts, type PartKind } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Press } from "../../ui/press";
import { SaidPart } from "../../ui/said-part";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { MomentContext } from "./moment-context";
import { PartEditor } from "./part-editor";
import { titleIn } from "./title-in";

interface Props {
  context: MomentContext;
  moment: PlanMoment;
  onChange(moment: PlanMoment): void;
}

/** What a sentence does not say yet and could. */
const MORE: readonly [PartKind, string][] = [
  ["amount", "+ a wait"],
  ["days", "+ weekdays"],
  ["at", "+ a time of day"],
  ["edge", "+ the end of that day"],
  ["zone", "+ another zone"],
];

export function MomentSentence({ context, moment, onChange }: Props) {
  const { dusk, lilac } = usePalette();
  const [open, setOpen] = useState<PartKind | null>(null);
  const parts = momentParts(moment, (id) => titleIn(context.course, id));
  const said = new Set(parts.map(({ kind }) => kind));
  const missing = MORE.filter(([kind]) => !said.has(kind) && mayHave(moment, kind, context.role));
  return (
    <View style={{ gap: 12 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", rowGap: 6 }}>
        {parts.map(({ kind, text }) =>
          kind === null ? (
            <Text key={text}>{text.replace(/ /g, "\u00a0")}</Text>
          ) : (
            <SaidPart
              key={kind}
              text={text}
              open={open === kind}
              onPress={() => setOpen(open === kind ? null : kind)}
            />
          ),
        )}
      </View>
      {missing.length > 0 ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 4 }}>
          {missing.map(([kind, label]) => (
            <Press
              key={kind}
              aria-expanded={open === kind}
              onPress={() => setOpen(open === kind ? null : kind)}
              style={{ justifyContent: "center", paddingHorizontal: 8 }}
            >
              <Text kind={open === kind ? "smallStrong" : "small"} color={dusk}>
                {label}
              </Text>
            </Press>
          ))}
        </View>
      ) : null}
      {open ? (
        <View
          role="group"
          aria-label={NAMES[open]}
          style={{ gap: 10, paddingLeft: 12, borderLeftWidth: 2, borderLeftColor: lilac }}
        >
          <PartEditor kind={open} context={context} moment={moment} onChange={onChange} />
          <Choice label="Done with this part" onPress={() => setOpen(null)} />
        </View>
      ) : null}
    </View>
  );
}

const NAMES: Record<PartKind, string> = {
  amount: "The wait",
  anchor: "Counted from",
  days: "Which days",
  at: "The time of day",
  edge: "The end of that day",
  zone: "Whose time zone",
};

/** What may stand beside what: an exact wait of hours goes with no day and no time of day; by hand stands alone. */
function mayHave(moment: PlanMoment, kind: PartKind, role: MomentContext["role"]): boolean {
  if (moment.from === "staff") return false;
  const exact = moment.add?.includes("T") ?? false;
  if (exact) return kind === "zone" ? false : kind === "amount";
  if (kind === "edge") return role !== "opens" && moment.at === undefined;
  if (kind === "at") return moment.edge === undefined;
  return true;
}

/** What staff can do for one person, at the sheet of an item or of access. */
import type { Cohort, TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { Doing, type Offer } from "./doing";
import { PersonLeaving } from "./leaving";
import { OnRecord } from "./on-record";
import { SendWhy } from "./send-why";

interface Place {
  school: string;
  course: string;
  enrollment: string;
}

export function ItemActs({
  item,
  isQuiz,
  ...place
}: Place & { item: TimelineItemAnswer; isQuiz: boolean }) {
  const byStaff = item.why.some((step) => step.kind === "staff");
  const offers: Offer[] = [];
  if (item.state !== "open" && !byStaff)
    offers.push({ label: "Open it now", act: { type: "opened-by-staff", item: item.id } });
  if (byStaff)
    offers.push({
      label: "Take the opening back",
      act: { type: "staff-opening-taken-back", item: item.id },
    });
  if (!item.done && isQuiz)
    offers.push({ label: "Record a pass", act: { type: "passed", item: item.id } });
  if (!item.done)
    offers.push({ label: "Record it as finished", act: { type: "completed", item: item.id } });
  return (
    <>
      <SendWhy {...place} item={item.id} />
      <Acts {...place} offers={offers} cohorts={[]} />
    </>
  );
}

interface AccessProps extends Place {
  access: TimelineAnswer["access"];
  cohorts: readonly Cohort[];
  titleOf(id: string): string;
}

export function AccessActs({ access, cohorts, titleOf, ...place }: AccessProps) {
  const revoked = access.untilWhy.some((step) => step.kind === "revoked");
  const offers: Offer[] = [
    ...(access.until === null
      ? []
      : [
          {
            label: "Extend",
            act: { type: "extended" as const, add: "P14D" },
            asks: "days" as const,
          },
        ]),
    { label: "Set the last day", act: { type: "end-set", through: "" }, asks: "date" },
    access.shutBy === "pause"
      ? { label: "End the pause", act: { type: "resumed" } }
      : { label: "Pause", act: { type: "paused" } },
    access.shutBy === "suspension"
      ? { label: "End the suspension", act: { type: "unsuspended" } }
      : { label: "Suspend", act: { type: "suspended" } },
    revoked
      ? { label: "Give access back", act: { type: "restored" } }
      : { label: "Withdraw", act: { type: "revoked" } },
  ];
  if (cohorts.length > 0)
    offers.push({
      label: "Move to another cohort",
      act: { type: "moved", cohort: null },
      asks: "cohort",
    });
  return (
    <>
      <Acts {...place} offers={offers} cohorts={cohorts} />
      <OnRecord {...place} titleOf={titleOf} cohorts={cohorts} />
      <PersonLeaving {...place} />
    </>
  );
}

function Acts({
  offers,
  cohorts,
  enrollment,
  ...place
}: Place & { offers: Offer[]; cohorts: readonly Cohort[] }) {
  const [chosen, setChosen] = useState<Offer | null>(null);
  if (offers.length === 0) return null;
  return (
    <View style={{ gap: 10 }}>
      <Text kind="smallStrong" level={3}>
        For this person
      </Text>
      {chosen ? (
        <Doing
          key={chosen.label}
          place={place}
          whom={{ enrollments: [enrollment] }}
          count={1}
          offer={chosen}
          cohorts={cohorts}
          onDone={() => setChosen(null)}
        />
      ) : (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          {offers.map((offer) => (
            <QuietAction key={offer.label} label={offer.label} onPress={() => setChosen(offer)} />
          ))}
        </View>
      )}
    </View>
  );
}

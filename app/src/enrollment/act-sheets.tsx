/** What staff can do for one person, at the sheet of an item or of access. */
import type { Cohort } from "@dawngate/contract/courses";
import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract/schedule";
import { useState } from "react";
import { View } from "react-native";
import { FieldsOfEnrollment } from "../people/fields/fields-among";
import { PersonLeaving } from "../people/leaving";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { Doing } from "./doing";
import { type Offer, offerOf } from "./offers";
import { OnRecord } from "./on-record";
import { SendWhy } from "./send-why";

interface Whose {
  school: string;
  course: string;
  enrollment: string;
}

export function ItemActs({
  item,
  isQuiz,
  ...place
}: Whose & { item: TimelineItemAnswer; isQuiz: boolean }) {
  const byStaff = item.why.some((step) => step.kind === "staff");
  const offers: Offer[] = [];
  const about = (type: Parameters<typeof offerOf>[0], label?: string) =>
    offers.push(offerOf(type, { item: item.id, ...(label !== undefined && { label }) }));
  if (item.state !== "open" && !byStaff) about("opened-by-staff", "Open it now");
  if (byStaff) about("staff-opening-taken-back");
  if (!item.done && isQuiz) about("passed");
  if (!item.done) about("completed");
  return (
    <>
      <SendWhy {...place} item={item.id} />
      <Acts {...place} offers={offers} cohorts={[]} />
    </>
  );
}

interface AccessProps extends Whose {
  access: TimelineAnswer["access"];
  cohorts: readonly Cohort[];
  titleOf(id: string): string;
}

export function AccessActs({ access, cohorts, titleOf, ...place }: AccessProps) {
  const revoked = access.untilWhy.some((step) => step.kind === "revoked");
  const offers: Offer[] = [
    ...(access.until === null ? [] : [offerOf("extended")]),
    offerOf("end-set"),
    offerOf(access.shutBy === "pause" ? "resumed" : "paused"),
    offerOf(access.shutBy === "suspension" ? "unsuspended" : "suspended"),
    offerOf(revoked ? "restored" : "revoked"),
    ...(cohorts.length > 0 ? [offerOf("moved")] : []),
  ];
  return (
    <>
      <Acts {...place} offers={offers} cohorts={cohorts} />
      <FieldsOfEnrollment at={place} />
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
}: Whose & { offers: Offer[]; cohorts: readonly Cohort[] }) {
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

/** What a membership opens to whoever has it from today on, and until when. */
import type { MemberOf } from "@dawngate/contract/sales";
import { sayWrittenEnd } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ofSubjects } from "./of-subjects";

interface Props {
  membership: MemberOf;
  zone: string;
  /** It is bought for others: whoever reads it has none of it. */
  forOthers?: boolean;
}

export function MembershipOpens({ membership, zone, forOthers = false }: Props) {
  const { courses, titles, subjects, until } = membership;
  const { quiet } = usePalette();
  const more = courses - titles.length;
  return (
    <View role="group" aria-label="What it opens" style={{ gap: 4 }}>
      <Text kind="name" level={2}>
        {courses === 1 ? "One course is open" : `${courses} courses are open`} to{" "}
        {forOthers ? "whoever has it" : "you"}, and those{ofSubjects(subjects)} to come
      </Text>
      <Text>
        {titles.join(", ")}
        {more > 0 ? ` and ${more} more` : ""}
      </Text>
      <Text kind="small" color={quiet}>
        {forOthers
          ? "They take each one up when they like; its dates count from then. Days of membership count from the day they get it."
          : `You take each one up when you like; its dates count from then.${
              until === null ? "" : ` Yours until ${sayWrittenEnd(until, { zone: zoneOf(zone) })}.`
            }`}
      </Text>
    </View>
  );
}

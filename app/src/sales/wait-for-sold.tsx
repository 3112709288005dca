/** A cohort on sale that is full: one waits for a place, sees where one stands, and until when one is held. */
import type { Offered } from "@dawngate/contract/sales";
import { View } from "react-native";
import { useLeaveWaitlistMutation } from "../enrollment/ways-in/api";
import { useGetMeQuery } from "../school/api";
import { withPlace } from "../school/arrive";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { LinkAction } from "../ui/link-action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useWaitForSoldMutation } from "./api";
import { sayStands } from "./say-waiting";

interface Props {
  place: { school: string; listing: string };
  waiting: NonNullable<Offered["waiting"]>;
}

export function WaitForSold({ place, waiting }: Props) {
  const { quiet } = usePalette();
  const { data: me } = useGetMeQuery();
  const [join, joining] = useWaitForSoldMutation();
  const [leave, leaving] = useLeaveWaitlistMutation();
  const { school, listing } = place;
  const { course, cohort, stands } = waiting;
  const error = joining.error ?? leaving.error;
  const here = `/${school}/o/${listing}`;
  return (
    <View role="group" aria-label="Waitlist" style={{ gap: 8 }}>
      {stands === null ? (
        <Text kind="small" color={quiet}>
          {`Cohort ${waiting.name} has a waitlist. When a place comes free, whoever waits the longest is written to, and has some time to buy it.`}
        </Text>
      ) : (
        <Text kind="strong" role="status">
          {sayStands(stands)}
        </Text>
      )}
      {error ? <Notice {...explain(error)} /> : null}
      {stands !== null ? (
        <QuietAction
          label={stands.offerUntil === null ? "Wait no longer" : "Let it go to the next"}
          busy={leaving.isLoading}
          onPress={() => leave({ school, course, body: { cohort } })}
        />
      ) : me?.account ? (
        <PrimaryAction
          label="Wait for a place"
          busy={joining.isLoading}
          onPress={() => join({ school, listing, body: { timeZone: ownZone() } })}
        />
      ) : (
        <View>
          <LinkAction href={withPlace("/sign-in", here)}>Sign in to wait for a place</LinkAction>
          <TextLink href={withPlace("/sign-up", here)}>New here? Sign up</TextLink>
        </View>
      )}
    </View>
  );
}

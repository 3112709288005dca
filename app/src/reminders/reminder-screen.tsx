/** What the link of a reminder's mail leads to: confirmed with one press, or forgotten. */
import { sayWrittenInstant, sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { View } from "react-native";
import { explain } from "../store/api";
import { Coming, titleComing } from "../store/coming";
import { PrimaryAction, QuietAction } from "../ui/action";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useConfirmReminderMutation, useDropReminderMutation, useGetReminderQuery } from "./api";

interface Place {
  school: string;
  reminder: string;
  secret?: string;
}

export function ReminderScreen() {
  const { school, reminder, secret = "" } = useLocalSearchParams() as unknown as Place;
  const { quiet } = usePalette();
  const router = useRouter();
  const [confirm, confirming] = useConfirmReminderMutation();
  const [drop, dropping] = useDropReminderMutation();
  // What is forgotten is not asked for again.
  const { data, error, refetch } = useGetReminderQuery(
    { school, reminder, secret },
    { skip: dropping.isSuccess, refetchOnMountOrArgChange: true },
  );
  if (!data)
    return (
      <Page title={titleComing(error)} narrow>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  const at = { school, reminder, body: { secret } };
  const failed = confirming.error ?? dropping.error;
  const { title, opens, timeZone, path, confirmed } = data;
  const day = opens === null ? null : sayWrittenInstant(opens, zoneOf(timeZone));
  return (
    <NightPage title={title} above={{ text: data.school }}>
      <View style={{ gap: 14 }} role="status">
        <Text kind="heading" level={2}>
          {dropping.isSuccess
            ? "Your address is forgotten"
            : opens === null
              ? "It has opened by now, or is over"
              : confirmed
                ? "You are told when it opens"
                : "Shall we tell you when it opens?"}
        </Text>
        {dropping.isSuccess || day === null ? null : (
          <Text>{`It opens ${day}, ${sayZone(timeZone)} time; the mail comes in the morning of that day.`}</Text>
        )}
        {failed ? <Notice {...explain(failed)} /> : null}
        {dropping.isSuccess ? null : opens === null ? (
          path === "" ? null : (
            <PrimaryAction label="Look at it" onPress={() => router.push(`/${school}/${path}`)} />
          )
        ) : (
          <>
            {confirmed ? null : (
              <PrimaryAction
                label="Yes, remind me"
                busy={confirming.isLoading}
                onPress={() => confirm(at)}
              />
            )}
            <QuietAction
              label="No, forget my address"
              busy={dropping.isLoading}
              onPress={() => drop(at)}
            />
            <Text kind="small" color={quiet}>
              You are told once, and your address is forgotten then.
            </Text>
          </>
        )}
      </View>
    </NightPage>
  );
}

/** A seat of a team, by the link its buyer passed on: what it is, when it opens, and one press. */
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { useGetMeQuery } from "../school/api";
import { explain, faultsOf } from "../store/api";
import { Coming, titleComing } from "../store/coming";
import { PrimaryAction } from "../ui/action";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetOfferedSeatQuery, useTakeSeatMutation } from "./api";
import { FirstDates } from "./first-dates";
import { MembershipOpens } from "./lazy-parts";
import { NewcomerFields } from "./newcomer-fields";

interface Place {
  school: string;
  order: string;
  secret?: string;
}

export function TakeSeatScreen() {
  const { school, order, secret = "" } = useLocalSearchParams() as unknown as Place;
  const { quiet } = usePalette();
  const router = useRouter();
  const timeZone = ownZone();
  const { data, error, refetch } = useGetOfferedSeatQuery(
    { school, order, secret, timeZone },
    { refetchOnMountOrArgChange: true },
  );
  const { data: me } = useGetMeQuery();
  const [newcomer, setNewcomer] = useState({ name: "", email: "" });
  const [take, taking] = useTakeSeatMutation();
  if (!data)
    return (
      <Page title={titleComing(error)} narrow>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  const account = me?.account ?? null;
  const faults = faultsOf(taking.error);
  // What a membership opens stands on the shelf.
  const goIn = (enrollment: string | null) =>
    router.push(enrollment === null ? `/${school}/shelf` : `/${school}/shelf/${enrollment}`);
  const submit = async () => {
    const body = { secret, person: account ? null : newcomer, timeZone };
    const answer = await take({ school, order, body });
    if ("data" in answer && answer.data && !answer.data.mailed) goIn(answer.data.enrollment);
  };
  return (
    <NightPage title={data.title} above={{ text: data.schoolName }}>
      {taking.data?.mailed ? (
        <View role="status" style={{ gap: 8 }}>
          <Text kind="heading" level={2}>
            A mail is on its way to {newcomer.email}
          </Text>
          <Text>Your way in stands there. You can close this page.</Text>
        </View>
      ) : data.isIn ? (
        <View style={{ gap: 12 }}>
          <Text kind="heading" level={2}>
            {data.membership ? "You have this membership" : "You are in"}
          </Text>
          <PrimaryAction
            label={
              data.membership ? "Choose a course" : `Go to ${data.courses[0]?.title ?? data.title}`
            }
            onPress={() => goIn(data.enrollment)}
          />
        </View>
      ) : (
        <View style={{ gap: 14, maxWidth: 520 }}>
          <View style={{ gap: 4 }}>
            <Text kind="heading" level={2}>
              {data.left > 0
                ? `${data.from} has a seat for you`
                : `All seats of ${data.from} are taken`}
            </Text>
            <Text color={quiet}>
              {data.left > 0
                ? `It is paid for. ${data.left === 1 ? "One is" : `${data.left} are`} left; days of access count from the day you take it.`
                : `Ask ${data.from} for one more.`}
            </Text>
          </View>
          {data.membership ? (
            <MembershipOpens membership={data.membership} zone={timeZone} />
          ) : null}
          <FirstDates courses={data.courses} zone={timeZone} />
          {data.left === 0 ? null : account ? (
            <Text color={quiet}>
              You take it as {account.name}, {account.email}.
            </Text>
          ) : (
            <NewcomerFields
              value={newcomer}
              onChange={setNewcomer}
              faults={{ name: faults["person.name"], email: faults["person.email"] }}
              here={`/${school}/seats/${order}?secret=${secret}`}
            />
          )}
          {taking.error && Object.keys(faults).length === 0 ? (
            <Notice {...explain(taking.error)} />
          ) : null}
          {data.left > 0 ? (
            <PrimaryAction label="Take the seat" busy={taking.isLoading} onPress={submit} />
          ) : null}
        </View>
      )}
    </NightPage>
  );
}

/** Two accounts of one person made one: agreed to by whoever has the link that went to the other address. */
import { useLocalSearchParams } from "expo-router";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useGetMeQuery } from "./api";
import { arrive } from "./arrive";
import { DoorPage } from "./door-page";
import { useJoinMutation } from "./security-api";

export function JoinScreen() {
  const { token = "" } = useLocalSearchParams() as { token?: string };
  const { data: me } = useGetMeQuery();
  const [join, { error, isLoading, isSuccess }] = useJoinMutation();
  return (
    <DoorPage title="Make two accounts one">
      {error ? <Notice {...explain(error)} /> : null}
      {isSuccess ? (
        <>
          <Text role="status">
            They are made one within moments: what the other held is yours, and it is gone.
          </Text>
          <PrimaryAction label="Go on" onPress={() => arrive("/")} />
        </>
      ) : me?.account ? (
        <>
          <Text>
            You are signed in as {me.account.name}, {me.account.email}. The account of the other
            address goes over to this one: its courses, its place on staffs. Then it is gone, and
            this cannot be taken back.
          </Text>
          <PrimaryAction
            label="Make them one"
            onPress={() => join({ body: { token } })}
            busy={isLoading}
          />
        </>
      ) : (
        <>
          <Text>Sign in first, as the account that is to stay.</Text>
          <TextLink href={`/sign-in?to=${encodeURIComponent(`/join?token=${token}`)}`}>
            Sign in
          </TextLink>
        </>
      )}
    </DoorPage>
  );
}

/** The link of a team's order: its buyer passes it on, and each takes a seat. */
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { OnceAddress } from "../ui/once-address";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useEndSeatLinkMutation, useMakeSeatLinkMutation } from "./api";

interface Props {
  place: { school: string; order: string; secret?: string };
  /** There is one already. */
  made: boolean;
}

export function SeatLink({ place: { school, order, ...rest }, made }: Props) {
  const { quiet } = usePalette();
  const body = rest.secret === undefined ? {} : { secret: rest.secret };
  const [make, making] = useMakeSeatLinkMutation();
  const [end, ending] = useEndSeatLinkMutation();
  const error = making.error ?? ending.error;
  const address = made ? making.data?.address : undefined;
  return (
    <View role="group" aria-label="A link to the seats" style={{ gap: 12 }}>
      <Text kind="heading" level={3}>
        {made ? "There is a link to the seats" : "Or let each take a seat"}
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      {address === undefined ? (
        <Text kind="small" color={quiet}>
          {made
            ? "Whoever has it takes a seat, as long as one is left. A new link takes its place: the old one leads nowhere from then on."
            : "Make a link and pass it on, such as in your team's chat: whoever has it takes a seat by a name and a mail address, as long as one is left. You see here who has."}
        </Text>
      ) : (
        <OnceAddress
          label="The link to the seats"
          copy="Copy the link"
          address={address}
          says="Whoever has it takes a seat, and sees nothing of your order."
        />
      )}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        {address === undefined ? (
          <QuietAction
            label={made ? "Make a new link" : "Make a link"}
            busy={making.isLoading}
            onPress={() => void make({ school, order, body })}
          />
        ) : null}
        {made ? (
          <QuietAction
            label="End the link"
            busy={ending.isLoading}
            onPress={() => void end({ school, order, body })}
          />
        ) : null}
      </View>
    </View>
  );
}

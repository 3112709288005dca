/** One's dates in one's calendar: an address it subscribes to, which can be renewed and ended; or a file, once. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { PrimaryAction, QuietAction } from "../ui/action";
import { FileLink } from "../ui/file-link";
import { Notice } from "../ui/notice";
import { OnceAddress } from "../ui/once-address";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { ownZone } from "../ui/zone";
import { useDropFeedMutation, useGetFeedQuery, useRenewFeedMutation } from "./api";

export function FeedSheet({ school, onClose }: { school: string; onClose(): void }) {
  const { data, error } = useGetFeedQuery({ school });
  const [renew, renewing] = useRenewFeedMutation();
  const [drop, dropping] = useDropFeedMutation();
  const address = renewing.data?.address;
  const made = data?.made ?? null;
  const failed = error ?? renewing.error ?? dropping.error;
  const zone = zoneOf(ownZone());
  return (
    <Sheet title="My dates in my calendar" onClose={onClose}>
      {failed ? <Notice {...explain(failed)} /> : null}
      <Text>
        Your calendar asks for your dates every few hours: what opens, is due and ends. A date that
        moves here moves there too.
      </Text>
      {address !== undefined && made !== null ? (
        <OnceAddress
          label="The address"
          copy="Copy the address"
          address={address}
          says="Whoever has this address can read your dates, and nothing else."
        >
          <TextLink href={address.replace(/^https?:/, "webcal:")}>Open in my calendar</TextLink>
        </OnceAddress>
      ) : (
        <View style={{ gap: 10 }}>
          {made === null ? null : (
            <Text>
              {`Your calendar has had an address since ${sayWrittenInstant(made, zone)}. A new one takes its place: the old one leads nowhere from then on.`}
            </Text>
          )}
          <PrimaryAction
            label={made === null ? "Make an address" : "Make a new address"}
            onPress={() => renew({ school })}
            busy={renewing.isLoading}
            disabled={data === undefined}
          />
        </View>
      )}
      {made === null ? null : (
        <QuietAction
          label="End the subscription"
          onPress={() => drop({ school })}
          busy={dropping.isLoading}
        />
      )}
      <View>
        <Text kind="strong">Or once, as a file</Text>
        <FileLink href={addressOf("getDatesFile", { school })}>Download my dates</FileLink>
      </View>
    </Sheet>
  );
}

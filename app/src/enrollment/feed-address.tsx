/** The address by which a calendar subscribes: made, shown once, renewed and ended. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import type { ReactNode } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { OnceAddress } from "../ui/once-address";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { ownZone } from "../ui/zone";

interface Props {
  title: string;
  says: string;
  /** What whoever has the address reads. */
  reads: string;
  /** When it was made; null: there is none; undefined: not known yet. */
  made: string | null | undefined;
  error: unknown;
  renewing: { data?: { address: string } | undefined; isLoading: boolean };
  dropping: { isLoading: boolean };
  onRenew(): void;
  onDrop(): void;
  onClose(): void;
  children?: ReactNode;
}

export function FeedAddress(props: Props) {
  const { title, says, reads, error, renewing, dropping, onRenew, onDrop, onClose, children } =
    props;
  const made = props.made ?? null;
  const address = renewing.data?.address;
  return (
    <Sheet title={title} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <Text>{says}</Text>
      {address !== undefined && made !== null ? (
        <OnceAddress
          label="The address"
          copy="Copy the address"
          address={address}
          says={`Whoever has this address can read ${reads}, and nothing else.`}
        >
          <TextLink href={address.replace(/^https?:/, "webcal:")}>Open in my calendar</TextLink>
        </OnceAddress>
      ) : (
        <View style={{ gap: 10 }}>
          {made === null ? null : (
            <Text>
              {`Your calendar has had an address since ${sayWrittenInstant(made, zoneOf(ownZone()))}. A new one takes its place: the old one leads nowhere from then on.`}
            </Text>
          )}
          <PrimaryAction
            label={made === null ? "Make an address" : "Make a new address"}
            onPress={onRenew}
            busy={renewing.isLoading}
            disabled={props.made === undefined}
          />
        </View>
      )}
      {made === null ? null : (
        <QuietAction label="End the subscription" onPress={onDrop} busy={dropping.isLoading} />
      )}
      {children}
    </Sheet>
  );
}

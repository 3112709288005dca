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

type Change<Answer> = readonly [
  (of: { school: string }) => unknown,
  { data?: Answer | undefined; error?: unknown; isLoading: boolean },
];

interface Props {
  school: string;
  title: string;
  says: string;
  /** What whoever has the address reads. */
  reads: string;
  /** When it was made; nothing: not known yet. */
  feed: { data?: { made: string | null } | undefined; error?: unknown };
  renew: Change<{ address: string }>;
  drop: Change<unknown>;
  onClose(): void;
  children?: ReactNode;
}

export function FeedAddress({
  school,
  title,
  says,
  reads,
  feed,
  onClose,
  children,
  ...rest
}: Props) {
  const [renew, renewing] = rest.renew;
  const [drop, dropping] = rest.drop;
  const made = feed.data?.made ?? null;
  const address = renewing.data?.address;
  const error = feed.error ?? renewing.error ?? dropping.error;
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
            onPress={() => renew({ school })}
            busy={renewing.isLoading}
            disabled={feed.data === undefined}
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
      {children}
    </Sheet>
  );
}

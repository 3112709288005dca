/** One's dates in one's calendar: an address it subscribes to, which can be renewed and ended; or a file, once. */
import { View } from "react-native";
import { addressOf } from "../store/ask";
import { FileLink } from "../ui/file-link";
import { Text } from "../ui/text";
import { useDropFeedMutation, useGetFeedQuery, useRenewFeedMutation } from "./api";
import { FeedAddress } from "./lazy-beside";

export function FeedSheet({ school, onClose }: { school: string; onClose(): void }) {
  return (
    <FeedAddress
      school={school}
      title="My dates in my calendar"
      says="Your calendar asks for your dates every few hours: what opens, is due and ends. A date that moves here moves there too."
      reads="your dates"
      feed={useGetFeedQuery({ school })}
      renew={useRenewFeedMutation()}
      drop={useDropFeedMutation()}
      onClose={onClose}
    >
      <View>
        <Text kind="strong">Or once, as a file</Text>
        <FileLink href={addressOf("getDatesFile", { school })}>Download my dates</FileLink>
      </View>
    </FeedAddress>
  );
}

/** A partner's own page: its link is made, sent to them and shown once; or ended. */
import type { PartnerDetail } from "@dawngate/contract/partners";
import { View } from "react-native";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { OnceAddress } from "../../ui/once-address";
import { Section } from "../../ui/section";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useOpenPartnerPageMutation, useShutPartnerPageMutation } from "./api";

export function PagePart({ school, partner }: { school: string; partner: PartnerDetail }) {
  const { quiet } = usePalette();
  const [open, opening] = useOpenPartnerPageMutation();
  const [shut, shutting] = useShutPartnerPageMutation();
  const error = opening.error ?? shutting.error;
  const address = partner.hasPage ? opening.data?.address : undefined;
  const place = { school, partner: partner.id };
  return (
    <Section title="Their own page">
      {error ? <Notice {...explain(error)} /> : null}
      {address === undefined ? (
        <Text kind="small" color={quiet}>
          {partner.hasPage
            ? "They have a link to it. A new one takes its place: the old one leads nowhere from then on."
            : "On it they see their links, what these brought, what they have earned and what is paid out; no buyers. Its link is sent to them by mail."}
        </Text>
      ) : (
        <OnceAddress
          label="The link to their page"
          copy="Copy the link"
          address={address}
          says={`It was sent to ${partner.email}. Whoever has it sees their page.`}
        />
      )}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        {address === undefined ? (
          <QuietAction
            label={partner.hasPage ? "Send a new link" : "Send them a link"}
            busy={opening.isLoading}
            onPress={() => void open(place)}
          />
        ) : null}
        {partner.hasPage ? (
          <QuietAction
            label="End the link"
            busy={shutting.isLoading}
            onPress={() => void shut(place)}
          />
        ) : null}
      </View>
    </Section>
  );
}

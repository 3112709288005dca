/** A partner: their links, what these brought, what stands with them, and what is paid out. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../../school/api";
import { useMay } from "../../school/may";
import { Coming, titleComing } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { FieldRow } from "../../ui/field-row";
import { Page } from "../../ui/page";
import { copyText } from "../../ui/save-file";
import { Section } from "../../ui/section";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useGetPartnerQuery } from "./api";
import { Balances } from "./balances";
import { BroughtTable } from "./brought-table";
import { PagePart } from "./page-part";
import { PartnerSheet } from "./partner-sheet";
import { PayOut } from "./pay-out";
import { sayNextPayable, sayPercent, sayVisits, viaLink } from "./say-partner";

export function PartnerScreen() {
  const { school, partner } = useLocalSearchParams() as { school: string; partner: string };
  const { quiet } = usePalette();
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetPartnerQuery(
    { school, partner },
    { refetchOnMountOrArgChange: true },
  );
  const may = useMay(school)("sales.change");
  const [changing, setChanging] = useState(false);
  if (!data || !about)
    return (
      <Page title={titleComing(error)}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  const orders = data.balances.reduce((all, one) => all + one.orders, 0);
  const { visits, unfinished } = data;
  const next = sayNextPayable(data.nextPayable, about.timeZone);
  return (
    <Page title={data.name} above={{ text: "Partners", href: `/${school}/sales/partners` }} full>
      <View style={{ gap: 6, alignItems: "flex-start" }}>
        <Text color={quiet}>
          {data.email}, {sayPercent(data.percent)} of what is paid without tax
        </Text>
        {data.ended ? (
          <Text kind="strong">Their links count no more. What they have earned stays.</Text>
        ) : null}
        {may ? <QuietAction label="Change" onPress={() => setChanging(true)} /> : null}
      </View>
      <Balances balances={data.balances} />
      <Text kind="small" color={quiet}>
        {[
          sayVisits(visits, "their"),
          ...(unfinished > 0
            ? [
                `${unfinished === 1 ? "1 order was" : `${unfinished} orders were`} begun and not paid.`,
              ]
            : []),
          ...(next === null ? [] : [next]),
        ].join(" ")}
      </Text>
      {data.ended ? null : <Links school={school} word={data.word} />}
      <PayOut school={school} zone={about.timeZone} partner={data} may={may} />
      {orders > 0 ? (
        <View style={{ gap: 8 }}>
          <Text kind="heading" level={2}>
            What they brought
          </Text>
          <BroughtTable school={school} partner={partner} zone={about.timeZone} of={orders} />
        </View>
      ) : null}
      {may ? <PagePart school={school} partner={data} /> : null}
      {changing ? (
        <PartnerSheet
          school={school}
          partner={data}
          onClose={() => setChanging(false)}
          onKept={() => setChanging(false)}
        />
      ) : null}
    </Page>
  );
}

/** The link to all of the school; any other page of it takes the same ending. */
function Links({ school, word }: { school: string; word: string }) {
  const { quiet } = usePalette();
  const [copied, setCopied] = useState(false);
  const address = viaLink(`${window.location.origin}/${school}`, word);
  return (
    <Section title="Their link">
      <FieldRow
        action={
          <QuietAction
            label={copied ? "Copied" : "Copy the link"}
            onPress={async () => setCopied(await copyText(address))}
          />
        }
      >
        <TextField
          label="The link to all of the school"
          value={address}
          readOnly
          style={{ flexGrow: 1, flexShrink: 1, minWidth: 240, maxWidth: 520 }}
        />
      </FieldRow>
      <Text kind="small" color={quiet}>
        {`Any page of yours becomes their link with ?via=${word} behind its address: a course's, or that of something on sale.`}
      </Text>
    </Section>
  );
}

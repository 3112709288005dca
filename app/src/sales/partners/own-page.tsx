/** A partner's own page: the links they pass on, what these brought, what they have earned and were paid. */
import type { PartnerPage } from "@dawngate/contract/partners";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { copyText } from "../../ui/save-file";
import { Section } from "../../ui/section";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { Balances } from "./balances";
import { sayNextPayable, sayPartnerTerms, sayPercent, sayVisits } from "./say-partner";

export function OwnPage({ page }: { page: PartnerPage }) {
  const { quiet } = usePalette();
  const { visits, timeZone, links, shares, payouts } = page;
  const day = (at: string) =>
    sayWrittenDate(formatDate(localDateAt(zoneOf(timeZone), Date.parse(at) as Instant)));
  const next = sayNextPayable(page.nextPayable, timeZone);
  return (
    <>
      {page.ended ? (
        <Text kind="strong">Your links count no more. What you have earned stays.</Text>
      ) : (
        <Text color={quiet}>
          {`Your share: ${sayPercent(page.percent)} of what is paid, without tax. ${sayPartnerTerms(page.terms)}`}
        </Text>
      )}
      <Balances balances={page.balances} />
      <Text kind="small" color={quiet}>
        {[sayVisits(visits, "your"), ...(next === null ? [] : [next])].join(" ")}
      </Text>
      {links.length === 0 ? null : (
        <Section title="Your links">
          <View role="list" aria-label="Your links">
            {links.map((link) => (
              <Link key={link.address} {...link} />
            ))}
          </View>
        </Section>
      )}
      {shares.length === 0 ? null : (
        <Section title="What they brought">
          <View role="list" aria-label="What they brought">
            {shares.map((share, i) => (
              <Line
                // biome-ignore lint/suspicious/noArrayIndexKey: two may be alike to the second.
                key={i}
                left={share.title}
                right={sayMoney(share.earned, share.currency)}
                below={[
                  day(share.at),
                  `${sayPercent(share.percent)} of ${sayMoney(share.net, share.currency)}`,
                  ...(share.nextPayable === null
                    ? []
                    : [`held until ${sayWrittenInstant(share.nextPayable, zoneOf(timeZone))}`]),
                ].join(", ")}
              />
            ))}
          </View>
        </Section>
      )}
      {payouts.length === 0 ? null : (
        <Section title="Paid out">
          <View role="list" aria-label="Paid out">
            {payouts.map((one) => (
              <Line
                key={`${one.at} ${one.amount}`}
                left={day(one.at)}
                right={sayMoney(one.amount, one.currency)}
              />
            ))}
          </View>
        </Section>
      )}
    </>
  );
}

function Line({ left, right, below }: { left: string; right: string; below?: string }) {
  const { quiet, line } = usePalette();
  return (
    <View
      role="listitem"
      style={{ paddingVertical: 8, borderBottomWidth: 1, borderColor: line, gap: 2 }}
    >
      <View style={{ flexDirection: "row", gap: 12, justifyContent: "space-between" }}>
        <Text style={{ flexShrink: 1 }}>{left}</Text>
        <Text>{right}</Text>
      </View>
      {below === undefined ? null : (
        <Text kind="small" color={quiet}>
          {below}
        </Text>
      )}
    </View>
  );
}

function Link({ title, address }: PartnerPage["links"][number]) {
  const { quiet, line } = usePalette();
  const [copied, setCopied] = useState(false);
  return (
    <View
      role="listitem"
      style={{
        flexDirection: "row",
        flexWrap: "wrap",
        alignItems: "center",
        columnGap: 12,
        paddingVertical: 8,
        borderBottomWidth: 1,
        borderColor: line,
      }}
    >
      <View style={{ flexGrow: 1, flexShrink: 1, minWidth: 220 }}>
        <Text>{title}</Text>
        <Text kind="small" color={quiet} selectable>
          {address}
        </Text>
      </View>
      <QuietAction
        label={copied ? "Copied" : "Copy"}
        says={copied ? `Copied: ${title}` : `Copy the link to ${title}`}
        onPress={async () => setCopied(await copyText(address))}
      />
    </View>
  );
}

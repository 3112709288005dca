/** Tax by the buyer's place: where the school is, and the rates it keeps. */
import type { School } from "@dawngate/contract/school";
import { View } from "react-native";
import { CountryField, sayCountry } from "../sales/country-field";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { Section } from "../ui/section";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { useChangeSchoolMutation } from "./api";

type Tax = NonNullable<School["tax"]>;
type Rate = Tax["rates"][number];

const KINDS = [
  { value: "electronic", label: "learned alone" },
  { value: "taught", label: "taught by somebody" },
] as const;

const FIRST: Tax = {
  country: "PT",
  belowThreshold: false,
  rates: [{ country: "PT", kind: "electronic", rate: 2300, from: null }],
};

export function TaxSettings({ school }: { school: School }) {
  const [change, { error }] = useChangeSchoolMutation();
  const { tax } = school;
  const keep = (next: Tax | null) => change({ school: school.slug, body: { tax: next } });
  return (
    <Section
      title="Tax by the buyer's country"
      says="A price with tax stays what it is, and the tax in it is that of the buyer's country; a company with a registered number in another country of the European Union pays no tax. Ask whoever does your books before you turn it on."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <Switched
        label="Tax goes by the buyer's country"
        on={tax !== null}
        onChange={(on) => keep(on ? FIRST : null)}
      />
      {tax ? <Kept tax={tax} keep={keep} /> : null}
    </Section>
  );
}

function Kept({ tax, keep }: { tax: Tax; keep(tax: Tax): void }) {
  const rates = (at: number, next: Rate | null) =>
    keep({
      ...tax,
      rates: tax.rates.flatMap((one, i) => (i === at ? (next ? [next] : []) : [one])),
    });
  return (
    <View style={{ gap: 14, maxWidth: 620 }}>
      <CountryField
        label="The school is in"
        value={tax.country}
        onChange={(country) => keep({ ...tax, country })}
      />
      <Switched
        label="Below the threshold for sales abroad"
        says="What is learned alone is then taxed at the school's own rate within the European Union."
        on={tax.belowThreshold}
        onChange={(belowThreshold) => keep({ ...tax, belowThreshold })}
      />
      <Text kind="strong">Rates that are kept</Text>
      {tax.rates.map((rate, at) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: a rate is its place, whatever is typed into it
          key={at}
          role="group"
          aria-label={`Rate of ${sayCountry(rate.country)}`}
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "flex-start" }}
        >
          <View style={{ width: 200 }}>
            <CountryField
              value={rate.country}
              onChange={(country) => rates(at, { ...rate, country })}
            />
          </View>
          <NumberField
            label="Percent"
            value={rate.rate / 100}
            least={0}
            most={100}
            onChange={(percent) => rates(at, { ...rate, rate: percent * 100 })}
          />
          <DateField
            label="From"
            value={rate.from ?? ""}
            onChange={(from) => rates(at, { ...rate, from: from === "" ? null : from })}
          />
          <Options
            label="For what is"
            says="For what is"
            options={KINDS}
            value={rate.kind}
            onChange={(kind) => rates(at, { ...rate, kind })}
          />
          <QuietAction
            label="Remove"
            says={`Remove the rate of ${sayCountry(rate.country)}`}
            onPress={() => rates(at, null)}
          />
        </View>
      ))}
      <QuietAction
        label="A rate more"
        onPress={() =>
          keep({
            ...tax,
            rates: [...tax.rates, { country: "DE", kind: "electronic", rate: 1900, from: null }],
          })
        }
      />
    </View>
  );
}

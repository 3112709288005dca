/** A company for which invoices are written: its name, its address, and its own reference. */
import type { Billing } from "@dawngate/contract/sales";
import { View } from "react-native";
import { FaultText } from "../ui/fault-text";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TickBox } from "../ui/tick-box";
import { NO_COMPANY } from "./no-company";

interface Props {
  billing: Billing | null;
  /** What was refused, by its path. */
  faults: Readonly<Record<string, string>>;
  onBilling(billing: Billing | null): void;
}

const IT_IS = "The invoice is for a company";

export function BillingFields({ billing, faults, onBilling }: Props) {
  return (
    <View style={{ gap: 12 }}>
      <View style={{ flexDirection: "row", gap: 6, alignItems: "flex-start" }}>
        <TickBox
          label={IT_IS}
          checked={billing !== null}
          onChange={(on) => onBilling(on ? NO_COMPANY : null)}
        />
        <Text style={{ flex: 1, paddingTop: 8 }}>{IT_IS}</Text>
      </View>
      {billing === null ? null : (
        <View role="group" aria-label="The company" style={{ gap: 12 }}>
          <TextField
            label="Company"
            value={billing.company}
            maxLength={200}
            autoComplete="organization"
            onChangeText={(company) => onBilling({ ...billing, company })}
          />
          <FaultText>{faults["billing.company"]}</FaultText>
          <TextField
            label="Its address"
            value={billing.address}
            maxLength={500}
            multiline
            autoComplete="street-address"
            onChangeText={(address) => onBilling({ ...billing, address })}
            style={{ minHeight: 90 }}
          />
          <FaultText>{faults["billing.address"]}</FaultText>
          <TextField
            label="Its reference, such as a purchase order"
            value={billing.reference}
            maxLength={100}
            onChangeText={(reference) => onBilling({ ...billing, reference })}
          />
          <FaultText>{faults["billing.reference"]}</FaultText>
        </View>
      )}
    </View>
  );
}

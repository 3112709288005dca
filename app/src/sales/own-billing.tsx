/** For which company further invoices of an order that runs are written: seen, and changed by its buyer. */
import type { Billing, OwnOrder } from "@dawngate/contract/sales";
import { useState } from "react";
import { View } from "react-native";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useChangeBillingMutation } from "./api";
import { BillingFields } from "./lazy-parts";

interface Props {
  place: { school: string; order: string; secret?: string };
  order: OwnOrder;
}

export function OwnBilling({ place, order }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<Billing | null>(order.billing);
  const [open, setOpen] = useState(false);
  const [change, { error, isLoading }] = useChangeBillingMutation();
  const faults = faultsOf(error);
  const { secret, ...where } = place;
  if (!open)
    return (
      <View style={{ gap: 4 }}>
        <Text kind="small" color={quiet}>
          {order.billing
            ? `Invoices are written for ${order.billing.company}.`
            : "Invoices are written for you alone."}
        </Text>
        <QuietAction
          label="Whom invoices are for"
          onPress={() => {
            setTyped(order.billing);
            setOpen(true);
          }}
        />
      </View>
    );
  return (
    <View style={{ gap: 12, maxWidth: 520 }}>
      <BillingFields billing={typed} faults={faults} onBilling={setTyped} />
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      <Text kind="small" color={quiet}>
        It holds for invoices to come. Those that are written stay as they are.
      </Text>
      <View style={{ flexDirection: "row", gap: 10 }}>
        <PrimaryAction
          label="Keep"
          busy={isLoading}
          onPress={async () => {
            const answer = await change({
              ...where,
              body: { billing: typed, ...(secret !== undefined && { secret }) },
            });
            if ("data" in answer && answer.data) setOpen(false);
          }}
        />
        <QuietAction label="Not now" onPress={() => setOpen(false)} />
      </View>
    </View>
  );
}

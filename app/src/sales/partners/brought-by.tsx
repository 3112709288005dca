/** Who brought an order, and what of it is theirs. */
import type { Order } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { sayPercent } from "./say-partner";

interface Props {
  school: string;
  zone: string;
  partner: NonNullable<Order["partner"]>;
  currency: string;
}

export function BroughtBy({ school, zone, partner, currency }: Props) {
  const { quiet } = usePalette();
  const { id, name, percent, earned, nextPayable } = partner;
  return (
    <View style={{ alignItems: "flex-start" }}>
      <TextLink href={`/${school}/sales/partners/${id}`}>{`Brought by ${name}`}</TextLink>
      <Text kind="small" color={quiet}>
        {`${sayPercent(percent)}: ${sayMoney(earned, currency)}`}
        {nextPayable === null
          ? ""
          : `, more of it can be paid out from ${sayWrittenInstant(nextPayable, zoneOf(zone))}`}
      </Text>
    </View>
  );
}

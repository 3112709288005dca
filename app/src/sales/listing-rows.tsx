/** Listings in a list: each with its state, what is in it, and its price today. */

import type { listingSummary } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { Link } from "expo-router";
import { View } from "react-native";
import type { z } from "zod";
import { ListRow } from "../ui/list-row";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export const STATE_WORDS = {
  draft: "Draft",
  "on-sale": "On sale",
  private: "By its address alone",
  hidden: "Not sold",
} as const;

export function ListingRows({
  school,
  listings,
}: {
  school: string;
  listings: readonly z.infer<typeof listingSummary>[];
}) {
  const { quiet } = usePalette();
  return (
    <View role="list">
      {listings.map(({ id, title, state, courses, price, sold }) => (
        <ListRow key={id}>
          <View style={{ flex: 1, minWidth: 0 }}>
            <Link href={`/${school}/sales/${id}`} style={{ paddingVertical: 8 }}>
              <Text kind="strong">{title}</Text>
            </Link>
            <Text kind="small" color={quiet}>
              {[STATE_WORDS[state], courses.join(" and "), `${sold} sold`].join(" · ")}
            </Text>
          </View>
          <Text kind="strong">
            {price === null
              ? "no price"
              : price.amount === 0
                ? "free"
                : sayMoney(price.amount, price.currency)}
          </Text>
        </ListRow>
      ))}
    </View>
  );
}

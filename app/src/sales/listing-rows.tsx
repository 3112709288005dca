/** Listings in a list: each with its state, what is in it, and its price today. */

import type { listingSummary } from "@dawngate/contract/sales";
import { sayPrice } from "@dawngate/core/sales/step-words";
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

const MEMBERSHIP = { in: "Membership", "left-out": "Membership, this course is left out" };

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
      {listings.map(({ id, title, state, courses, price, membership, sold }) => (
        <ListRow key={id}>
          <View style={{ flex: 1, minWidth: 0 }}>
            <Link href={`/${school}/sales/${id}`} style={{ paddingVertical: 8 }}>
              <Text kind="strong">{title}</Text>
            </Link>
            <Text kind="small" color={quiet}>
              {[
                STATE_WORDS[state],
                membership ? MEMBERSHIP[membership] : courses.join(" and "),
                `${sold} sold`,
              ].join(" · ")}
            </Text>
          </View>
          <Text kind="strong">{price === null ? "no price" : sayPrice(price)}</Text>
        </ListRow>
      ))}
    </View>
  );
}

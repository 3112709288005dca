/** Something a course is sold in, on its public page: what it costs today, and the way to buy it. */
import { View } from "react-native";
import { LinkAction } from "../ui/link-action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetOfferedQuery } from "./api";
import { sayWayAtLength } from "./say-way";

export function OfferLine({ school, id, title }: { school: string; id: string; title: string }) {
  const { quiet } = usePalette();
  const { data } = useGetOfferedQuery({ school, listing: id, seats: 1 });
  const ways = data?.ways ?? [];
  return (
    <View style={{ gap: 8 }}>
      <Text kind="name" level={2}>
        {title}
      </Text>
      {data?.points.map((point) => (
        <Text key={point} kind="small">
          • {point}
        </Text>
      ))}
      <Text kind="small" color={quiet}>
        {ways
          .map((way) => sayWayAtLength({ ...way, amount: way.total }, data?.currency ?? "EUR"))
          .join(" · ")}
      </Text>
      <LinkAction href={`/${school}/o/${id}`}>Buy it</LinkAction>
    </View>
  );
}

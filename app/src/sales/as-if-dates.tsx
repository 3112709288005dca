/** What opens first for somebody who buys on a day, until when it is theirs, and until when they could withdraw. */
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { View } from "react-native";
import { Coming } from "../store/coming";
import type { AsIfBuyer } from "./as-if-buyer";
import { Fact, FirstDates } from "./first-dates";
import { useGetAsIfBoughtQuery } from "./selling-api";

interface Props {
  place: { school: string; listing: string };
  as: Pick<AsIfBuyer, "day" | "timeZone">;
  /** Whoever is no consumer of the European Union, or pays nothing, may not. */
  mayGiveBack: boolean;
}

export function AsIfDates({ place, as, mayGiveBack }: Props) {
  const { day: on, timeZone } = as;
  const { data, error, refetch } = useGetAsIfBoughtQuery({ ...place, on, timeZone });
  if (!data) return <Coming error={error} onRetry={refetch} />;
  return (
    <View style={{ gap: 10 }}>
      <FirstDates courses={data.courses} zone={timeZone} at={data.at} />
      {mayGiveBack && data.giveBack ? (
        <Fact mark="closed">{`May withdraw until ${sayWrittenDate(data.giveBack)}`}</Fact>
      ) : null}
    </View>
  );
}

/** Whose access ends in a month, the earliest first; each leads to the person. */
import type { Ending } from "@dawngate/contract/sales";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { sayLastDay } from "../../enrollment/roster/say-standing";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { monthWords } from "../income/income-rows";
import { useGetEndingPeopleInfiniteQuery } from "../selling-api";

interface Props {
  school: string;
  zone: string;
  month: string;
  /** What they have in common; null: all of them. */
  row: Ending["rows"][number] | null;
}

export function EndingPeople({ school, zone, month, row }: Props) {
  const { line, quiet } = usePalette();
  const { data, error, refetch, hasNextPage, isFetching, fetchNextPage } =
    useGetEndingPeopleInfiniteQuery(
      {
        school,
        month,
        listing: row === null ? null : (row.listing?.id ?? ""),
        cancelled: row === null ? null : row.cancelled ? "true" : "false",
      },
      { refetchOnMountOrArgChange: true },
    );
  const people = data?.pages.flatMap((page) => page.people) ?? [];
  return (
    <View style={{ gap: 6, maxWidth: 720 }}>
      <Text kind="name" level={2}>
        {`In ${monthWords(month)} it ends for`}
      </Text>
      {data ? null : <Coming error={error} onRetry={refetch} widths={[0.8, 0.6, 0.7]} />}
      <View role="list" aria-label={`Whose access ends in ${monthWords(month)}`}>
        {people.map(({ id, person, name, title, until, cancelled }) => (
          <View
            key={id}
            role="listitem"
            style={{
              flexDirection: "row",
              flexWrap: "wrap",
              columnGap: 14,
              alignItems: "center",
              paddingVertical: 6,
              borderBottomWidth: 1,
              borderBottomColor: line,
            }}
          >
            <TextLink href={`/${school}/people/${encodeURIComponent(person)}`}>{name}</TextLink>
            <Text kind="small" color={quiet} style={{ flexGrow: 1, flexShrink: 1 }}>
              {cancelled ? `${title}, cancelled` : title}
            </Text>
            <Text kind="small">{`last day ${sayLastDay(until, zoneOf(zone))}`}</Text>
          </View>
        ))}
      </View>
      {data && people.length === 0 ? (
        <Text role="status">Nobody's access ends in this month.</Text>
      ) : null}
      {hasNextPage ? (
        <QuietAction label="Show more" busy={isFetching} onPress={() => fetchNextPage()} />
      ) : null}
    </View>
  );
}

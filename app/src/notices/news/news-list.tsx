/** What one was told, the latest first; what is new is marked, and read by opening it. */
import type { News } from "@dawngate/contract/news";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Press } from "../../ui/press";
import { saidAt } from "../../ui/said-at";
import { Skeleton } from "../../ui/skeleton";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { ownZone } from "../../ui/zone";
import { useGetOwnNewsInfiniteQuery, useReadOwnNewsMutation } from "./api";
import { LetterSheet } from "./letter-sheet";

type One = News["news"][number];

interface Props {
  school: string;
  /** Only what is new; left out: all of it. */
  unread?: boolean;
  /** What is said where there is nothing. */
  empty: string;
  /** What stands beside its actions. */
  children?: ReactNode;
}

export function NewsList({ school, unread = false, empty, children }: Props) {
  // The shelf is for courses: a few stand above them.
  const asked = { school, unread: unread ? ("yes" as const) : null, most: unread ? 3 : 5 };
  const { data, error, refetch, hasNextPage, isFetching, fetchNextPage } =
    useGetOwnNewsInfiniteQuery(asked, { refetchOnMountOrArgChange: true });
  const [read, { error: refused }] = useReadOwnNewsMutation();
  const [opened, setOpened] = useState<One | null>(null);
  const { quiet } = usePalette();
  const zone = ownZone();
  if (!data)
    return error ? (
      <Notice {...explain(error)} onRetry={refetch} />
    ) : (
      <Skeleton widths={[0.7, 0.5]} />
    );
  const news = data.pages.flatMap((page) => page.news);
  const [newest] = news;
  const open = (one: One) => {
    setOpened(one);
    if (one.isNew) void read({ school, body: { id: one.id } });
  };
  return (
    <View style={{ gap: 4 }}>
      {refused ? <Notice {...explain(refused)} /> : null}
      {news.length === 0 ? <Text color={quiet}>{empty}</Text> : null}
      <View role="list">
        {news.map((one) => (
          <View key={one.id} role="listitem">
            <Press
              role="button"
              onPress={() => open(one)}
              style={{
                flexDirection: "row",
                alignItems: "center",
                gap: 10,
                paddingVertical: 8,
                minHeight: 44,
              }}
            >
              <SunMark mark={one.isNew ? "open" : "done"} size={18} />
              <View style={{ flex: 1, minWidth: 0 }}>
                <Text kind={one.isNew ? "strong" : "body"}>{one.letter.subject}</Text>
                <Text kind="small" color={quiet}>
                  {[one.isNew ? "New" : "Read", saidAt(one.at, zone)].join(", ")}
                </Text>
              </View>
            </Press>
          </View>
        ))}
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 14, alignItems: "center" }}>
        {hasNextPage ? (
          <QuietAction label="Show more" busy={isFetching} onPress={() => fetchNextPage()} />
        ) : null}
        {(data.pages[0]?.unread ?? 0) > 1 && newest ? (
          <QuietAction
            label="I have read all of it"
            onPress={() => void read({ school, body: { until: newest.at } })}
          />
        ) : null}
        {children}
      </View>
      {opened ? (
        <LetterSheet letter={opened.letter} at={opened.at} onClose={() => setOpened(null)} />
      ) : null}
    </View>
  );
}

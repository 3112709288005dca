/** The texts that stood in a lesson: read, and brought back as the newest. */
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { ListRow } from "../../ui/list-row";
import { saidAt } from "../../ui/said-at";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { ownZone } from "../../ui/zone";
import { useGetRevisionQuery, useGetRevisionsInfiniteQuery } from "../api";
import { Markdown } from "../written";

interface Props {
  place: InCourse;
  lesson: string;
  onBring(text: string): void;
  onClose(): void;
}

export function RevisionsSheet({ place, lesson, onBring, onClose }: Props) {
  const { quiet } = usePalette();
  const where = { ...place, lesson };
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetRevisionsInfiniteQuery(where, { refetchOnMountOrArgChange: true });
  const [read, setRead] = useState<number | null>(null);
  const revisions = data?.pages.flatMap((page) => page.revisions) ?? [];
  const newest = revisions[0]?.number ?? 0;
  return (
    <Sheet title="Earlier texts" onClose={onClose}>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : (
        <View role="list">
          {revisions.map(({ number, author, at, characters }) => (
            <View key={number}>
              <ListRow>
                <View style={{ flex: 1 }}>
                  <Text kind="strong">{saidAt(at, ownZone())}</Text>
                  <Text kind="small" color={quiet}>
                    {`${author || "somebody"}, ${characters} characters${number === newest ? ", the newest" : ""}`}
                  </Text>
                </View>
                <QuietAction
                  label={read === number ? "Shut" : "Read"}
                  says={`${read === number ? "Shut" : "Read"}: text ${number}`}
                  tight
                  onPress={() => setRead(read === number ? null : number)}
                />
              </ListRow>
              {read === number ? (
                <One
                  where={{ ...where, number }}
                  newest={number === newest}
                  onBring={(text) => {
                    onBring(text);
                    onClose();
                  }}
                />
              ) : null}
            </View>
          ))}
        </View>
      )}
      {hasNextPage ? (
        <QuietAction label="Earlier ones" onPress={() => void fetchNextPage()} busy={isFetching} />
      ) : null}
    </Sheet>
  );
}

function One({
  where,
  newest,
  onBring,
}: {
  where: InCourse & { lesson: string; number: number };
  newest: boolean;
  onBring(text: string): void;
}) {
  const { lilac, quiet } = usePalette();
  const { data, error, refetch } = useGetRevisionQuery(where);
  if (!data) return <Coming error={error} onRetry={refetch} />;
  return (
    <View style={{ gap: 12, backgroundColor: lilac, borderRadius: 10, padding: 14 }}>
      {data.text === "" ? (
        <Text color={quiet}>Nothing stood in it.</Text>
      ) : (
        <Markdown text={data.text} files={data.files} />
      )}
      {newest ? null : <PrimaryAction label="Bring it back" onPress={() => onBring(data.text)} />}
    </View>
  );
}

/** The rows of a file, with what each would become; narrowed by it. */
import type { PeopleFile, RowFate } from "@dawngate/contract/people-file";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Row } from "../../ui/section";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetPeopleRowsInfiniteQuery } from "./api";

const FATES: [RowFate, string, says: string][] = [
  ["new", "New here", "new here"],
  ["known", "Known here", "known here, comes in"],
  ["moves", "Moved", "is moved"],
  ["in", "In already", "in already, nothing changes"],
  ["refused", "Refused", "refused"],
];

export function RowsPart({ at, file }: { at: InCourse & { file: string }; file: PeopleFile }) {
  const { fates } = file;
  const there = FATES.filter(([fate]) => fates[fate] > 0);
  const [chosen, setChosen] = useState<RowFate | null>(fates.refused > 0 ? "refused" : null);
  const fate = chosen !== null && fates[chosen] > 0 ? chosen : null;
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetPeopleRowsInfiniteQuery(
    { ...at, fate },
    { refetchOnMountOrArgChange: true },
  );
  const { ember, quiet } = usePalette();
  const rows = data?.pages.flatMap((page) => page.rows) ?? [];
  return (
    <View style={{ gap: 8 }}>
      <Choices label="Which rows" line>
        <Choice label={`All ${file.rows}`} taken={fate === null} onPress={() => setChosen(null)} />
        {there.map(([one, label]) => (
          <Choice
            key={one}
            label={`${label} ${fates[one]}`}
            taken={fate === one}
            onPress={() => setChosen(one)}
          />
        ))}
      </Choices>
      {data ? (
        <View role="list">
          {rows.map(({ number, name, email, cohort, fate: one, reason }) => (
            <View role="listitem" key={number}>
              <Row
                title={name === "" ? "No name" : name}
                says={[email, ...(cohort === null ? [] : [cohort]), `line ${number}`].join(" · ")}
              >
                <Text
                  kind="small"
                  color={one === "refused" ? ember : quiet}
                  style={{ flexShrink: 1, maxWidth: 320 }}
                >
                  {one === "refused"
                    ? reason
                    : [FATES.find(([known]) => known === one)?.[2], reason]
                        .filter((part) => part !== null)
                        .join(" ")}
                </Text>
              </Row>
            </View>
          ))}
        </View>
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
      {hasNextPage ? <QuietAction label="More rows" onPress={() => fetchNextPage()} /> : null}
    </View>
  );
}

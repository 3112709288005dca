/** The school's bank: found by a word or a category, and asked in this quiz too. */
import type { BankQuestion } from "@dawngate/contract/checks";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { ListRow } from "../../ui/list-row";
import { Notice } from "../../ui/notice";
import { SearchField } from "../../ui/search-field";
import { Sheet } from "../../ui/sheet";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetBankInfiniteQuery, useRemoveQuestionMutation } from "../api";
import { sayPoints } from "../say-rules";
import { KIND_WORDS } from "./kind-words";

interface Props {
  school: string;
  /** What is asked already. */
  asked: readonly string[];
  onTake(row: BankQuestion): void;
  onClose(): void;
}

export function BankSheet({ school, asked, onTake, onClose }: Props) {
  const { quiet } = usePalette();
  const [find, setFind] = useState("");
  const [category, setCategory] = useState<string | null>(null);
  const { data, error, hasNextPage, fetchNextPage, isFetching } = useGetBankInfiniteQuery({
    school,
    find,
    category,
  });
  const [remove, removing] = useRemoveQuestionMutation();
  const rows = data?.pages.flatMap(({ questions }) => questions) ?? [];
  const categories = data?.pages[0]?.categories ?? [];
  return (
    <Sheet title="From the bank" broad onClose={onClose}>
      <SearchField label="Find a question" value={find} onChange={setFind} />
      {categories.length > 0 ? (
        <Choices label="Category">
          <Choice label="All" taken={category === null} onPress={() => setCategory(null)} />
          {categories.map((one) => (
            <Choice
              key={one.category}
              label={`${one.category} (${one.count})`}
              taken={category === one.category}
              onPress={() => setCategory(one.category)}
            />
          ))}
        </Choices>
      ) : null}
      {error || removing.error ? <Notice {...explain(error ?? removing.error)} /> : null}
      {data ? (
        <View role="list" aria-label="Questions of the bank">
          {rows.map((row) => (
            <ListRow key={row.question.id} padding={8}>
              <View style={{ flex: 1 }}>
                <Text>{row.question.text}</Text>
                <Text kind="small" color={quiet}>
                  {[
                    KIND_WORDS[row.question.kind],
                    sayPoints(row.question.points),
                    ...(row.question.category ? [row.question.category] : []),
                    row.usedIn === 0
                      ? "asked nowhere by name"
                      : row.usedIn === 1
                        ? "in one lesson"
                        : `in ${row.usedIn} lessons`,
                  ].join(" · ")}
                </Text>
              </View>
              <QuietAction
                label={asked.includes(row.question.id) ? "Asked" : "Ask it"}
                says={`${asked.includes(row.question.id) ? "Asked" : "Ask it"}: ${row.question.text}`}
                tight
                disabled={asked.includes(row.question.id)}
                onPress={() => onTake(row)}
              />
              {row.usedIn === 0 && !asked.includes(row.question.id) ? (
                <QuietAction
                  label="×"
                  says={`Take out of the bank: ${row.question.text}`}
                  tight
                  busy={removing.isLoading}
                  onPress={() => void remove({ school, question: row.question.id })}
                />
              ) : null}
            </ListRow>
          ))}
          {rows.length === 0 ? (
            <Text color={quiet}>No question is called so. Type some, and they are here.</Text>
          ) : null}
        </View>
      ) : (
        <Skeleton widths={[1, 0.9, 0.7]} />
      )}
      {hasNextPage ? (
        <QuietAction
          label="Further questions"
          busy={isFetching}
          onPress={() => void fetchNextPage()}
        />
      ) : null}
    </Sheet>
  );
}

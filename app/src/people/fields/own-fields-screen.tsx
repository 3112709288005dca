/** What the school asks about people: its own fields, where each is asked, and who sees what is answered. */
import type { OwnField } from "@dawngate/contract/own-fields";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { SchoolSides } from "../../frame/sides";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Empty } from "../../ui/empty";
import { ListRow } from "../../ui/list-row";
import { Notice } from "../../ui/notice";
import { Page } from "../../ui/page";
import { Press } from "../../ui/press";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { OWN_FIELDS } from "../places";
import { FieldSheet } from "./field-sheet";
import { sayField } from "./say-field";
import { useGetOwnFieldsQuery, usePlaceOwnFieldMutation } from "./staff-api";

export function OwnFieldsScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetOwnFieldsQuery({ school });
  const [opened, setOpened] = useState<OwnField | "new" | null>(null);
  const { quiet } = usePalette();
  const fields = data?.fields ?? [];
  const add = <PrimaryAction label="Ask one thing more" onPress={() => setOpened("new")} />;
  return (
    <Page title="Own fields" {...(about && { above: { text: about.name } })}>
      <SchoolSides school={school} here={OWN_FIELDS} />
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        fields.length === 0 ? (
          <Empty
            title="You ask nothing more than a name and an address"
            says="A field of your own is what your school wants to know about people: where they work, a personnel number, what they may not eat. It is asked where you say, checked, and found in lists, files and filters."
          >
            {add}
          </Empty>
        ) : (
          <View style={{ gap: 14 }}>
            <Text color={quiet} style={{ maxWidth: 640 }}>
              Asked in this order. What is known of somebody already is not asked again.
            </Text>
            <View role="list">
              {fields.map((field, at) => (
                <FieldRow
                  key={field.id}
                  school={school}
                  field={field}
                  at={at}
                  last={at === fields.length - 1}
                  onOpen={() => setOpened(field)}
                />
              ))}
            </View>
            <View style={{ alignItems: "flex-start" }}>{add}</View>
          </View>
        )
      ) : error ? null : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
      {opened === null ? null : (
        <FieldSheet
          school={school}
          field={opened === "new" ? null : opened}
          onClose={() => setOpened(null)}
        />
      )}
    </Page>
  );
}

interface RowProps {
  school: string;
  field: OwnField;
  at: number;
  last: boolean;
  onOpen(): void;
}

function FieldRow({ school, field, at, last, onOpen }: RowProps) {
  const { quiet } = usePalette();
  const [place] = usePlaceOwnFieldMutation();
  const move = (to: number) => place({ school, field: field.id, body: { place: to } });
  return (
    <ListRow padding={4}>
      <Press
        role="button"
        onPress={onOpen}
        style={{ flex: 1, paddingVertical: 8, justifyContent: "center" }}
      >
        <Text kind="strong" color={field.ended ? quiet : undefined}>
          {field.name}
        </Text>
        <Text kind="small" color={quiet}>
          {sayField(field)}
        </Text>
      </Press>
      {at > 0 ? (
        <QuietAction label="Up" says={`Up: ${field.name}`} onPress={() => move(at - 1)} />
      ) : last ? null : (
        <QuietAction label="Down" says={`Down: ${field.name}`} onPress={() => move(at + 1)} />
      )}
    </ListRow>
  );
}

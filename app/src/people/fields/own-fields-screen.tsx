/** What the school asks and notes: its own fields about people and all else, where each is asked, and who sees it. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { About } from "@dawngate/core/people";
import { ABOUT } from "@dawngate/core/people/field";
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
import { ABOUT_SAID, sayField } from "./say-field";
import { useGetOwnFieldsQuery, usePlaceOwnFieldMutation } from "./staff-api";

export function OwnFieldsScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetOwnFieldsQuery({ school, about: "all" });
  const [opened, setOpened] = useState<OwnField | "new" | null>(null);
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
            says="A field of your own is what your school wants to know about people: where they work, a personnel number, what they may not eat. It is asked where you say, checked, and found in lists, files and filters. Staff can note things about enrollments, cohorts and courses in the same way."
          >
            {add}
          </Empty>
        ) : (
          <View style={{ gap: 28 }}>
            {ABOUT.map((about) => (
              <FieldsAbout
                key={about}
                school={school}
                about={about}
                all={fields}
                onOpen={setOpened}
              />
            ))}
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

interface AboutProps {
  school: string;
  about: About;
  /** In the school's order, which is one for all. */
  all: readonly OwnField[];
  onOpen(field: OwnField): void;
}

function FieldsAbout({ school, about, all, onOpen }: AboutProps) {
  const { quiet } = usePalette();
  const fields = all.filter((field) => field.about === about);
  if (fields.length === 0) return null;
  const { title, says } = ABOUT_SAID[about];
  const placeOf = (field: OwnField | undefined) => (field ? all.indexOf(field) : null);
  return (
    <View style={{ gap: 6 }}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      <Text color={quiet} style={{ maxWidth: 640 }}>
        {says}
      </Text>
      <View role="list">
        {fields.map((field, at) => (
          <FieldRow
            key={field.id}
            school={school}
            field={field}
            up={placeOf(fields[at - 1])}
            down={placeOf(fields[at + 1])}
            onOpen={() => onOpen(field)}
          />
        ))}
      </View>
    </View>
  );
}

interface RowProps {
  school: string;
  field: OwnField;
  /** The places of those beside it; null: there is none. */
  up: number | null;
  down: number | null;
  onOpen(): void;
}

function FieldRow({ school, field, up, down, onOpen }: RowProps) {
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
      {up !== null ? (
        <QuietAction label="Up" says={`Up: ${field.name}`} onPress={() => move(up)} />
      ) : down === null ? null : (
        <QuietAction label="Down" says={`Down: ${field.name}`} onPress={() => move(down)} />
      )}
    </ListRow>
  );
}

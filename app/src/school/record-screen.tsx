/** The record of changes: who changed what, when, from what to what; filtered, page by page, taken out, checked. */

import {
  type Changes,
  type ChangesQuery,
  RECORDED,
  type RecordedThing,
} from "@dawngate/contract/record";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { SchoolSides } from "../frame/sides";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { FileLink } from "../ui/file-link";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetSchoolQuery } from "./api";
import { RECORD } from "./places";
import { sayDifference } from "./say-difference";
import { useGetChangesQuery, useLazyGetRecordStateQuery } from "./staff-api";

export function RecordScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const [filter, setFilter] = useState<ChangesQuery>({});
  /** The pages that were turned, the first without a number. */
  const [pages, setPages] = useState<(number | undefined)[]>([undefined]);
  const before = pages.at(-1);
  const { data, error, refetch, isFetching } = useGetChangesQuery(
    { school, ...filter, before: before ?? null },
    { refetchOnMountOrArgChange: true },
  );
  const choose = (set: ChangesQuery) => {
    setFilter({ ...filter, ...set });
    setPages([undefined]);
  };
  return (
    <Page title="Record of changes" {...(about && { above: { text: about.name } })}>
      <SchoolSides school={school} here={RECORD} />
      <Filters filter={filter} people={data?.people ?? []} onChange={choose} />
      {data ? (
        <View style={{ opacity: isFetching ? 0.6 : 1 }}>
          <Rows changes={data.changes} zone={about?.timeZone ?? "UTC"} />
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, paddingVertical: 12 }}>
            {pages.length > 1 ? (
              <QuietAction label="Newer" onPress={() => setPages(pages.slice(0, -1))} />
            ) : null}
            {data.next === null ? null : (
              <QuietAction
                label="Older"
                onPress={() => setPages([...pages, data.next ?? undefined])}
              />
            )}
          </View>
        </View>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.7, 0.6, 0.8, 0.5]} />
      )}
      <FileLink href={addressOf("getChangesFile", { school, ...filter })}>
        Download what is chosen as CSV
      </FileLink>
      <Whole school={school} />
    </Page>
  );
}

function Filters({
  filter,
  people,
  onChange,
}: {
  filter: ChangesQuery;
  people: Changes["people"];
  onChange(set: ChangesQuery): void;
}) {
  const [open, setOpen] = useState(false);
  const who = people.find(({ id }) => id === filter.by)?.name;
  const chosen = [
    filter.what === undefined ? "everything" : RECORDED[filter.what],
    ...(who === undefined ? [] : [`by ${who}`]),
  ].join(", ");
  if (!open) return <QuietAction label={`Shown: ${chosen}`} onPress={() => setOpen(true)} />;
  return (
    <View style={{ gap: 10 }}>
      <Choices label="What">
        <Choice
          label="Everything"
          taken={filter.what === undefined}
          onPress={() => onChange({ what: undefined })}
        />
        {(Object.keys(RECORDED) as RecordedThing[]).map((what) => (
          <Choice
            key={what}
            label={RECORDED[what]}
            taken={filter.what === what}
            onPress={() => onChange({ what })}
          />
        ))}
      </Choices>
      {people.length > 1 ? (
        <Choices label="Who">
          <Choice
            label="By anybody"
            taken={filter.by === undefined}
            onPress={() => onChange({ by: undefined })}
          />
          {people.map(({ id, name }) => (
            <Choice
              key={id}
              label={name}
              taken={filter.by === id}
              onPress={() => onChange({ by: id })}
            />
          ))}
        </Choices>
      ) : null}
      <QuietAction label="Done choosing" onPress={() => setOpen(false)} />
    </View>
  );
}

/** Choices of one kind. */
const ACTS = { added: "added", changed: "changed", removed: "removed" };

function Rows({ changes, zone }: { changes: Changes["changes"]; zone: string }) {
  const { quiet, line } = usePalette();
  const wide = useWide();
  if (changes.length === 0)
    return (
      <Text color={quiet}>Nothing of this kind is on record. What is changed stands here.</Text>
    );
  return (
    <View role="list" aria-label="Changes">
      {changes.map((change) => (
        <View
          key={change.number}
          role="listitem"
          style={{
            flexDirection: wide ? "row" : "column",
            columnGap: 20,
            paddingVertical: 10,
            borderBottomWidth: 1,
            borderBottomColor: line,
          }}
        >
          <View style={{ width: wide ? 200 : undefined }}>
            <Text kind="small" color={quiet}>
              {sayWrittenInstant(change.at, zoneOf(zone))}
            </Text>
            <Text kind="small">{change.by.name}</Text>
          </View>
          <View style={{ flex: wide ? 1 : undefined, gap: 2 }}>
            <Text kind="smallStrong">
              {RECORDED[change.what as RecordedThing] ?? change.what} {ACTS[change.act]}
              {change.name ? `: ${change.name}` : ""}
            </Text>
            {sayDifference(change).map((text) => (
              <Text key={text} kind="small" color={quiet}>
                {text}
              </Text>
            ))}
          </View>
        </View>
      ))}
    </View>
  );
}

/** Whether a row was taken out or altered: the hashes are worked out again. */
function Whole({ school }: { school: string }) {
  const [check, { data, error, isFetching }] = useLazyGetRecordStateQuery();
  return (
    <View style={{ gap: 8 }}>
      <QuietAction
        label="Check that nothing was taken out"
        busy={isFetching}
        onPress={() => check({ school })}
      />
      {error ? <Notice {...explain(error)} /> : null}
      {data ? (
        <Text role="status">
          {data.broken === null
            ? `Whole: ${data.rows.toLocaleString("en")} rows, each carrying the hash of the one before.`
            : `Broken at row ${data.broken}: it was altered, or one before it is missing. Tell whoever runs this server.`}
        </Text>
      ) : null}
    </View>
  );
}

/** Before a change is published: what it does to everybody in the course, by name, and for whom it is to hold. */
import type { PublishingWay } from "@dawngate/contract";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, usePublishMutation } from "../courses/api";
import { Choice } from "../schedule/as-if/choice";
import { Options } from "../schedule/options";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetRippleQuery } from "./api";
import { sayPerson, sayTotals } from "./say-ripple";

interface Props {
  place: InCourse;
  titleOf(id: string): string;
  onPublished(version: number): void;
  onClose(): void;
}

/** As many are named at first. */
const FIRST = 8;

export function PublishSheet({ place, titleOf, onPublished, onClose }: Props) {
  const { quiet, ember, coral, line } = usePalette();
  const { data, error, isFetching, refetch } = useGetRippleQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  const [publish, publishing] = usePublishMutation();
  const [way, setWay] = useState<PublishingWay>("everybody");
  const [all, setAll] = useState(false);
  const go = async () => {
    const answer = await publish({ ...place, people: way, over: data?.version ?? null });
    if ("data" in answer && answer.data) onPublished(answer.data.version);
    // Somebody else published meanwhile: what it does now is asked afresh.
    else refetch();
  };
  const shown = data ? (all ? data.people : data.people.slice(0, FIRST)) : [];
  return (
    <Sheet title="Publish these changes" onClose={onClose}>
      {publishing.error ? <Notice {...explain(publishing.error)} /> : null}
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        <View role="region" aria-label="Ripple" style={{ gap: 8 }}>
          {sayTotals(data).map((sentence, i) => (
            <Text
              key={sentence}
              kind={i === 0 ? "strong" : "body"}
              color={
                sentence.includes("no longer") || sentence.includes("ends earlier")
                  ? ember
                  : undefined
              }
            >
              {sentence}
            </Text>
          ))}
          {shown.map((person) => (
            <View
              key={person.enrollment}
              style={{
                borderLeftWidth: 3,
                borderLeftColor: person.loses.length > 0 ? coral : line,
                paddingLeft: 10,
                gap: 2,
              }}
            >
              <Text kind="smallStrong">{person.name}</Text>
              {sayPerson(person, titleOf).map((phrase) => (
                <Text key={phrase} kind="small">
                  {phrase}
                </Text>
              ))}
            </View>
          ))}
          {data.people.length > FIRST && !all ? (
            <Choice
              label={`Show ${data.people.length - FIRST} more`}
              onPress={() => setAll(true)}
            />
          ) : null}
          {data.totals.touched > data.people.length && all ? (
            <Text kind="small" color={quiet}>
              and {data.totals.touched - data.people.length} more people
            </Text>
          ) : null}
        </View>
      ) : error ? null : (
        <Skeleton widths={[0.7, 0.9, 0.6]} />
      )}
      {data && data.totals.touched > 0 ? (
        <Options<PublishingWay>
          label="For whom"
          says="It holds"
          options={[
            { value: "everybody", label: "for everybody" },
            {
              value: "new-only",
              label: "for new enrollments only: people in it keep what they have",
            },
          ]}
          value={way}
          onChange={setWay}
        />
      ) : null}
      {data ? (
        <PrimaryAction
          label={
            data.totals.touched > 0 && way === "everybody"
              ? `Publish for everybody, ${data.totals.touched} touched`
              : "Publish"
          }
          busy={publishing.isLoading || isFetching}
          onPress={go}
        />
      ) : null}
    </Sheet>
  );
}

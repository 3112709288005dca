/** An announcement as it is written: what it says, for whom, when it goes out; and as it will be read. */
import type { Course } from "@dawngate/contract/courses";
import type { Announcement } from "@dawngate/contract/page";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { GoesOut } from "../../ui/goes-out";
import { LabeledChoices } from "../../ui/labeled-choices";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { AnnouncementItem } from "../announcement-item";
import {
  useAddAnnouncementMutation,
  useChangeAnnouncementMutation,
  useRemoveAnnouncementMutation,
} from "../api";

interface Props {
  place: InCourse;
  cohorts: Course["cohorts"];
  /** How many are in the course. */
  people: number;
  /** Null: a new one. */
  announcement: Announcement | null;
  onClose(): void;
}

export function AnnouncementSheet({ place, cohorts, people, announcement, onClose }: Props) {
  const { quiet, line } = usePalette();
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const zone = zoneOf(school?.timeZone ?? "UTC");
  const [title, setTitle] = useState(announcement?.title ?? "");
  const [text, setText] = useState(announcement?.text ?? "");
  const [onPage, setOnPage] = useState(announcement?.onPage ?? false);
  const [cohort, setCohort] = useState(announcement?.cohort ?? null);
  const isOut = announcement !== null && Date.parse(announcement.at) <= Date.now();
  // Null: at once.
  const [at, setAt] = useState(isOut ? null : (announcement?.at ?? null));
  const [add, adding] = useAddAnnouncementMutation();
  const [change, changing] = useChangeAnnouncementMutation();
  const [remove, removing] = useRemoveAnnouncementMutation();
  const error = adding.error ?? changing.error ?? removing.error;
  const keep = async () => {
    const body = { title, text, onPage: onPage && cohort === null, cohort, at };
    const answer = announcement
      ? await change({ ...place, announcement: announcement.id, body })
      : await add({ ...place, body });
    if ("data" in answer && answer.data) onClose();
  };
  const back = async () => {
    if (!announcement) return;
    const answer = await remove({ ...place, announcement: announcement.id });
    if ("data" in answer && answer.data) onClose();
  };
  const many = cohort === null ? people : (cohorts.find(({ id }) => id === cohort)?.people ?? 0);
  return (
    <Sheet
      title={announcement ? "Change what was announced" : "Announce something"}
      onClose={onClose}
    >
      <TextField label="Title" value={title} maxLength={200} onChangeText={setTitle} />
      <TextField
        label="What there is to say, in Markdown"
        value={text}
        maxLength={10_000}
        multiline
        onChangeText={setText}
        style={{ minHeight: 160 }}
      />
      {isOut || cohorts.length === 0 ? null : (
        <LabeledChoices label="It is for">
          <Choice
            label="everybody in the course"
            taken={cohort === null}
            onPress={() => setCohort(null)}
          />
          {cohorts.map(({ id, name }) => (
            <Choice
              key={id}
              label={`cohort ${name}`}
              taken={cohort === id}
              onPress={() => setCohort(id)}
            />
          ))}
        </LabeledChoices>
      )}
      {cohort === null ? (
        <Switched
          label="Visitors read it too"
          says="It stands on the public page, where that has a block for it."
          on={onPage}
          onChange={setOnPage}
        />
      ) : null}
      {isOut ? (
        <Text kind="small" color={quiet}>
          It has gone out: what it says can be put otherwise, to whom and when cannot.
        </Text>
      ) : (
        <>
          <GoesOut zone={zone} at={at} onAt={setAt} />
          <Text kind="small" color={quiet}>
            {`${many === 1 ? "1 person is" : `${many} people are`} told by mail, those it reaches at night when their morning comes.`}
          </Text>
        </>
      )}
      {title.trim() === "" ? null : (
        <View
          role="group"
          aria-label="As it is read"
          style={{ borderWidth: 1, borderColor: line, borderRadius: 12, paddingHorizontal: 14 }}
        >
          <AnnouncementItem
            announcement={{
              id: "",
              title,
              text,
              onPage,
              cohort,
              at: at ?? new Date().toISOString(),
            }}
          />
        </View>
      )}
      {error ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label={announcement ? "Keep it" : at === null ? "Announce it" : "Announce it then"}
        busy={adding.isLoading || changing.isLoading}
        disabled={title.trim() === ""}
        onPress={keep}
      />
      {announcement ? (
        <QuietAction label="Take it back" busy={removing.isLoading} onPress={back} />
      ) : null}
    </Sheet>
  );
}

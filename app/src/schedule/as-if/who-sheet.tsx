/** For whom the dates hold: somebody imagined, or a person of this course. */

import type { RosterPerson } from "@dawngate/contract/roster";
import { sayWrittenDate, sayWrittenInstant, sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { useFindPeopleQuery } from "../../enrollment/api";
import { CohortChoice } from "../../enrollment/cohort-choice";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { DateField, TimeField } from "../../ui/moment-fields";
import { Press } from "../../ui/press";
import { SearchField } from "../../ui/search-field";
import { useSettled } from "../../ui/settled";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { ZoneField } from "../../ui/zone-field";
import { type SeenIn, type Who, windowFor } from "./as-if";

type Imagined = Extract<Who, { kind: "imagined" }>;

interface Props {
  school: string;
  course: SeenIn;
  who: Who;
  /** Somebody imagined to begin with, where a real person is shown now. */
  fallback: Imagined;
  onChange(who: Who): void;
  onClose(): void;
}

export function WhoSheet({ school, course, who, fallback, onChange, onClose }: Props) {
  const imagined = who.kind === "imagined" ? who : fallback;
  return (
    <Sheet title="As if who?" onClose={onClose}>
      <ImaginedForm course={course} who={imagined} onChange={onChange} />
      <People
        school={school}
        course={course}
        chosen={who.kind === "real" ? who.enrollment : null}
        onChoose={(enrollment) => {
          onChange({ kind: "real", enrollment });
          onClose();
        }}
      />
    </Sheet>
  );
}

function ImaginedForm({
  course,
  who,
  onChange,
}: {
  course: SeenIn;
  who: Imagined;
  onChange(who: Who): void;
}) {
  const window = windowFor(course, who.cohort);
  return (
    <View style={{ gap: 14 }}>
      <Text kind="name" level={3}>
        Somebody imagined, who enrolls on
      </Text>
      <View style={{ flexDirection: "row", gap: 12 }}>
        <DateField label="Day" value={who.day} onChange={(day) => onChange({ ...who, day })} />
        <TimeField label="Time" value={who.time} onChange={(time) => onChange({ ...who, time })} />
      </View>
      <ZoneField value={who.timeZone} onChange={(timeZone) => onChange({ ...who, timeZone })} />
      {course.cohorts.length > 0 && (
        <CohortChoice
          cohorts={course.cohorts}
          value={who.cohort}
          onChange={(cohort) => onChange({ ...who, cohort })}
        />
      )}
      {window && (
        <Choices label="Day of the window">
          <Choice
            label={`First day of the window, ${sayWrittenDate(window.opens, false)}`}
            taken={who.day === window.opens}
            onPress={() => onChange({ ...who, day: window.opens })}
          />
          <Choice
            label={`Last day, ${sayWrittenDate(window.closes, false)}`}
            taken={who.day === window.closes}
            onPress={() => onChange({ ...who, day: window.closes })}
          />
        </Choices>
      )}
    </View>
  );
}

/** So many are shown of those who are found. */
const SHOWN = 50;

export function People({
  school,
  course,
  chosen,
  onChoose,
}: {
  school: string;
  course: SeenIn;
  chosen: string | null;
  onChoose(enrollment: string): void;
}) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const find = useSettled(typed.trim(), 200);
  const { data } = useFindPeopleQuery({ school, course: course.id, find, most: SHOWN });
  const found = data?.people ?? [];
  return (
    <View style={{ gap: 8 }}>
      <Text kind="name" level={3}>
        Or a person in this course
      </Text>
      {course.people === 0 ? (
        <Text color={quiet}>Nobody is enrolled yet.</Text>
      ) : (
        <SearchField label="Find by name" value={typed} onChange={setTyped} />
      )}
      {course.people > 0 && data && found.length === 0 && (
        <Text color={quiet}>Nobody here is called that.</Text>
      )}
      {found.map((person) => (
        <Person
          key={person.enrollment}
          person={person}
          cohort={course.cohorts.find(({ id }) => id === person.cohort)?.name ?? null}
          chosen={person.enrollment === chosen}
          onPress={() => onChoose(person.enrollment)}
        />
      ))}
      {data?.next != null && (
        <Text kind="small" color={quiet}>
          and more; type a part of the name
        </Text>
      )}
    </View>
  );
}

function Person({
  person,
  cohort,
  chosen,
  onPress,
}: {
  person: RosterPerson;
  cohort: string | null;
  chosen: boolean;
  onPress(): void;
}) {
  const { quiet, lilac } = usePalette();
  const since = sayWrittenInstant(person.enrolledAt, zoneOf(person.timeZone));
  return (
    <Press
      onPress={onPress}
      aria-current={chosen ? "true" : undefined}
      style={{
        paddingHorizontal: 12,
        paddingVertical: 6,
        backgroundColor: chosen ? lilac : "transparent",
      }}
    >
      <Text kind="strong">{person.name}</Text>
      <Text kind="small" color={quiet}>
        {sayZone(person.timeZone)}, enrolled {since}
        {cohort === null ? "" : `, cohort ${cohort}`}
      </Text>
    </Press>
  );
}

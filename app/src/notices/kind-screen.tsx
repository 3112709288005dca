/** A kind of notice: when it goes out, in which words, and how a real person reads it. */
import {
  type NoticeText,
  type NoticeTried,
  SENT_KINDS,
  type SentKind,
  WORDED_KINDS,
  type WordedKind,
} from "@dawngate/contract/notices";
import { LANGUAGE_NAMES, type Language } from "@dawngate/core/notices/languages";
import { zoneOf } from "@dawngate/core/time";
import { skipToken } from "@reduxjs/toolkit/query";
import { useLocalSearchParams } from "expo-router";
import { useEffect, useState } from "react";
import { View } from "react-native";
import { useGetCourseQuery, useGetCoursesQuery } from "../courses/api";
import { useFindEveryoneQuery } from "../people/api";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { Coming, titleComing } from "../store/coming";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { KeptWords } from "../ui/kept-words";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Options } from "../ui/options";
import { Page } from "../ui/page";
import { SearchField } from "../ui/search-field";
import { useSettled } from "../ui/settled";
import { Skeleton } from "../ui/skeleton";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import {
  useChangeNoticeTextMutation,
  useGetNoticeSettingsQuery,
  useGetNoticeTextQuery,
  useTryNoticeMutation,
} from "./api";
import { FromDay, fromOf, Preview } from "./preview";
import { KIND_WORDS, nameOf, sayWho, whenOf } from "./say-kind";
import { useRules } from "./use-rules";
import { WhenPart } from "./when-part";
import { WordsFields } from "./words-fields";

type Place = { school: string; kind: string };

export function NoticeKindScreen() {
  const { school, kind } = useLocalSearchParams() as Place;
  const { data, error, refetch } = useGetNoticeSettingsQuery({ school });
  const above = { text: "Notices", href: `/${school}/notices` };
  const one = data?.kinds.find((each) => each.kind === kind);
  const worded = data?.worded.find((each) => each.kind === kind);
  if (![...SENT_KINDS, ...WORDED_KINDS].some((each) => each === kind))
    return (
      <Page title="Not here" above={above}>
        <Text>There is no such kind of notice.</Text>
      </Page>
    );
  const known = one ?? worded;
  if (!data || !known)
    return (
      <Page title={titleComing(error)} above={above}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return (
    <Page title={nameOf(known.kind)} above={above} full dense>
      {one ? (
        <Rule school={school} settings={data} kind={one.kind} />
      ) : (
        <Text>{`${whenOf(known.kind)}.`}</Text>
      )}
      <Words school={school} kind={known.kind} />
    </Page>
  );
}

/** Whether it goes out, and on which days. */
function Rule({
  school,
  settings,
  kind,
}: {
  school: string;
  settings: Parameters<typeof useRules>[1];
  kind: SentKind;
}) {
  const { value, put, error, isKeeping, keptAt } = useRules(school, settings);
  const set = value.kinds[kind];
  const side = settings.kinds.find((one) => one.kind === kind)?.side ?? null;
  return (
    <View style={{ gap: 8, maxWidth: 720 }}>
      <Switched
        label="It goes out"
        says={KIND_WORDS[kind].when}
        on={set?.on ?? true}
        onChange={(on) => put(kind, { on })}
      />
      {set?.offsets ? (
        <WhenPart
          side={side}
          offsets={set.offsets}
          onOffsets={(offsets) => put(kind, { offsets })}
        />
      ) : null}
      <KeptWords error={error} isKeeping={isKeeping} keptAt={keptAt} />
    </View>
  );
}

/** For all courses, or one in words of its own. */
function Words({ school, kind }: { school: string; kind: WordedKind }) {
  const [course, setCourse] = useState<string | null>(null);
  const [cohort, setCohort] = useState<string | null>(null);
  const [chosen, setChosen] = useState<Language | null>(null);
  const { data: about } = useGetSchoolQuery({ school });
  const languages = about?.languages ?? [];
  const language = chosen ?? languages[0];
  const { data: list } = useGetCoursesQuery({ school });
  const { data: whole } = useGetCourseQuery(course === null ? skipToken : { school, course });
  const { data, error, refetch } = useGetNoticeTextQuery(
    language === undefined ? skipToken : { school, kind, course, cohort, language },
  );
  // An order is of no one course.
  const isOfMoney = kind.startsWith("payment-");
  const courses = isOfMoney ? [] : (list?.courses ?? []);
  const cohorts = course !== null && whole?.id === course ? whole.cohorts : [];
  const isShown =
    data?.kind === kind &&
    data.course === course &&
    data.cohort === cohort &&
    data.language === language;
  const shown = isShown ? data : null;
  return (
    <View style={{ gap: 14 }}>
      <Text kind="heading" level={2}>
        Words
      </Text>
      {languages.length > 1 && language ? (
        <Options<Language>
          label="For whoever reads"
          says="For whoever reads"
          options={languages.map((one) => ({ value: one, label: LANGUAGE_NAMES[one] }))}
          value={language}
          onChange={setChosen}
        />
      ) : null}
      {courses.length > 0 ? (
        <Options
          label="For which courses"
          options={[
            { value: "", label: "All courses" },
            ...courses.slice(0, 12).map(({ id, title }) => ({ value: id, label: title })),
          ]}
          value={course ?? ""}
          onChange={(value) => {
            setCourse(value === "" ? null : value);
            setCohort(null);
          }}
        />
      ) : null}
      {cohorts.length > 0 ? (
        <Options
          label="For which cohorts"
          options={[
            { value: "", label: "All of its cohorts" },
            ...cohorts.slice(0, 12).map(({ id, name }) => ({ value: id, label: name })),
          ]}
          value={cohort ?? ""}
          onChange={(value) => setCohort(value === "" ? null : value)}
        />
      ) : null}
      {shown ? (
        // What is kept, taken back or chosen anew begins the editor anew.
        <Writing
          key={JSON.stringify([course, cohort, language, shown.whose, shown.subject, shown.text])}
          school={school}
          kept={shown}
        />
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </View>
  );
}

const WHOSE = {
  ours: "These are our words. What you write takes their place.",
  school: "These are your words, for all courses that have none of their own.",
  course: "These are this course's own words.",
  cohort: "These are this cohort's own words.",
};

/** Whose they are then. */
const BACK = {
  school: "Back to our words",
  course: "As for all courses",
  cohort: "As for all of its cohorts",
};

function Writing({ school, kept }: { school: string; kept: NoticeText }) {
  const { kind, course, cohort, language } = kept;
  const wide = useWide();
  const { quiet } = usePalette();
  const { data: about } = useGetSchoolQuery({ school });
  const [words, setWords] = useState({ subject: kept.subject, text: kept.text });
  const [change, { error, isLoading }] = useChangeNoticeTextMutation();
  const [person, setPerson] = useState<string | null>(null);
  const [day, setDay] = useState<string | null>(null);
  const zone = about?.timeZone ?? "UTC";
  const { from } = fromOf(day, zoneOf(zone));
  const settled = useSettled(words, 300);
  const [ask, asked] = useTryNoticeMutation();
  const [tried, setTried] = useState<NoticeTried | null>(null);
  const [sentTo, setSentTo] = useState(false);
  useEffect(() => {
    let stale = false;
    void ask({ school, kind, body: { course, person, language, words: settled, from } }).then(
      ({ data }) => {
        if (data && !stale) setTried(data);
      },
    );
    return () => {
      stale = true;
    };
  }, [ask, school, kind, course, person, language, settled, from]);
  const isChanged = words.subject !== kept.subject || words.text !== kept.text;
  const faults = tried?.faults ?? [];
  const isEmpty = words.subject.trim() === "" || words.text.trim() === "";
  const own = cohort !== null ? "cohort" : course !== null ? "course" : "school";
  return (
    <View style={{ flexDirection: wide ? "row" : "column", gap: 26 }}>
      <View style={{ flex: wide ? 1 : undefined, gap: 16, maxWidth: 640 }}>
        <Text kind="small" color={quiet}>
          {WHOSE[kept.whose]}
        </Text>
        <WordsFields
          kind={kind}
          kept={kept}
          values={tried?.values ?? {}}
          faults={faults}
          onChange={(path, next) => setWords((now) => ({ ...now, [path]: next }))}
        />
        {error ? <Notice {...explain(error)} /> : null}
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
          <PrimaryAction
            label="Use these words"
            busy={isLoading}
            disabled={!isChanged || isEmpty || faults.length > 0}
            onPress={() => change({ school, kind, body: { course, cohort, language, words } })}
          />
          {kept.whose === own ? (
            <QuietAction
              label={BACK[own]}
              onPress={() =>
                change({ school, kind, body: { course, cohort, language, words: null } })
              }
            />
          ) : null}
          <QuietAction
            label="Send it to me"
            busy={asked.isLoading && sentTo}
            disabled={isEmpty || faults.length > 0}
            onPress={async () => {
              setSentTo(true);
              await ask({
                school,
                kind,
                body: { course, person, language, words, from, toMe: true },
              });
            }}
          />
        </View>
        {sentTo && !asked.isLoading ? (
          <Text kind="small" color={quiet} role="status">
            It is on its way to your own address.
          </Text>
        ) : null}
      </View>
      <View style={{ flex: wide ? 1 : undefined, gap: 10 }}>
        <Text kind="small" color={quiet}>
          {sayWho(tried, zone)}
        </Text>
        <AsWhom school={school} shown={tried?.person?.name ?? ""} onPerson={setPerson} />
        <FromDay day={day} onDay={setDay} />
        {tried?.letter && tried.person ? (
          <Preview letter={tried.letter} school={school} person={tried.person.name} />
        ) : tried ? null : (
          <Skeleton widths={[0.8, 0.7, 0.6]} />
        )}
      </View>
    </View>
  );
}

/** Somebody else, found by a part of their name. */
function AsWhom({
  school,
  shown,
  onPerson,
}: {
  school: string;
  shown: string;
  onPerson(person: string): void;
}) {
  const [typed, setTyped] = useState("");
  const find = useSettled(typed.trim(), 250);
  const { data } = useFindEveryoneQuery(
    { school, find, after: null, most: 6 },
    { skip: find === "" },
  );
  const people = find === "" ? [] : (data?.people ?? []);
  return (
    <View style={{ gap: 6, maxWidth: 420 }}>
      <SearchField label="Read it as somebody else" value={typed} onChange={setTyped} />
      {people.length > 0 ? (
        <Choices label="As whom">
          {people.map(({ id, name }) => (
            <Choice
              key={id}
              label={name}
              taken={name === shown}
              onPress={() => {
                onPerson(id);
                setTyped("");
              }}
            />
          ))}
        </Choices>
      ) : null}
    </View>
  );
}

/** What has gone out, waits, or was refused: narrowed, and each read as it was. */
import { SENT_KINDS, type SentKind, type SentNotice } from "@dawngate/contract/notices";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { SchoolSides } from "../frame/sides";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { Coming } from "../store/coming";
import { everyPage } from "../store/every-page";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { saidAt } from "../ui/said-at";
import { Sheet } from "../ui/sheet";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import {
  useGetNoticeSentQuery,
  useGetNoticesSentInfiniteQuery,
  useLazyGetSentPageQuery,
  useSendNoticeAgainMutation,
} from "./api";
import { LetterView } from "./letter-view";
import { NoticesSides } from "./notices-sides";
import { NOTICES } from "./places";
import { PlannedLetters } from "./planned-letters";
import { KIND_WORDS, NOTICE_STATES, nameOf } from "./say-kind";

type State = SentNotice["state"];

export function NoticesSentScreen() {
  const { school, state: led } = useLocalSearchParams() as { school: string; state?: string };
  const { data: about } = useGetSchoolQuery({ school });
  const [kind, setKind] = useState<SentKind | null>(null);
  const [state, setState] = useState<State | null>(
    led !== undefined && led in NOTICE_STATES ? (led as State) : null,
  );
  const [opened, setOpened] = useState<string | null>(null);
  const asked = { school, kind, state, person: null };
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetNoticesSentInfiniteQuery(asked, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyGetSentPageQuery();
  const zone = about?.timeZone ?? "UTC";
  const columns = useMemo(() => columnsOf(zone, setOpened), [zone]);
  const { quiet } = usePalette();
  const notices = data?.pages.flatMap((page) => page.notices) ?? [];
  async function* all() {
    const pages = everyPage((after) => ask({ ...asked, after, most: 200 }).unwrap());
    for await (const page of pages) yield page.notices;
  }
  return (
    <Page title="Notices" full dense>
      <SchoolSides school={school} here={NOTICES} />
      <NoticesSides school={school} here="sent" />
      <PlannedLetters school={school} zone={zoneOf(zone)} />
      <Choices label="Of which kind" line>
        <Choice label="All kinds" taken={kind === null} onPress={() => setKind(null)} />
        {SENT_KINDS.map((one) => (
          <Choice
            key={one}
            label={KIND_WORDS[one].name}
            taken={kind === one}
            onPress={() => setKind(one)}
          />
        ))}
      </Choices>
      <Choices label="In which state" line>
        <Choice label="All" taken={state === null} onPress={() => setState(null)} />
        {(Object.keys(NOTICE_STATES) as State[]).map((one) => (
          <Choice
            key={one}
            label={NOTICE_STATES[one]}
            taken={state === one}
            onPress={() => setState(one)}
          />
        ))}
      </Choices>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : notices.length === 0 ? (
        <Empty
          title="Nothing here"
          says={
            kind === null && state === null
              ? "What goes out to people by itself stands here, as they read it, and whether the mail server took it."
              : "Nothing of this kind and state has gone out."
          }
        />
      ) : (
        <Table
          label="Notices"
          name="notices"
          columns={columns}
          rows={notices}
          of={null}
          keyOf={({ id }) => id}
          height={{ wide: 56, phone: 92 }}
          all={all}
          onEnd={() => {
            if (hasNextPage && !isFetching) void fetchNextPage();
          }}
          phone={(one) => (
            <Press
              role="link"
              onPress={() => setOpened(one.id)}
              style={{ paddingVertical: 8, gap: 2, justifyContent: "center" }}
            >
              <Text kind="strong" numberOfLines={1}>
                {one.subject}
              </Text>
              <Text kind="small" color={quiet} numberOfLines={1}>
                {`${one.person.name}, ${saidAt(one.at, zone)}`}
              </Text>
              <Text kind="small" color={quiet} numberOfLines={1}>
                {`${nameOf(one.kind)}: ${NOTICE_STATES[one.state]}`}
              </Text>
            </Press>
          )}
        />
      )}
      {opened ? (
        <OneSent school={school} notice={opened} zone={zone} onClose={() => setOpened(null)} />
      ) : null}
    </Page>
  );
}

function columnsOf(zone: string, onOpen: (id: string) => void): TableColumn<SentNotice>[] {
  const small = (text: string) => (
    <Text kind="small" numberOfLines={1}>
      {text}
    </Text>
  );
  return [
    {
      id: "subject",
      title: "What it says",
      always: true,
      cell: ({ id, subject }) => (
        <Press role="link" onPress={() => onOpen(id)} style={{ justifyContent: "center" }}>
          <Text kind="strong" numberOfLines={1}>
            {subject}
          </Text>
        </Press>
      ),
      text: ({ subject }) => subject,
    },
    {
      id: "person",
      title: "To",
      width: 190,
      cell: ({ person }) => small(person.name),
      text: ({ person }) => person.name,
    },
    {
      id: "email",
      title: "Mail address",
      width: 220,
      hidden: true,
      cell: ({ person }) => small(person.email),
      text: ({ person }) => person.email,
    },
    {
      id: "kind",
      title: "Kind",
      width: 180,
      cell: ({ kind }) => small(nameOf(kind)),
      text: ({ kind }) => nameOf(kind),
    },
    {
      id: "course",
      title: "Course",
      width: 190,
      hidden: true,
      cell: ({ course }) => small(course ?? ""),
      text: ({ course }) => course,
    },
    {
      id: "at",
      title: "When",
      width: 190,
      cell: ({ at }) => small(saidAt(at, zone)),
      text: ({ at }) => at,
    },
    {
      id: "state",
      title: "Now",
      width: 180,
      cell: ({ state }) => small(NOTICE_STATES[state]),
      text: ({ state }) => NOTICE_STATES[state],
    },
    {
      id: "fault",
      title: "What the mail server said",
      width: 260,
      hidden: true,
      cell: ({ fault }) => small(fault ?? ""),
      text: ({ fault }) => fault,
    },
  ];
}

/** One as it went out, and the press that sends it again. */
function OneSent({
  school,
  notice,
  zone,
  onClose,
}: {
  school: string;
  notice: string;
  zone: string;
  onClose(): void;
}) {
  const { data, error, refetch } = useGetNoticeSentQuery({ school, notice });
  const [again, { error: refused, isLoading, isSuccess }] = useSendNoticeAgainMutation();
  const may = useMay(school)("notices.change");
  const { quiet } = usePalette();
  return (
    <Sheet title={data ? nameOf(data.kind) : "A notice"} onClose={onClose}>
      {data ? (
        <View style={{ gap: 12 }}>
          <Text kind="small" color={quiet}>
            {`${data.person.name}, ${data.person.email}. ${NOTICE_STATES[data.state]}${
              data.sentAt === null ? "" : ` ${saidAt(data.sentAt, zone)}`
            }.`}
          </Text>
          {data.fault ? <Text kind="small">{`The mail server said: ${data.fault}`}</Text> : null}
          <LetterView letter={data.letter} school={school} person={data.person.name} />
          {refused ? <Notice {...explain(refused)} /> : null}
          {may ? (
            <QuietAction
              label="Send it again"
              busy={isLoading}
              onPress={() => again({ school, notice })}
            />
          ) : null}
          {isSuccess ? (
            <Text kind="small" color={quiet} role="status">
              It is on its way again.
            </Text>
          ) : null}
        </View>
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </Sheet>
  );
}

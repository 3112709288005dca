/** What a school shows to everybody: found, narrowed, each with its cover and its price; the featured first. */
import type { CatalogEntry } from "@dawngate/contract/catalog";
import { countWords } from "@dawngate/core/courses/words";
import { sayPrice } from "@dawngate/core/sales/step-words";
import { Link, useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { ScrollView, View } from "react-native";
import { SmallCover } from "../courses/cover";
import { sayLength } from "../courses/length";
import { ofSubjects } from "../sales/of-subjects";
import { useGetMeQuery } from "../school/api";
import { withPlace } from "../school/arrive";
import { Coming } from "../store/coming";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { useWide } from "../ui/layout";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { useSettled } from "../ui/settled";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { useGetCatalogInfiniteQuery } from "./api";

export function CatalogScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: me } = useGetMeQuery();
  const wide = useWide();
  const { frame, onFrame, quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const [subject, setSubject] = useState<string | null>(null);
  const [level, setLevel] = useState<string | null>(null);
  const find = useSettled(typed.trim(), 200);
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetCatalogInfiniteQuery({ school, find, subject, level });
  const first = data?.pages[0];
  useTitle(first?.school.name ?? "Courses");
  if (!first)
    return (
      <View style={{ padding: 24 }}>
        <Coming error={error} onRetry={refetch} />
      </View>
    );
  const entries = data.pages.flatMap((page) => page.entries);
  const { subjects, levels, words } = first;
  const isNarrowed = find !== "" || subject !== null || level !== null;
  return (
    <ScrollView style={{ width: "100%" }}>
      <View style={{ backgroundColor: frame }}>
        <View style={{ borderTopWidth: 5, borderTopColor: first.school.color }} />
        <View
          style={{
            padding: wide ? 32 : 20,
            maxWidth: 1120,
            width: "100%",
            flexDirection: "row",
            flexWrap: "wrap",
            alignItems: "center",
            gap: 16,
          }}
        >
          <Text kind="title" level={1} color={onFrame} style={{ marginRight: "auto" }}>
            {first.school.name}
          </Text>
          {me && !me.account ? (
            <Link href={withPlace("/sign-in", `/${school}/shelf`)} style={{ paddingVertical: 12 }}>
              <Text color={onFrame}>Sign in</Text>
            </Link>
          ) : null}
        </View>
      </View>
      <View
        style={{
          padding: wide ? 32 : 20,
          paddingTop: 20,
          paddingBottom: 64,
          gap: 18,
          maxWidth: 1120,
          width: "100%",
        }}
      >
        {isNarrowed || entries.length > 3 ? (
          <SearchField label={`Find a ${words.course}`} value={typed} onChange={setTyped} />
        ) : null}
        <Facet label="Subject" all={subjects} chosen={subject} onChoose={setSubject} />
        <Facet label="Level" all={levels} chosen={level} onChoose={setLevel} />
        {entries.length === 0 ? (
          isNarrowed ? (
            <Text role="status" color={quiet}>
              Nothing here matches. Look for less.
            </Text>
          ) : (
            <Empty title="Nothing stands here yet" says="The school has opened nothing so far." />
          )
        ) : (
          <View
            role="list"
            aria-label="What the school offers"
            style={{ flexDirection: "row", flexWrap: "wrap", gap: 16 }}
          >
            {entries.map((entry) => (
              <Entry
                key={`${entry.kind} ${entry.id}`}
                school={school}
                color={first.school.color}
                entry={entry}
                size={countWords(words, "lesson", entry.lessons)}
              />
            ))}
          </View>
        )}
        {hasNextPage ? (
          <QuietAction label="Show more" busy={isFetching} onPress={() => fetchNextPage()} />
        ) : null}
        {first.school.contact === "" ? null : <Text>Questions: {first.school.contact}</Text>}
      </View>
    </ScrollView>
  );
}

/** Of several: all of them, or one. */
function Facet({
  label,
  all,
  chosen,
  onChoose,
}: {
  label: string;
  all: readonly string[];
  chosen: string | null;
  onChoose(one: string | null): void;
}) {
  if (all.length < 2) return null;
  return (
    <Choices label={label}>
      <Choice
        label={`Any ${label.toLowerCase()}`}
        taken={chosen === null}
        onPress={() => onChoose(null)}
      />
      {all.map((one) => (
        <Choice key={one} label={one} taken={chosen === one} onPress={() => onChoose(one)} />
      ))}
    </Choices>
  );
}

function Entry({
  school,
  color,
  entry,
  size,
}: {
  school: string;
  color: string;
  entry: CatalogEntry;
  size: string;
}) {
  const { surface, line, quiet } = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { kind, id, title, short, cover, minutes, courses, featured, level } = entry;
  const { opens, subjects } = entry;
  const more = (opens ?? 0) - courses.length;
  return (
    <View role="listitem" style={{ width: wide ? "48%" : "100%" }}>
      <Press
        role="link"
        onPress={() => router.push(`/${school}/${kind === "course" ? "c" : "p"}/${id}`)}
        style={{
          flexDirection: "row",
          gap: 16,
          padding: 16,
          backgroundColor: surface,
          borderWidth: 1,
          borderColor: line,
          borderRadius: 14,
          flexGrow: 1,
        }}
      >
        <SmallCover title={title} color={color} place={{ school, course: id }} cover={cover} />
        <View style={{ flex: 1, minWidth: 0, gap: 4 }}>
          {featured ? (
            <Text kind="smallStrong" color={quiet}>
              To begin with
            </Text>
          ) : null}
          <Text kind="name" level={2}>
            {title}
          </Text>
          {short === "" ? null : <Text>{short}</Text>}
          <Text kind="small" color={quiet}>
            {[
              ...(opens === null
                ? courses.length > 0
                  ? [courses.join(" and ")]
                  : []
                : [
                    `Every course${ofSubjects(subjects)}: ${courses.join(", ")}${more > 0 ? ` and ${more} more` : ""}`,
                  ]),
              size,
              ...(minutes === 0 ? [] : [sayLength(minutes)]),
              ...(level === "" ? [] : [level]),
            ].join(" · ")}
          </Text>
          <Text kind="strong">{sayEntryPrice(entry)}</Text>
        </View>
      </Press>
    </View>
  );
}

/** "€190.00", "Free", "Open to enroll". */
export function sayEntryPrice({
  price,
  sold,
  members,
}: Pick<CatalogEntry, "price" | "sold" | "members">): string {
  if (price !== null) return sayPrice(price);
  if (members && !sold) return "For members";
  return sold ? "Not to be bought now" : "Enroll by yourself";
}

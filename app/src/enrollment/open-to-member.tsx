/** What one's memberships open: until when they are one's own, and the courses that one can take up. */
import type { MemberCourses } from "@dawngate/contract/enrollment";
import { sayWrittenEnd } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useRouter } from "expo-router";
import { View } from "react-native";
import { SmallCover } from "../courses/cover";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetMemberCoursesInfiniteQuery } from "./open-to-member-api";

interface Props {
  school: string;
  /** The school's own color; null: it is not known yet. */
  color: string | null;
}

export function OpenToMember({ school, color }: Props) {
  const { quiet, coral, line } = usePalette();
  const router = useRouter();
  const { data, error, refetch, hasNextPage, isFetching, fetchNextPage } =
    useGetMemberCoursesInfiniteQuery({ school }, { refetchOnMountOrArgChange: true });
  if (!data)
    return error ? (
      <Notice {...explain(error)} onRetry={refetch} />
    ) : (
      <Skeleton widths={[0.7, 0.5]} />
    );
  const [first] = data.pages;
  const courses = data.pages.flatMap((page) => page.courses);
  return (
    <View role="group" aria-label="Open to you as a member" style={{ gap: 6, paddingBottom: 12 }}>
      <Text kind="name" level={2}>
        {courses.length > 0 ? "Open to you as a member" : "Your membership"}
      </Text>
      {(first?.memberships ?? []).map(({ listing, order, title, until }) => (
        <View
          key={order ?? listing}
          style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 8, alignItems: "center" }}
        >
          {order === null ? (
            <Text>{title}</Text>
          ) : (
            <TextLink href={`/${school}/orders/${order}`}>{title}</TextLink>
          )}
          <Text kind="small" color={quiet}>
            {sayUntil(until)}
          </Text>
        </View>
      ))}
      {courses.length > 0 ? (
        <View role="list" style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 24 }}>
          {courses.map(({ id, title, cover }) => (
            <View
              key={id}
              role="listitem"
              style={{ minWidth: 260, flexGrow: 1, borderBottomWidth: 1, borderBottomColor: line }}
            >
              <Press
                role="link"
                onPress={() => router.push(`/${school}/c/${id}`)}
                style={{
                  flexDirection: "row",
                  alignItems: "center",
                  gap: 12,
                  paddingVertical: 10,
                }}
              >
                <SmallCover
                  title={title}
                  color={color ?? coral}
                  place={{ school, course: id }}
                  cover={cover}
                  size={44}
                />
                <Text style={{ flex: 1 }}>{title}</Text>
              </Press>
            </View>
          ))}
        </View>
      ) : (
        <Text kind="small" color={quiet}>
          You have taken up every course that it opens; those to come stand here.
        </Text>
      )}
      {hasNextPage ? (
        <QuietAction label="Show more" busy={isFetching} onPress={() => fetchNextPage()} />
      ) : null}
    </View>
  );
}

/** "as long as it is paid", "until 4 Jul 2027". */
export function sayUntil(until: MemberCourses["memberships"][number]["until"]): string {
  return until === null
    ? "as long as it is paid"
    : `until ${sayWrittenEnd(until, { zone: zoneOf(ownZone()) })}`;
}

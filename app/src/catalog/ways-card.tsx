/** The ways into a course, with what keeps one out of each, and until when they are open. */
import { useLocalSearchParams, useRouter } from "expo-router";
import { View } from "react-native";
import { useEnrollSelfMutation } from "../enrollment/api";
import { isOfAnswers, useAsked } from "../people/fields/use-asked";
import { useGetMeQuery } from "../school/api";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { PriceCard } from "./price-card";
import type { Shown } from "./shown";
import { CodeDoor, Way } from "./way-in";

export function Ways({ shown }: { shown: Shown }) {
  const { data: me } = useGetMeQuery();
  const [enroll, { error, isLoading }] = useEnrollSelfMutation();
  const router = useRouter();
  const { join } = useLocalSearchParams() as { join?: string };
  const { surface, line } = usePalette();
  const { course, offers, school } = shown;
  // What is sold is not entered by oneself, but by members.
  const isMember = course?.isMember ?? false;
  const isBought = offers.length > 0 && !isMember;
  // A visitor is not asked before they have signed in, and of whoever is in, or has to buy, nothing is asked here.
  const isAsked = me?.account != null && course !== null && !course?.enrollment && !isBought;
  const asking = useAsked(school, "entering", !isAsked);
  const card = {
    backgroundColor: surface,
    borderRadius: 14,
    borderWidth: 1,
    borderColor: line,
    padding: 16,
    gap: 18,
    boxShadow: "0 6px 24px rgba(34, 29, 61, 0.10)",
  } as const;
  if (course?.enrollment)
    return (
      <View style={card}>
        <Text kind="strong">You are in.</Text>
        <PrimaryAction
          label={`Go to your ${course.words.course}`}
          onPress={() => router.push(`/${school}/shelf/${course.enrollment}`)}
          fill
        />
      </View>
    );
  const faults = faultsOf(error);
  const go = async (cohort: string | null) => {
    if (!course) return;
    const body = {
      cohort,
      timeZone: ownZone(),
      ...asking.given,
      ...(join !== undefined && { code: join }),
    };
    const answer = await enroll({ school, course: course.id, body });
    if ("data" in answer && answer.data) router.push(`/${school}/shelf/${answer.data.enrollment}`);
  };
  // What one can take stands first, what is over last.
  const rank = { open: 0, waitlist: 1, before: 2, full: 3, closed: 4 };
  const ways = isBought || !course ? [] : course.ways;
  const memberships = isMember ? [] : shown.memberships;
  return (
    <View style={card}>
      {error && !isOfAnswers(faults) ? <Notice {...explain(error)} /> : null}
      {isMember ? <Text kind="strong">It is open to you as a member.</Text> : null}
      {(isBought ? offers : []).map((offer) => (
        <PriceCard
          key={offer.id}
          school={school}
          id={offer.id}
          // The page says its own title; another is said, and so is each of several.
          title={offers.length > 1 || offer.title !== shown.title ? offer.title : undefined}
        />
      ))}
      {[...ways]
        .sort((a, b) => rank[a.state] - rank[b.state])
        .map((way, i) => (
          <Way
            key={way.cohort?.id ?? "course"}
            school={school}
            course={course?.id ?? ""}
            way={way}
            first={i === 0}
            zone={course?.school.timeZone ?? "UTC"}
            onEnd={shown.again}
            signedIn={me?.account != null}
            here={`/${school}/c/${course?.id}${join === undefined ? "" : `?join=${encodeURIComponent(join)}`}`}
            busy={isLoading || !asking.ready}
            asking={asking}
            faults={faults}
            alone={ways.filter(({ does }) => does === "enroll").length === 1}
            onEnroll={() => go(way.cohort?.id ?? null)}
          />
        ))}
      {course && !isBought ? <CodeDoor ways={ways} join={join} /> : null}
      {memberships.map((one) => (
        <View
          key={one.id}
          style={{ gap: 10, borderTopWidth: 1, borderTopColor: line, paddingTop: 18 }}
        >
          <PriceCard school={school} id={one.id} title={one.title} />
        </View>
      ))}
    </View>
  );
}

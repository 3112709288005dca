/** The shelf: what one holds, what is new, what opens next, what ends when; and the way on, in one press. */
import { useLocalSearchParams } from "expo-router";
import { useRef } from "react";
import { View } from "react-native";
import { useGetMeQuery, useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { Empty } from "../ui/empty";
import { useWide } from "../ui/layout";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { TextLink } from "../ui/text-link";
import { useGetShelfQuery } from "./api";
import { GoOnCard } from "./go-on-card";
import { HeldCourse } from "./held-course";
import { OpenToMember, WhatIsNew } from "./lazy-beside";

export function ShelfScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data: me } = useGetMeQuery();
  const { data, error, refetch } = useGetShelfQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  // What is read while one looks stays until one goes: its letter is open.
  const hadNews = useRef(false);
  if (data?.news) hadNews.current = true;
  const wide = useWide();
  const first = data?.courses.find(({ goOn, state }) => goOn !== null && state === "open");
  const name = me?.account?.name.trim().split(/\s+/)[0];
  const goOn = first ? <GoOnCard school={school} held={first} /> : null;
  return (
    <NightPage
      title={name ? `${greeting(new Date().getHours())}, ${name}` : "Your courses"}
      {...(about && { above: { text: about.name } })}
      band={goOn}
    >
      {hadNews.current ? <WhatIsNew school={school} /> : null}
      {data ? (
        data.courses.length === 0 && !data.isMember ? (
          <Empty
            title="Nothing on your shelf yet"
            says="The courses you are enrolled in stand here."
          >
            <TextLink href={`/${school}`}>What the school offers</TextLink>
          </Empty>
        ) : (
          <View
            role="list"
            style={wide ? { flexDirection: "row", flexWrap: "wrap", columnGap: 40 } : {}}
          >
            {data.courses.map((held) => (
              <HeldCourse
                key={held.enrollment}
                school={school}
                color={about?.color ?? null}
                held={held}
              />
            ))}
          </View>
        )
      ) : error ? (
        <>
          <Notice {...explain(error)} onRetry={refetch} />
          <TextLink href={`/sign-in?to=/${school}/shelf`}>Sign in</TextLink>
        </>
      ) : (
        <Skeleton widths={[0.7, 0.5, 0.7, 0.5]} />
      )}
      {data?.isMember ? <OpenToMember school={school} color={about?.color ?? null} /> : null}
    </NightPage>
  );
}

/** By the hour of whoever reads. */
export function greeting(hour: number): string {
  // Whoever is up before the bakers still has their evening; "good night" is said to those who go.
  if (hour < 5) return "Good evening";
  if (hour < 12) return "Good morning";
  return hour < 18 ? "Good afternoon" : "Good evening";
}

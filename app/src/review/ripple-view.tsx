/** What a change does to people: totals first, then those who are touched, by name. */
import type { PersonRipple } from "@dawngate/contract/review";
import { skipToken } from "@reduxjs/toolkit/query";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { ProgressBar } from "react-native-paper";
import { explain } from "../store/api";
import { Choice } from "../ui/choice";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { type ChangeAhead, useGetTouchedInfiniteQuery } from "./api";
import { RipplePerson } from "./ripple-person";
import { sayGroups, sayTotals } from "./say-ripple";
import type { Rippled } from "./use-ripple";

interface Props extends Rippled {
  change: ChangeAhead;
  /** More about one person, where there is more. */
  more?: (person: PersonRipple) => ReactNode;
}

/** As many are named at first. */
const FIRST = 8;
/** As many groups of people who are touched alike are shown. */
const GROUPS = 6;

export function RippleView({ change, ripple, progress, error, refetch, more }: Props) {
  const { quiet, ember, dusk } = usePalette();
  const [all, setAll] = useState(false);
  if (error) return <Notice {...explain(error)} onRetry={refetch} />;
  if (progress)
    return (
      <View role="region" aria-label="Ripple" style={{ gap: 8 }}>
        <Text kind="strong" role="status">
          {progress.done} of {progress.of} people looked at…
        </Text>
        <ProgressBar
          progress={progress.of === 0 ? 0 : progress.done / progress.of}
          color={dusk}
          aria-label="Looked at"
        />
        <Text kind="small" color={quiet}>
          It goes on when you leave; come back and it is there.
        </Text>
      </View>
    );
  if (!ripple) return <Skeleton widths={[0.7, 0.9, 0.6]} />;
  const shown = all ? ripple.people : ripple.people.slice(0, FIRST);
  const titleOf = (id: string) => ripple.titles[id] ?? id;
  const groups = sayGroups(ripple, titleOf);
  return (
    <View role="region" aria-label="Ripple" style={{ gap: 8 }}>
      {sayTotals(ripple).map((sentence, i) => (
        <Text
          key={sentence}
          kind={i === 0 ? "strong" : "body"}
          color={
            sentence.includes("no longer") || sentence.includes("ends earlier") ? ember : undefined
          }
        >
          {sentence}
        </Text>
      ))}
      {ripple.groups.length < ripple.totals.touched ? (
        <View role="list" aria-label="Touched alike" style={{ gap: 2 }}>
          {groups.slice(0, GROUPS).map((said) => (
            <Text key={said} kind="small" role="listitem">
              {said}
            </Text>
          ))}
          {groups.length > GROUPS ? (
            <Text kind="small" color={quiet} role="listitem">
              and {groups.length - GROUPS} more groups
            </Text>
          ) : null}
        </View>
      ) : null}
      {shown.map((person) => (
        <RipplePerson key={person.enrollment} person={person} titleOf={titleOf} more={more} />
      ))}
      {ripple.people.length > FIRST && !all ? (
        <Choice label={`Show ${ripple.people.length - FIRST} more`} onPress={() => setAll(true)} />
      ) : null}
      {ripple.totals.touched > ripple.people.length && all ? (
        <Rest
          change={change}
          named={ripple.people}
          left={ripple.totals.touched - ripple.people.length}
          more={more}
        />
      ) : null}
    </View>
  );
}

/** Those who are touched beside the ones named at first: page by page, as one asks for them. */
function Rest({
  change,
  named,
  left,
  more,
}: {
  change: ChangeAhead;
  named: readonly PersonRipple[];
  left: number;
  more?: ((person: PersonRipple) => ReactNode) | undefined;
}) {
  const { quiet } = usePalette();
  const [wanted, setWanted] = useState(false);
  const touched = useGetTouchedInfiniteQuery(wanted ? change : skipToken);
  const known = new Set(named.map(({ enrollment }) => enrollment));
  const pages = touched.data?.pages ?? [];
  const people = pages.flatMap((page) => page.people).filter((one) => !known.has(one.enrollment));
  const titles = Object.assign({}, ...pages.map((page) => page.titles)) as Record<string, string>;
  const stillLeft = Math.max(0, left - people.length);
  const ended = wanted && touched.data !== undefined && !touched.hasNextPage;
  return (
    <>
      {people.map((person) => (
        <RipplePerson
          key={person.enrollment}
          person={person}
          titleOf={(id) => titles[id] ?? id}
          more={more}
        />
      ))}
      {touched.error ? (
        <Notice {...explain(touched.error)} onRetry={touched.refetch} />
      ) : touched.isFetching ? (
        <Text kind="small" color={quiet} role="status">
          Looking for those who are touched…
        </Text>
      ) : ended ? null : (
        <Choice
          label={`Show more of the other ${stillLeft}`}
          onPress={() => (wanted ? touched.fetchNextPage() : setWanted(true))}
        />
      )}
    </>
  );
}

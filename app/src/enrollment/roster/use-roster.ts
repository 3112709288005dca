/** The people of a course as one has narrowed and sorted them, page after page, and how many there are of each. */
import type { Matching, RosterOrder, RosterPerson } from "@dawngate/contract/roster";
import type { NewRosterView } from "@dawngate/contract/roster-views";
import { useMemo, useState } from "react";
import type { InCourse } from "../../courses/api";
import type { AnswerNarrowed } from "../../people/fields/own-columns";
import { everyPage } from "../../store/every-page";
import { useGoOnWhileEmpty } from "../../store/go-on-while-empty";
import { useSettled } from "../../ui/settled";
import { useGetRosterInfiniteQuery, useGetRosterTotalsQuery, useLazyFindPeopleQuery } from "../api";

export interface Narrowed {
  find: string;
  standing: Matching["standing"] | null;
  cohort: string | null;
  /** What one of the school's own fields says of them; null: whatever it says. */
  answer: AnswerNarrowed;
  /** How they stand to another course; null: whatever else they are in. */
  other: NewRosterView["other"];
  order: RosterOrder;
}

export function useRoster(place: InCourse, first: Narrowed["standing"] = null) {
  const [narrowed, setNarrowed] = useState<Narrowed>({
    find: "",
    standing: first,
    cohort: null,
    answer: null,
    other: null,
    order: "name",
  });
  const find = useSettled(narrowed.find.trim(), 200);
  const { answer, other, ...rest } = narrowed;
  const own = {
    field: answer?.field ?? null,
    says: answer?.says ?? null,
    other: other?.course ?? null,
    otherIs: other?.is ?? null,
  };
  const asked = { ...place, ...rest, ...own, find };
  const { data, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useGetRosterInfiniteQuery(asked, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyFindPeopleQuery();
  const totals = useGetRosterTotalsQuery(
    { ...place, ...own, find, cohort: narrowed.cohort },
    { refetchOnMountOrArgChange: true },
  );
  const present = useGetRosterTotalsQuery({
    ...place,
    find: "",
    cohort: null,
    field: null,
    says: null,
    other: null,
    otherIs: null,
  });
  const people: RosterPerson[] = useMemo(
    () => data?.pages.flatMap((page) => page.people) ?? [],
    [data],
  );
  useGoOnWhileEmpty(data?.pages.at(-1)?.people.length === 0, {
    isFetching,
    hasNextPage,
    error,
    fetchNextPage,
  });
  const { standing } = narrowed;
  const counted = totals.data?.counted ? totals.data : null;
  const total = !counted
    ? null
    : standing === null || standing === undefined
      ? counted.all
      : standing === "finished"
        ? counted.finished
        : (counted.standings[standing] ?? counted.needs[standing] ?? 0);
  return {
    narrowed,
    narrow: (change: Partial<Narrowed>) => setNarrowed((now) => ({ ...now, ...change })),
    people,
    totals: counted,
    /** How many match; null: it is not counted. Where the list is here to its end, one sees it. */
    total: data && !hasNextPage ? people.length : total,
    /** How people stand whatever is looked for: what one may narrow to. */
    present: present.data ?? null,
    settling: data?.pages.some((page) => page.settling) ?? false,
    loaded: data !== undefined,
    error: data ? undefined : error,
    more: hasNextPage,
    refetch,
    bring: () => {
      if (hasNextPage && !isFetching) fetchNextPage();
    },
    /** All of them, page by page, for a file. */
    async *all() {
      const pages = everyPage((after) => ask({ ...asked, after, most: 200 }).unwrap());
      for await (const { people } of pages) yield people;
    },
    /** Everybody who matches as the list was asked for: who comes in later is not meant. */
    matching: (): Matching => ({
      ...(find !== "" && { find }),
      ...(standing && { standing }),
      ...(narrowed.cohort !== null && { cohort: narrowed.cohort }),
      ...(answer !== null && answer),
      ...(other !== null && { other: other.course, otherIs: other.is }),
      upTo: data?.pages[0]?.at ?? new Date().toISOString(),
    }),
  };
}

export type RosterView = ReturnType<typeof useRoster>;

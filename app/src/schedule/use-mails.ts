/** What somebody is told of each module and lesson by mail, and when: seen with its dates, before anything is sent. */
import type { NoticesRehearsed } from "@dawngate/contract/notices";
import { skipToken } from "@reduxjs/toolkit/query";
import { useMemo } from "react";
import type { InCourse } from "../courses/api";
import { useGetNoticesRehearsedQuery } from "../notices/api";
import { useMay } from "../school/may";
import { asQuery, type Who } from "./as-if/as-if";

export type Mail = NoticesRehearsed["notices"][number];

/** The mails of each item, and of access; nothing where one may not see them. */
export type Mails = ReadonlyMap<string, readonly Mail[]>;

export const NO_MAILS: readonly Mail[] = [];

/** No item has this name: theirs have no spaces. */
export const OF_ACCESS = "of access";

export function mailsOf(notices: readonly Mail[]): Mails {
  const mails = new Map<string, Mail[]>();
  for (const mail of notices)
    for (const item of mail.kind === "access-ends" ? [OF_ACCESS] : mail.items)
      mails.set(item, [...(mails.get(item) ?? []), mail]);
  return mails;
}

export function useMails(place: InCourse, who: Who): Mails {
  const may = useMay(place.school)("notices.see");
  const { data } = useGetNoticesRehearsedQuery(
    may ? { ...place, ...asQuery({ who, at: null }) } : skipToken,
  );
  return useMemo(() => mailsOf(data?.notices ?? []), [data]);
}

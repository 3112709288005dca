/** What a school sets and writes about notices. */
import {
  type NoticeKind,
  type NoticeSettings,
  type NoticeText,
  type noticeSettingsChange,
  type noticeTextChange,
  SENT_KINDS,
  type SentKind,
} from "@dawngate/contract/notices";
import type { OwnField } from "@dawngate/contract/own-fields";
import {
  ALWAYS,
  fieldsOf,
  OFF_AT_FIRST,
  OFFSETS,
  offsetFaults,
  ownField,
  USUAL,
} from "@dawngate/core/notices";
import type { z } from "zod";
import { conflict, notFound, ProblemError, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { KeptKinds } from "../db/tables/notices";
import { FAULTY_WORDS, faultsAt, faultsOfWords, fieldsInWords } from "../people/fields/in-words";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { lookAtAll } from "./look-store";
import {
  hasCourse,
  type KeptSettings,
  type KeptTemplate,
  readNoticeSettings,
  readTemplates,
  writeNoticeSettings,
  writeTemplate,
} from "./settings-store";

type Parts = Pick<Services, "db">;

/** The kinds there are here, as they are set: what is not said is as usual. */
export function kindsAsSet(kinds: KeptKinds, templates: readonly KeptTemplate[]): NoticeKind[] {
  return SENT_KINDS.map((kind) => {
    const set = kinds[kind];
    const counts = OFFSETS[kind];
    const own = templates.find((one) => one.kind === kind && one.course === null);
    return {
      kind,
      on: set?.on ?? !OFF_AT_FIRST.has(kind),
      offsets: counts ? [...(set?.offsets ?? counts.usual)] : null,
      side: counts?.side ?? null,
      subject: own?.subject ?? USUAL[kind].subject,
      whose: own ? "school" : "ours",
      courses: templates.flatMap((one) =>
        one.kind === kind && one.course !== null ? one.course : [],
      ),
    };
  });
}

const shown = (
  { number, hour, quiet, kinds, copies }: KeptSettings,
  templates: readonly KeptTemplate[],
): NoticeSettings => ({
  number,
  hour,
  quiet,
  kinds: kindsAsSet(kinds, templates),
  copies: copies as NoticeSettings["copies"],
});

export function showNoticeSettings({ db }: Parts, context: Context): Promise<NoticeSettings> {
  return reading(db, context, async (tx) =>
    shown(await readNoticeSettings(tx), await readTemplates(tx)),
  );
}

export async function changeNoticeSettings(
  { db }: Parts,
  context: Context,
  { number, hour, quiet, kinds, copies }: z.output<typeof noticeSettingsChange>,
): Promise<NoticeSettings> {
  const faults = Object.entries(kinds).flatMap(([kind, set]) =>
    set?.offsets
      ? offsetFaults(kind as SentKind, set.offsets).map(({ at, reason }) => ({
          path: at === null ? `kinds["${kind}"].offsets` : `kinds["${kind}"].offsets[${at}]`,
          reason,
        }))
      : [],
  );
  if (faults.length > 0)
    throw new ProblemError(422, "Some of these times cannot be; each fault says where.", faults);
  const kept: KeptSettings = { number, hour, quiet, kinds: kinds as KeptKinds, copies };
  return db.withSchool(context, async (tx) => {
    if (!(await writeNoticeSettings(tx, context.school, kept)))
      throw conflict(
        "Somebody else has changed these settings meanwhile. Load them again; yours were not kept.",
      );
    await lookAtAll(tx, context.school);
    return shown({ ...kept, number: number + 1 }, await readTemplates(tx));
  });
}

/** The words that count, of a course or of all. */
export function wordsOf(
  kind: SentKind,
  course: string | null,
  templates: readonly KeptTemplate[],
  ownFields: readonly OwnField[],
): NoticeText {
  const find = (of: string | null) =>
    templates.find((one) => one.kind === kind && one.course === of);
  const own = course === null ? undefined : find(course);
  const schools = find(null);
  const { subject, text } = own ?? schools ?? USUAL[kind];
  return {
    kind,
    course,
    subject,
    text,
    whose: own ? "course" : schools ? "school" : "ours",
    fields: [...fieldsOf(kind), ...ownFields.map(({ id }) => ownField(id))],
    own: ownFields.map(({ id, name }) => ({ field: ownField(id), name })),
  };
}

async function known(tx: SchoolTransaction, course: string | null): Promise<void> {
  if (course !== null && !(await hasCourse(tx, course)))
    throw notFound(`There is no course "${course}" in this school.`);
}

export function showNoticeText(
  { db }: Parts,
  context: Context,
  kind: SentKind,
  course: string | null,
): Promise<NoticeText> {
  return reading(db, context, async (tx) => {
    await known(tx, course);
    return wordsOf(kind, course, await readTemplates(tx), await fieldsInWords(tx));
  });
}

export async function changeNoticeText(
  { db }: Parts,
  context: Context,
  kind: SentKind,
  { course, words }: z.output<typeof noticeTextChange>,
): Promise<NoticeText> {
  return db.withSchool(context, async (tx) => {
    await known(tx, course);
    const own = await fieldsInWords(tx);
    const faults = words ? faultsOfWords(kind, words, own) : [];
    if (faults.length > 0) throw refusal(FAULTY_WORDS, faultsAt(faults));
    await writeTemplate(tx, context.school, { kind, course }, words);
    return wordsOf(kind, course, await readTemplates(tx), own);
  });
}

/** Kinds that nobody can turn off. */
export const isAlways = (kind: SentKind) => ALWAYS.has(kind);

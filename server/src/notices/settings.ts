/** What a school sets and writes about notices. */
import {
  type NoticeKind,
  type NoticeSettings,
  type NoticeText,
  type noticeSettingsChange,
  type noticeTextChange,
  SENT_KINDS,
  type SentKind,
  WORDED_KINDS,
  type WordedKind,
} from "@dawngate/contract/notices";
import type { OwnField } from "@dawngate/contract/own-fields";
import {
  ALWAYS,
  fieldsOf,
  type Language,
  OFF_AT_FIRST,
  OFFSETS,
  offsetFaults,
  ownField,
  writtenIn,
} from "@dawngate/core/notices";
import type { z } from "zod";
import { conflict, notFound, ProblemError, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { KeptKinds } from "../db/tables/notices";
import { FAULTY_WORDS, faultsAt, fieldsInWords } from "../people/fields/in-words";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { type KeptTemplate, readTemplates, type WordsFor } from "../school/words-store";
import { textFor } from "./compose";
import { faultsIn } from "./links";
import { lookAtAll } from "./look-store";
import {
  hasCohort,
  hasCourse,
  type KeptSettings,
  readNoticeSettings,
  writeNoticeSettings,
  writeTemplate,
} from "./settings-store";

type Parts = Pick<Services, "db">;

/** The kinds there are here, as they are set: what is not said is as usual. */
export function kindsAsSet(
  kinds: KeptKinds,
  templates: readonly KeptTemplate[] = [],
  language: Language = "en",
): NoticeKind[] {
  return SENT_KINDS.map((kind) => {
    const set = kinds[kind];
    const counts = OFFSETS[kind];
    return {
      kind,
      on: set?.on ?? !OFF_AT_FIRST.has(kind),
      offsets: counts ? [...(set?.offsets ?? counts.usual)] : null,
      side: counts?.side ?? null,
      ...wordedAs(kind, templates, language),
    };
  });
}

/** In which words a kind goes out, and which courses have some of their own. */
function wordedAs(
  kind: WordedKind,
  templates: readonly KeptTemplate[],
  language: Language,
): Pick<NoticeKind, "subject" | "whose" | "courses"> {
  const { subject, whose } = textFor(kind, { course: null, cohort: null }, templates, language);
  const courses = templates.flatMap((one) =>
    one.kind === kind && one.course !== null ? one.course : [],
  );
  return {
    subject,
    whose: whose === "school" ? "school" : "ours",
    courses: [...new Set(courses)],
  };
}

const shown = (
  { number, hour, quiet, kinds, copies }: KeptSettings,
  templates: readonly KeptTemplate[],
  language: Language,
): NoticeSettings => ({
  number,
  hour,
  quiet,
  kinds: kindsAsSet(kinds, templates, language),
  worded: WORDED_KINDS.map((kind) => ({ kind, ...wordedAs(kind, templates, language) })),
  copies: copies as NoticeSettings["copies"],
});

export function showNoticeSettings({ db }: Parts, context: Context): Promise<NoticeSettings> {
  return reading(db, context, async (tx) =>
    shown(await readNoticeSettings(tx), await readTemplates(tx), await firstLanguage(tx)),
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
    return shown({ ...kept, number: number + 1 }, await readTemplates(tx), await firstLanguage(tx));
  });
}

/** The language of whoever reads none of the school's. */
const firstLanguage = async (tx: SchoolTransaction): Promise<Language> =>
  writtenIn((await readSchool(tx)).languages, null);

/** The words that count in a language, of a course or of all. */
export function wordsOf(
  kind: WordedKind,
  { course, cohort, language }: WordsIn,
  templates: readonly KeptTemplate[],
  ownFields: readonly OwnField[],
): NoticeText {
  const { subject, text, whose } = textFor(kind, { course, cohort }, templates, language);
  return {
    kind,
    course,
    cohort,
    language,
    subject,
    text,
    whose,
    fields: [...fieldsOf(kind), ...ownFields.map(({ id }) => ownField(id))],
    own: ownFields.map(({ id, name }) => ({ field: ownField(id), name })),
  };
}

/** For whom words are, and in which language. */
type WordsIn = WordsFor & { language: Language };

async function known(tx: SchoolTransaction, { course, cohort }: WordsFor): Promise<void> {
  if (course === null && cohort === null) return;
  if (course === null) throw refusal("A cohort is one of a course: say which.");
  if (!(await hasCourse(tx, course)))
    throw notFound(`There is no course "${course}" in this school.`);
  if (cohort !== null && !(await hasCohort(tx, course, cohort)))
    throw notFound(`There is no cohort "${cohort}" in this course.`);
}

export function showNoticeText(
  { db }: Parts,
  context: Context,
  kind: WordedKind,
  { language, ...of }: WordsFor & { language?: Language | undefined },
): Promise<NoticeText> {
  return reading(db, context, async (tx) => {
    await known(tx, of);
    const asked = { ...of, language: language ?? (await firstLanguage(tx)) };
    return wordsOf(kind, asked, await readTemplates(tx), await ownFieldsIn(tx, kind));
  });
}

export async function changeNoticeText(
  { db, baseUrl }: Parts & Pick<Services, "baseUrl">,
  context: Context,
  kind: WordedKind,
  { course, cohort, language, words }: z.output<typeof noticeTextChange>,
): Promise<NoticeText> {
  return db.withSchool(context, async (tx) => {
    await known(tx, { course, cohort });
    const of = { course, cohort, language: language ?? (await firstLanguage(tx)) };
    const own = await ownFieldsIn(tx, kind);
    const at = { baseUrl, slug: context.slug };
    const faults = words ? await faultsIn(tx, kind, words, own, at) : [];
    if (faults.length > 0) throw refusal(FAULTY_WORDS, faultsAt(faults));
    await writeTemplate(tx, context.school, { kind, ...of }, words);
    return wordsOf(kind, of, await readTemplates(tx), own);
  });
}

/** The school's own fields that the words of a kind may hold: whoever writes such a mail elsewhere knows no answers. */
export const ownFieldsIn = async (tx: SchoolTransaction, kind: WordedKind): Promise<OwnField[]> =>
  WORDED_KINDS.some((one) => one === kind) ? [] : fieldsInWords(tx);

/** Kinds that nobody can turn off. */
export const isAlways = (kind: SentKind) => ALWAYS.has(kind);

/** What somebody is told, and what they do not want: signed in, or by the link of a notice. */
import { SENT_KINDS, type SentKind } from "@dawngate/contract/notices";
import type { Wishes, wishesChange } from "@dawngate/contract/wishes";
import { writtenIn } from "@dawngate/core/notices/languages";
import type { z } from "zod";
import { notFound, ProblemError } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { Way } from "../db/tables/notices";
import { setLanguageOf } from "../people/store";
import { type Context, personOf } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { devicesOf } from "./devices/store";
import { lookAt, personOfKey } from "./look-store";
import { type Off, readOff, readWishedFor, replaceOff } from "./person-store";
import { isAlways, kindsAsSet } from "./settings";
import { readNoticeSettings } from "./settings-store";

type Parts = Pick<Services, "db">;

async function wishesOf(tx: SchoolTransaction, person: string): Promise<Wishes> {
  const { name: school, languages } = await readSchool(tx);
  const { kinds } = await readNoticeSettings(tx);
  const { name, language, courses } = await readWishedFor(tx, person);
  const off = await readOff(tx, [person]);
  const offOf = (enrollment: string | null, way: Way) =>
    off.flatMap((one) =>
      one.enrollment === enrollment && one.way === way && isSent(one.kind) ? one.kind : [],
    ) as SentKind[];
  const bothOf = (enrollment: string | null) => ({
    off: offOf(enrollment, "mail"),
    offDevices: offOf(enrollment, "device"),
  });
  return {
    name,
    school,
    language: writtenIn(languages, language),
    languages,
    kinds: kindsAsSet(kinds)
      .filter(({ on }) => on)
      .map(({ kind }) => ({ kind, always: isAlways(kind) })),
    devices: (await devicesOf(tx, [person])).get(person)?.length ?? 0,
    ...bothOf(null),
    courses: courses.map(({ enrollment, title }) => ({
      enrollment,
      title,
      ...bothOf(enrollment),
    })),
  };
}

const isSent = (kind: string) => (SENT_KINDS as readonly string[]).includes(kind);

async function change(
  tx: SchoolTransaction,
  { school }: Pick<Context, "school">,
  person: string,
  { courses, language, ...ofAll }: z.output<typeof wishesChange>,
): Promise<Wishes> {
  const all = [{ enrollment: null, ...ofAll }, ...courses].flatMap(
    ({ enrollment, off, offDevices }): (Off & { kind: SentKind })[] => [
      ...off.map((kind) => ({ enrollment, kind, way: "mail" as const })),
      ...offDevices.map((kind) => ({ enrollment, kind, way: "device" as const })),
    ],
  );
  const always = all.find(({ kind, way }) => way === "mail" && isAlways(kind));
  if (always)
    throw new ProblemError(422, `What is told as "${always.kind}" cannot be turned off.`, [
      { path: "off", reason: `${always.kind} cannot be turned off` },
    ]);
  const { courses: own } = await readWishedFor(tx, person);
  const strange = courses.find(({ enrollment }) =>
    own.every((one) => one.enrollment !== enrollment),
  );
  if (strange) throw notFound(`You have no enrollment "${strange.enrollment}".`);
  // The same twice is the same once.
  const once = new Map(
    all.map((one) => [JSON.stringify([one.enrollment, one.kind, one.way]), one]),
  );
  await replaceOff(tx, school, person, [...once.values()]);
  if (language !== undefined) await setLanguageOf(tx, person, language);
  await lookAt(tx, school, person);
  return wishesOf(tx, person);
}

export const showOwnWishes = ({ db }: Parts, context: Context) =>
  reading(db, context, (tx) => wishesOf(tx, personOf(context)));

export const changeOwnWishes = (
  { db }: Parts,
  context: Context,
  wanted: z.output<typeof wishesChange>,
) => db.withSchool(context, (tx) => change(tx, context, personOf(context), wanted));

async function byKey(tx: SchoolTransaction, key: string): Promise<string> {
  const person = await personOfKey(tx, key);
  if (person === null)
    throw notFound("This link is not known any more; the one in the newest mail is.");
  return person;
}

export const showWishesByKey = ({ db }: Parts, context: Context, key: string) =>
  reading(db, context, async (tx) => wishesOf(tx, await byKey(tx, key)));

export const changeWishesByKey = (
  { db }: Parts,
  context: Context,
  key: string,
  wanted: z.output<typeof wishesChange>,
) => db.withSchool(context, async (tx) => change(tx, context, await byKey(tx, key), wanted));

/** Turns a kind off by mail, wholly; off already is off. */
export async function turnOffByKey(
  { db }: Parts,
  context: Context,
  key: string,
  kind: SentKind,
): Promise<{ done: true }> {
  await db.withSchool(context, async (tx) => {
    const person = await byKey(tx, key);
    const { off, offDevices, courses } = await wishesOf(tx, person);
    await change(tx, context, person, {
      off: [...new Set([...off, kind])],
      offDevices,
      courses: courses.map(({ title: _, ...one }) => one),
    });
  });
  return { done: true };
}

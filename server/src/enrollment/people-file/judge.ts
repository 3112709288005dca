/** What would become of a row of a file, or will: one judgment, for looking and for enrolling. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { RowFate } from "@dawngate/contract/people-file";
import { mailAddress, personName } from "@dawngate/contract/text";
import { type Column, readRow } from "@dawngate/core/enrollment";
import { type FieldValue, readTypedAnswer } from "@dawngate/core/people";
import { findZone, formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import { lookAt } from "../../people/fields/answers";
import { readAllFields, readValues } from "../../people/fields/store";
import { readCohorts } from "../../schedule/cohort-store";
import { seatsLeft } from "../seats";
import { type FileRow, knownBy } from "./store";

/** What is the same for all rows of a file. */
export interface Ground {
  course: string;
  archived: boolean;
  columns: readonly (Column | null)[];
  /** The school's own that are asked, about people and about enrollments. */
  fields: readonly OwnField[];
  /** For rows that say nothing. */
  cohort: string | null;
  timeZone: string;
  /** A full cohort and being kept out are overruled. */
  overrules: boolean;
  cohorts: { id: string; name: string }[];
  /** What is left in each cohort; null: no limit. Counted down as rows take seats. */
  left: Map<string, number | null>;
  /** The line at which an address stood first. */
  seen: Map<string, number>;
}

export async function groundOf(
  tx: SchoolTransaction,
  school: SchoolId,
  file: {
    course_id: string;
    columns: unknown;
    cohort_id: string | null;
    time_zone: string;
    overrule: string | null;
  },
  archived: boolean,
  now: Instant,
): Promise<Ground> {
  const cohorts = await readCohorts(tx, file.course_id);
  const plans = cohorts.map(({ cohort }) => cohort);
  return {
    course: file.course_id,
    archived,
    columns: file.columns as (Column | null)[],
    fields: await fieldsOfFiles(tx),
    cohort: file.cohort_id,
    timeZone: file.time_zone,
    overrules: file.overrule !== null,
    cohorts: cohorts.map(({ name, cohort }) => ({ id: cohort.id, name })),
    left: await seatsLeft(tx, school, file.course_id, plans, now),
    seen: new Map(),
  };
}

/** The school's own fields that a file can hold: of people, and of their enrollments. */
export const fieldsOfFiles = async (tx: SchoolTransaction): Promise<OwnField[]> =>
  (await readAllFields(tx)).filter(
    ({ about, ended }) => !ended && (about === "people" || about === "enrollments"),
  );

export interface Judged {
  line: number;
  fate: RowFate;
  reason: string | null;
  /** What refuses it, or would, may be overruled. */
  against: boolean;
  name: string;
  email: string;
  cohort: string | null;
  timeZone: string;
  person: string | null;
  account: string | null;
  /** What they hold already. */
  enrollment: string | null;
  /** What the row says of the school's own fields: of the person, and of the enrollment. */
  answers: Map<string, FieldValue>;
  noted: Map<string, FieldValue>;
}

const folded = (text: string) => text.normalize("NFKC").toLowerCase().replace(/\s+/gu, " ").trim();

/** Judges a lot of rows, in their order: a seat that one takes the next does not have. */
export async function judge(
  tx: SchoolTransaction,
  ground: Ground,
  rows: readonly FileRow[],
  now: Instant,
): Promise<Judged[]> {
  const read = rows.map((row) => ({ line: row.line, ...readRow(row.cells, ground.columns) }));
  const emails = [...new Set(read.map(({ email }) => email.toLowerCase()))];
  const known = await knownBy(tx, ground.course, emails, formatInstant(now));
  const people = [...known.values()].map(({ id }) => id);
  const enrolled = [...known.values()].flatMap(({ enrollment }) => enrollment ?? []);
  const [ofPeople, ofEnrollments] = (["people", "enrollments"] as const).map((of) =>
    ground.fields.filter(({ about }) => about === of),
  ) as [OwnField[], OwnField[]];
  const answered = await readValues(tx, people, ofPeople);
  const notedBefore = await readValues(tx, enrolled, ofEnrollments, "enrollments");
  return read.map(({ line, name, email, zone, cohort: named, own }) => {
    const person = known.get(email.toLowerCase());
    const looked = (fields: readonly OwnField[], before: Map<string, FieldValue> | undefined) =>
      lookAt(fields, ({ id }) => own.get(id), before ?? new Map(), "staff", readTypedAnswer);
    const { answers, faults } = looked(ofPeople, answered.get(person?.id ?? ""));
    const notes = looked(ofEnrollments, notedBefore.get(person?.enrollment ?? ""));
    const cohort =
      named === ""
        ? ground.cohort
        : (ground.cohorts.find((k) => folded(k.name) === folded(named))?.id ?? null);
    const judged = {
      line,
      name: name === "" ? (person?.name ?? "") : name,
      email,
      cohort,
      timeZone: zone === "" ? ground.timeZone : zone,
      person: person?.id ?? null,
      account: person?.account ?? null,
      enrollment: person?.enrollment ?? null,
      answers,
      noted: notes.answers,
      against: false,
    };
    const refused = (reason: string) => ({ ...judged, fate: "refused" as const, reason });
    const wrong =
      faultOf({ ...judged, zone, named }, ground) ?? [...faults, ...notes.faults][0]?.reason;
    if (wrong) return refused(wrong);
    const before = ground.seen.get(email.toLowerCase());
    if (before !== undefined && before !== line)
      return refused(`The same address stands in line ${before}`);
    ground.seen.set(email.toLowerCase(), line);
    const isIn = person?.enrollment && (cohort === null || person.cohort === cohort);
    const left = isIn || cohort === null ? null : (ground.left.get(cohort) ?? null);
    const against = [
      ...(person?.blocked ? ["The school keeps them out; the reason stands with them"] : []),
      ...(left !== null && left <= 0 ? [`Every seat of ${nameOf(ground, cohort)} is taken`] : []),
    ];
    const [first] = against;
    // Whoever is moved is moved as staff move people, whom seats bind.
    const mayOverrule = first !== undefined && !person?.enrollment;
    if (first !== undefined && !(mayOverrule && ground.overrules))
      return { ...refused(first), against: mayOverrule };
    if (isIn) return { ...judged, fate: "in" as const, reason: null };
    if (cohort !== null && left !== null) ground.left.set(cohort, left - 1);
    if (person?.enrollment)
      return {
        ...judged,
        fate: "moves" as const,
        reason: person.cohort === null ? "from no cohort" : `from ${nameOf(ground, person.cohort)}`,
      };
    const fate = person ? ("known" as const) : ("new" as const);
    const reason = mayOverrule ? `overruled: ${against.join("; ")}` : null;
    return { ...judged, fate, reason, against: mayOverrule };
  });
}

const nameOf = ({ cohorts }: Ground, id: string | null) =>
  cohorts.find((one) => one.id === id)?.name ?? "this cohort";

/** What is wrong with what stands in a row; null: nothing. */
function faultOf(
  row: { name: string; email: string; cohort: string | null; zone: string; named: string },
  { archived, cohorts }: Ground,
): string | null {
  if (archived) return "The course is in the archive, and takes nobody";
  if (row.email === "") return "There is no mail address";
  const email = mailAddress.safeParse(row.email);
  if (!email.success) return `“${row.email.slice(0, 80)}” is not a mail address`;
  const name = personName.safeParse(row.name);
  if (!name.success) return name.error.issues[0]?.message ?? "The name cannot be kept";
  if (row.zone !== "" && !findZone(row.zone))
    return `“${row.zone.slice(0, 60)}” is no time zone; write it as Europe/Lisbon`;
  if (row.named !== "" && row.cohort === null)
    return cohorts.length === 0
      ? "The course has no cohorts; leave the column empty"
      : `There is no cohort “${row.named.slice(0, 60)}”`;
  return null;
}

/** A list to sign of a course's people as they are narrowed: by name, with what the school's own fields say of them. */
import type { signListQuery } from "@dawngate/contract/roster";
import { sayAnswer } from "@dawngate/core/people";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { formatInstant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict } from "../../base/problem";
import { published } from "../../courses/service";
import { readListed } from "../../people/fields/answers";
import { readCohorts } from "../../schedule/cohort-store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { mayNarrow, narrowingOf } from "../roster";
import { type PageEnd, readRoster } from "../roster-store";
import type { SignList } from "./print-sign-list";
import { SIGN_LIST } from "./tasks";

/** So many stand on one list. */
const MOST = 1000;
const PAGE = 200;
/** So many of the school's own fields stand beside the names. */
const BESIDE = 2;

export async function signList(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  course: string,
  { times, ...narrowed }: z.output<typeof signListQuery>,
): Promise<Uint8Array> {
  const list = await reading(db, context, async (tx): Promise<SignList> => {
    const { plan } = await published(tx, context.school, course);
    const narrowing = await mayNarrow(tx, context, narrowingOf(context, narrowed));
    const at = formatInstant(context.now);
    const people: { id: string; name: string }[] = [];
    let after: PageEnd | null = null;
    do {
      const page = await readRoster(tx, {
        course,
        narrowing,
        order: "name",
        after,
        most: PAGE,
        at,
      });
      people.push(...page.rows.map(({ person, name }) => ({ id: person, name })));
      after = page.end;
      if (people.length > MOST)
        throw conflict(
          `More than ${MOST} people match, and nobody signs so long a list: choose a cohort, or narrow it.`,
        );
    } while (after !== null);
    if (people.length === 0) throw conflict("Nobody here matches: there is nobody to sign.");
    const { answersOf, fields } = await readListed(
      tx,
      context,
      people.map(({ id }) => id),
    );
    const beside = fields
      .filter(({ id }) =>
        people.some((one) => answersOf(one.id).some(([field]) => field.id === id)),
      )
      .slice(0, BESIDE);
    const cohort = (await readCohorts(tx, course)).find((one) => one.cohort.id === narrowed.cohort);
    return {
      school: (await readSchool(tx)).name,
      title: plan.title,
      says: [
        ...(cohort
          ? [
              `${cohort.name}, ${sayWrittenDate(cohort.cohort.starts)} to ${sayWrittenDate(cohort.cohort.ends)}`,
              ...(cohort.place === "" ? [] : [cohort.place]),
            ]
          : []),
        people.length === 1 ? "1 person" : `${people.length} people`,
      ],
      heads: beside.map(({ name }) => name),
      people: people.map(({ id, name }) => {
        const known = new Map(answersOf(id).map(([field, value]) => [field.id, value]));
        return {
          name,
          says: beside.map((field) => {
            const value = known.get(field.id);
            return value === undefined ? "" : sayAnswer(field, value);
          }),
        };
      }),
      times,
    };
  });
  return threads.run(SIGN_LIST, list);
}

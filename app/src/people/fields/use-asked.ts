/** What a school asks at a place, with what was answered so far. */
import type { AskedField, FieldAnswers } from "@dawngate/contract/own-fields";
import type { AskedAt } from "@dawngate/core/people";
import { useEffect, useState } from "react";
import { useGetAskedFieldsQuery } from "./api";
import { loadFields } from "./lazy-fields";

const NONE: readonly AskedField[] = [];

export interface Asking {
  fields: readonly AskedField[];
  /** What was answered here. */
  answers: FieldAnswers;
  onAnswers(answers: FieldAnswers): void;
  /** What is asked is known, and can be drawn: what stands below it moves no more. */
  ready: boolean;
  /** A part of a request's body; nothing where nothing was changed. */
  given: { answers?: FieldAnswers };
}

/** Whether something was refused for what was answered, or for what was not: it is said at the field. */
export const isOfAnswers = (faults: Record<string, string>) =>
  Object.keys(faults).some((path) => path.startsWith("answers."));

/** What is known already is not asked again. `skip`: nobody is asked here. */
export function useAsked(school: string, at: Exclude<AskedAt, "staff">, skip = false): Asking {
  const { data, isError } = useGetAskedFieldsQuery({ school, at }, { skip });
  const [drawable, setDrawable] = useState(false);
  const [answers, onAnswers] = useState<FieldAnswers>({});
  const fields = skip ? NONE : (data?.fields.filter(({ value }) => value === null) ?? NONE);
  const asks = fields.length > 0;
  useEffect(() => {
    const done = () => setDrawable(true);
    if (asks) loadFields().then(done, done);
  }, [asks]);
  const ready = skip || isError || (data !== undefined && (!asks || drawable));
  const given = skip || Object.keys(answers).length === 0 ? {} : { answers };
  return { fields, answers, onAnswers, ready, given };
}

/** What a school asks at a place, with what was answered so far. */
import type { AskedField, FieldAnswers } from "@dawngate/contract/own-fields";
import type { AskedAt } from "@dawngate/core/people";
import { useState } from "react";
import { useGetAskedFieldsQuery } from "./api";

const NONE: readonly AskedField[] = [];

export interface Asking {
  fields: readonly AskedField[];
  /** What was answered here. */
  answers: FieldAnswers;
  onAnswers(answers: FieldAnswers): void;
  /** A part of a request's body; nothing where nothing was changed. */
  given: { answers?: FieldAnswers };
}

/** Whether something was refused for what was answered, or for what was not: it is said at the field. */
export const isOfAnswers = (faults: Record<string, string>) =>
  Object.keys(faults).some((path) => path.startsWith("answers."));

/** What is known already is not asked again. `skip`: nobody is asked here. */
export function useAsked(school: string, at: Exclude<AskedAt, "staff">, skip = false): Asking {
  const { data } = useGetAskedFieldsQuery({ school, at }, { skip });
  const [answers, onAnswers] = useState<FieldAnswers>({});
  const fields = skip ? NONE : (data?.fields.filter(({ value }) => value === null) ?? NONE);
  const given = skip || Object.keys(answers).length === 0 ? {} : { answers };
  return { fields, answers, onAnswers, given };
}

/** Every kind of question: the field it is answered in. */
import type { AskedQuestion } from "@dawngate/core/checks";
import type { ComponentType } from "react";
import { Gap } from "./gap";
import type { AnswerProps } from "./kind";
import { Match } from "./match";
import { NumberAnswer } from "./number";
import { One } from "./one";
import { Order } from "./order";
import { Several } from "./several";
import { TrueFalse } from "./true-false";
import { Words } from "./words";

export const FIELDS: Readonly<Record<AskedQuestion["kind"], ComponentType<AnswerProps<never>>>> = {
  one: One,
  several: Several,
  "true-false": TrueFalse,
  match: Match,
  gap: Gap,
  keywords: Words,
  number: NumberAnswer,
  order: Order,
};

/** What a school asks where one stands; nothing, where it asks nothing. */
import { AskedFields } from "./lazy-fields";
import type { Asking } from "./use-asked";

interface Props {
  asking: Asking;
  /** Why what was answered was refused, by path. */
  faults: Record<string, string>;
}

export function Asked({ asking: { fields, answers, onAnswers }, faults }: Props) {
  if (fields.length === 0) return null;
  return <AskedFields fields={fields} answers={answers} faults={faults} onAnswers={onAnswers} />;
}

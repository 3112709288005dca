/** Subject and text of a kind of notice, their fields as chips, with what is wrong with them. */
import type { NoticeText, NoticeTried, WordedKind } from "@dawngate/contract/notices";
import { lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";

/** The editor comes when one opens it: it is half as large as the studio. */
const ChipsField = lazy(async () => ({
  default: (await import("../lessons/write/pieces")).ChipsField,
}));

export type Words = Pick<NoticeText, "subject" | "text">;

interface Props {
  kind: WordedKind | "letter";
  /** As they stand before one writes. */
  kept: Words & Pick<NoticeText, "fields" | "own">;
  /** What each field says to whoever one reads as. */
  values: NoticeTried["values"];
  faults: NoticeTried["faults"];
  onChange(path: keyof Words, words: string): void;
}

const LABELS = { subject: "Subject", text: "Text" } as const;

export function WordsFields({ kind, kept, values, faults, onChange }: Props) {
  return (
    <>
      <Suspense fallback={<Skeleton widths={[0.8, 0.6, 0.7]} />}>
        {(["subject", "text"] as const).map((path) => (
          <ChipsField
            key={path}
            kind={kind}
            label={LABELS[path]}
            single={path === "subject"}
            value={kept[path]}
            fields={kept.fields}
            own={kept.own}
            values={values}
            onChange={(next) => onChange(path, next)}
          />
        ))}
      </Suspense>
      {faults.map(({ path, reason }) => (
        <Text key={`${path} ${reason}`} kind="small" role="alert">
          {`${LABELS[path]}, ${reason}`}
        </Text>
      ))}
    </>
  );
}

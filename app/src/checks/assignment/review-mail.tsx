/** Whether one is written to when something waits for one's review. */
import { Switched } from "../../ui/switched";
import { useGetReviewMailQuery, useSetReviewMailMutation } from "./api";

export function ReviewMail({ school }: { school: string }) {
  const { data } = useGetReviewMailQuery({ school });
  const [set] = useSetReviewMailMutation();
  // Nothing is shared out to whoever leads no cohort.
  if (data == null || data.on === null) return null;
  return (
    <Switched
      label="Write to me when something waits for my review"
      says="Once, and not again before you have looked at all of it."
      on={data.on}
      onChange={(on) => set({ school, body: { on } })}
    />
  );
}

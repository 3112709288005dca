/** What a lesson's quiz says of itself, and a way to change it from elsewhere than the outline. */
import type { PartOf } from "@dawngate/core/lessons";
import { useGetLessonDraftQuery, useKeepPartMutation } from "../../lessons/api";
import type { Place } from "./place";

type Quiz = PartOf<"quiz">;

export function useQuizPart(place: Place, skip: boolean) {
  const { data: lesson, refetch } = useGetLessonDraftQuery(place, {
    skip,
    refetchOnMountOrArgChange: true,
  });
  const [keepPart, { error }] = useKeepPartMutation();
  const part = lesson?.part;
  return {
    /** null: it has not come, or one may not see it. */
    quiz: part?.kind === "quiz" ? part : null,
    error,
    /** Keeps a change of it; whether that went well. */
    keep: async (change: (quiz: Quiz) => Quiz): Promise<boolean> => {
      if (!lesson || part?.kind !== "quiz") return false;
      const { materials, partRevision } = lesson;
      const answer = await keepPart({
        ...place,
        body: { part: change(part), materials: materials.map(({ id }) => id), partRevision },
      });
      // What is kept is counted on: the next change says which it saw.
      await refetch();
      return "data" in answer;
    },
  };
}

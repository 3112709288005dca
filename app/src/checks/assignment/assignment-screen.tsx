/** What one handed in to an assignment whose lesson is closed by now: it stays one's own. */
import { itemTitles } from "@dawngate/core/plan/titles";
import { useLocalSearchParams } from "expo-router";
import { useGetMyCourseQuery } from "../../enrollment/api";
import { Coming } from "../../store/coming";
import { Empty } from "../../ui/empty";
import { NightPage } from "../../ui/night-page";
import { ownZone } from "../../ui/zone";
import { useGetMyAssignmentQuery } from "./api";
import { SubmissionSeen } from "./review-seen";
import type { Mine } from "./use-draft";

export function AssignmentScreen() {
  const mine = useLocalSearchParams() as unknown as Mine;
  const { school, enrollment, lesson } = mine;
  const { data: course } = useGetMyCourseQuery({ school, enrollment });
  const { data, error, refetch } = useGetMyAssignmentQuery(mine);
  const title = course && itemTitles(course).get(lesson);
  const zone = course?.timeline.timeZone ?? ownZone();
  return (
    <NightPage
      title={title ?? "…"}
      above={{ text: course?.title ?? "The course", href: `/${school}/shelf/${enrollment}` }}
      plain
    >
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : data.submissions.length === 0 ? (
        <Empty title="You handed nothing in" says={data.draft.text || "Nothing was written."} />
      ) : (
        data.submissions.map((one) => (
          <SubmissionSeen key={one.id} submission={one} zone={zone} whose="you" />
        ))
      )}
    </NightPage>
  );
}

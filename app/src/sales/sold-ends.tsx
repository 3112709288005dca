/** When access ends that a listing sells: as the course says, never, or at a moment counted from anything. */
import type { Offer } from "@dawngate/contract/sales";
import { useGetCourseQuery } from "../courses/api";
import { Ends } from "../courses/edit/ends";
import type { MomentCourse } from "../courses/edit/moment-context";

interface Props {
  school: string;
  offer: Offer;
  today: string;
  set(part: Partial<Offer>): void;
}

/** Several courses have no module or lesson in common. */
const SEVERAL: MomentCourse = {
  id: "",
  title: "",
  modules: [],
  releaseHour: null,
  clock: "school",
};

export function SoldEnds({ school, offer, today, set }: Props) {
  const [first, ...others] = offer.courses;
  const alone = first && others.length === 0 ? first.id : null;
  const { data } = useGetCourseQuery({ school, course: alone ?? "" }, { skip: alone === null });
  const course = alone === null || !data ? SEVERAL : (data as unknown as MomentCourse);
  return (
    <Ends
      context={{ course, hasCohorts: offer.cohorts.length > 0, today }}
      ends={offer.validity}
      unsaid={offer.membership ? "as long as it is paid" : "as the course says"}
      from="access"
      onEnds={(validity) => set({ validity: validity as Offer["validity"] })}
    />
  );
}

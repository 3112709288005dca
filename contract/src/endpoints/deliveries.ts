/** Endpoints of files that another system delivers. */
import { planFields } from "@dawngate/core/plan";
import { deliveries as all, deliveredFile, madeDelivery, newDelivery } from "../deliveries";
import { done, endpoints, files, inCourse, inSchool } from "../endpoint";

const OF_COURSE = "/schools/{school}/courses/{course}/deliveries";
const DELIVERY = "/schools/{school}/deliveries/{delivery}";
const inDelivery = inSchool.extend({ delivery: planFields.id });

export const deliveries = endpoints("deliveries", {
  getDeliveries: {
    method: "get",
    path: OF_COURSE,
    summary: "Which systems deliver people into a course, and what their last files came to",
    who: "cohorts.change",
    params: inCourse,
    answer: all,
    answered: "The newest first.",
    holds: ["brought"],
  },
  makeDelivery: {
    method: "post",
    path: OF_COURSE,
    summary: "Let a system deliver people into a course",
    who: "cohorts.change",
    params: inCourse,
    body: newDelivery,
    answer: madeDelivery,
    answered: "Its key, which is told this once.",
    changes: ["brought"],
  },
  endDelivery: {
    method: "delete",
    path: `${OF_COURSE}/{delivery}`,
    summary: "Take no more files of it; whom it has brought stays",
    who: "cohorts.change",
    params: inCourse.extend({ delivery: planFields.id }),
    answer: done,
    answered: "Its key opens nothing any more.",
    changes: ["brought"],
  },
  deliverPeople: {
    method: "post",
    path: DELIVERY,
    summary: "Deliver a file of people: they are enrolled by themselves",
    description:
      "With `Authorization: Bearer` and the key. CSV by RFC 4180, with heads, as for files that staff bring; a row's own key is its mail address. The same file twice changes nothing. At most 100,000 rows and 20 MB.",
    who: "school.see",
    params: inDelivery,
    body: files("text/csv"),
    answer: deliveredFile,
    answered: "The file as it stands: it is worked on by itself, and can be asked about.",
  },
  getDelivered: {
    method: "get",
    path: `${DELIVERY}/files/{file}`,
    summary: "What has become of a file that was delivered",
    description: "With `Authorization: Bearer` and the key.",
    who: "school.see",
    params: inDelivery.extend({ file: planFields.id }),
    answer: deliveredFile,
    answered: "The file; its rows are forgotten after a week.",
  },
});

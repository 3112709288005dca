/** Endpoints of covers. */

import { COVER_TYPES } from "@dawngate/core/courses";
import { z } from "zod";
import { cover, focus, maybeCover } from "../courses";
import { done, endpoints, files, inCourse } from "../endpoint";

export const covers = endpoints("covers", {
  getCover: {
    method: "get",
    path: "/schools/{school}/courses/{course}/cover",
    summary: "The cover that was uploaded, if there is one",
    who: "courses.read",
    params: inCourse,
    answer: maybeCover,
    answered: "The cover.",
    holds: ["cover"],
  },
  keepCover: {
    method: "put",
    path: "/schools/{school}/courses/{course}/cover",
    summary: "Keep a picture as the cover: the body is the file",
    who: "courses.edit",
    params: inCourse,
    body: files(...Object.values(COVER_TYPES)),
    answer: cover,
    answered: "The cover as it is kept, its focal point in the middle.",
    changes: ["cover", "public"],
  },
  moveFocus: {
    method: "patch",
    path: "/schools/{school}/courses/{course}/cover",
    summary: "The point of the cover that stays in sight",
    who: "courses.edit",
    params: inCourse,
    body: focus,
    answer: done,
    answered: "It is kept.",
    changes: ["cover", "public"],
  },
  dropCover: {
    method: "delete",
    path: "/schools/{school}/courses/{course}/cover",
    summary: "The cover is drawn from the title again",
    who: "courses.edit",
    params: inCourse,
    answer: done,
    answered: "The uploaded cover is gone.",
    changes: ["cover", "public"],
  },
  getPicture: {
    method: "get",
    path: "/schools/{school}/courses/{course}/cover/{hash}",
    summary: "A cover's picture; its address changes with it",
    who: "school.see",
    params: inCourse.extend({ hash: z.string().max(200) }),
    answer: files(...Object.values(COVER_TYPES)),
    answered: "The picture, to be kept for a year.",
  },
});

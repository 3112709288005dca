/** Endpoints of a school's own fields, about its people and all else. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { done, endpoints, inCohort, inCourse, inEnrollment, inSchool } from "../endpoint";
import type { Held } from "../held";
import {
  answeredFields,
  askedFields,
  askedQuery,
  fieldPlace,
  ownFieldChange,
  ownFields,
  ownFieldsQuery,
  ownFieldTerms,
} from "../own-fields";
import type { Permission } from "../permissions";

const FIELDS = "/schools/{school}/fields";
const inField = inSchool.extend({ field: planFields.id });
const inPerson = inSchool.extend({ person: planFields.id });

/** What stands in the fields of something in a course: read, and written. */
const fieldsOf = <
  const Params extends z.ZodObject,
  const See extends Permission,
  const Write extends Permission,
  const Holds extends Held,
>(
  what: string,
  {
    below,
    params,
    see,
    write,
    holds,
    changes = [],
  }: {
    /** Its address below the course's. */
    below: "" | `/${string}`;
    params: Params;
    see: See;
    write: Write;
    holds: Holds;
    /** Besides what it holds. */
    changes?: readonly Held[];
  },
) => {
  const path = `/schools/{school}/courses/{course}${below}/fields` as const;
  return {
    get: {
      method: "get",
      path,
      summary: `What stands in ${what}'s fields`,
      who: see,
      params,
      answer: askedFields,
      answered: "The fields whoever asks sees, with what stands in them.",
      holds: [holds],
    },
    set: {
      method: "put",
      path,
      summary: `Write what stands in ${what}'s fields`,
      who: write,
      params,
      body: answeredFields,
      answer: done,
      answered: "Kept, and on the record of changes.",
      changes: [holds, ...changes, "changes"],
    },
  } as const;
};
const ofCourse = fieldsOf("a course", {
  below: "",
  params: inCourse,
  see: "courses.read",
  write: "courses.edit",
  holds: "course",
  changes: ["courses"],
});
const ofCohort = fieldsOf("a cohort", {
  below: "/cohorts/{cohort}",
  params: inCohort,
  see: "people.see",
  write: "cohorts.change",
  holds: "course",
});
const ofEnrollment = fieldsOf("an enrollment", {
  below: "/enrollments/{enrollment}",
  params: inEnrollment,
  see: "people.see",
  write: "people.act",
  holds: "people",
});

export const ownFieldEndpoints = endpoints("own-fields", {
  getOwnFields: {
    method: "get",
    path: FIELDS,
    summary: "The school's own fields",
    description: "Those whoever asks sees the answers of.",
    who: "people.see",
    params: inSchool,
    query: ownFieldsQuery,
    answer: ownFields,
    answered: "The fields, in the school's order.",
    holds: ["fields"],
  },
  makeOwnField: {
    method: "post",
    path: FIELDS,
    summary: "Ask one thing more",
    who: "fields.change",
    params: inSchool,
    body: ownFieldTerms,
    answer: z.object({ id: z.string() }),
    answered: "It stands last.",
    changes: ["fields", "ownAnswers", "changes"],
  },
  setOwnField: {
    method: "put",
    path: `${FIELDS}/{field}`,
    summary: "Change a field",
    description:
      "What it holds stays of its kind while somebody has answered; a choice that somebody has taken is put out of use, or becomes another, and is not taken away.",
    who: "fields.change",
    params: inField,
    body: ownFieldChange,
    answer: done,
    answered: "Kept; it holds for whoever answers from now on.",
    changes: ["fields", "ownAnswers", "people", "courses", "course", "changes"],
  },
  placeOwnField: {
    method: "put",
    path: `${FIELDS}/{field}/place`,
    summary: "Put a field at another place",
    who: "fields.change",
    params: inField,
    body: fieldPlace,
    answer: done,
    answered: "It stands there.",
    changes: ["fields", "ownAnswers"],
  },
  dropOwnField: {
    method: "delete",
    path: `${FIELDS}/{field}`,
    summary: "Take away a field that nobody has answered",
    who: "fields.change",
    params: inField,
    answer: done,
    answered: "It is gone.",
    changes: ["fields", "ownAnswers", "changes"],
  },
  getAskedFields: {
    method: "get",
    path: `${FIELDS}/asked`,
    summary: "What the school asks of whoever comes in, or buys; with what is known of oneself",
    who: "school.see",
    params: inSchool,
    query: askedQuery,
    answer: askedFields,
    answered: "The fields, with one's own answers where one is signed in.",
    holds: ["ownAnswers"],
  },
  answerFields: {
    method: "put",
    path: `${FIELDS}/asked`,
    summary: "Answer for oneself what the school asks",
    who: "self.learn",
    params: inSchool,
    body: answeredFields,
    answer: done,
    answered: "Kept.",
    changes: ["ownAnswers", "people", "changes"],
  },
  getFieldsOf: {
    method: "get",
    path: "/schools/{school}/people/{person}/fields",
    summary: "What stands in a person's fields, for staff",
    who: "people.see",
    params: inPerson,
    answer: askedFields,
    answered: "The fields whoever asks sees, with what stands in them.",
    holds: ["people"],
  },
  setFieldsOf: {
    method: "put",
    path: "/schools/{school}/people/{person}/fields",
    summary: "Write what stands in a person's fields",
    who: "people.act",
    params: inPerson,
    body: answeredFields,
    answer: done,
    answered: "Kept, and on the record of changes.",
    changes: ["people", "ownAnswers", "changes"],
  },
  getFieldsOfCourse: ofCourse.get,
  setFieldsOfCourse: ofCourse.set,
  getFieldsOfCohort: ofCohort.get,
  setFieldsOfCohort: ofCohort.set,
  getFieldsOfEnrollment: ofEnrollment.get,
  setFieldsOfEnrollment: ofEnrollment.set,
});

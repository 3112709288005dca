/** Endpoints of the people a school knows. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { endpoints, inSchool } from "../endpoint";
import { everyone, everyoneQuery, forgetting, forgotten, someone } from "../people";

const inPerson = inSchool.extend({ person: planFields.id });

export const people = endpoints("people", {
  getEveryone: {
    method: "get",
    path: "/schools/{school}/people",
    summary: "The people of a school with what they hold, page by page",
    description: "By name; found by a part of it. Instructors meet the people of their cohorts.",
    who: "people.see",
    params: inSchool,
    query: everyoneQuery,
    answer: everyone,
    answered: "A page, and where the next one begins.",
    mayLag: true,
    holds: ["people"],
  },
  getSomeone: {
    method: "get",
    path: "/schools/{school}/people/{person}",
    summary: "A person with all they hold",
    who: "people.see",
    params: inPerson,
    answer: someone,
    answered: "The person, and each of their courses as it stands.",
    mayLag: true,
    holds: ["people"],
  },
  getPersonData: {
    method: "get",
    path: "/schools/{school}/people/{person}/data",
    summary: "Everything on record about a person, as one file",
    who: "people.take",
    params: inPerson,
    answer: z.record(z.string(), z.unknown()),
    answered: "Their data.",
  },
  forget: {
    method: "post",
    path: "/schools/{school}/people/{person}/forgetting",
    summary: "Forget a person: what names them goes, figures stay",
    who: "people.take",
    params: inPerson,
    body: forgetting,
    answer: forgotten,
    answered: "What stays, and why.",
    changes: ["course", "people", "record", "changes"],
  },
});

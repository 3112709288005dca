/** Endpoints of the people a school knows. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { endpoints, inSchool } from "../endpoint";
import { forgetting, forgotten } from "../people";

const inPerson = inSchool.extend({ person: planFields.id });

export const people = endpoints("people", {
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

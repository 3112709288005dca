/** Endpoints of kept views of rosters. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { done, endpoints, inSchool } from "../endpoint";
import { newRosterView, rosterViews } from "../roster-views";

const VIEWS = "/schools/{school}/roster-views";

export const rosterViewEndpoints = endpoints("roster-views", {
  getRosterViews: {
    method: "get",
    path: VIEWS,
    summary: "The views of rosters one has kept, and those for all staff",
    who: "people.see",
    params: inSchool,
    answer: rosterViews,
    answered: "The views, by name.",
    holds: ["views"],
  },
  keepRosterView: {
    method: "post",
    path: VIEWS,
    summary: "Keep a view of rosters; of the same name it takes the place of the one before",
    who: "people.see",
    params: inSchool,
    body: newRosterView,
    answer: z.object({ id: z.string() }),
    answered: "It is kept.",
    changes: ["views"],
  },
  dropRosterView: {
    method: "delete",
    path: `${VIEWS}/{view}`,
    summary: "Forget a view",
    who: "people.see",
    params: inSchool.extend({ view: planFields.id }),
    answer: done,
    answered: "It is forgotten.",
    changes: ["views"],
  },
});

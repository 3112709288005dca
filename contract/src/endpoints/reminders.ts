/** Endpoints of reminders. */
import { planFields } from "@dawngate/core/plan";
import { done, endpoints, inSchool } from "../endpoint";
import { newReminder, reminder, reminderAsked, reminderQuery } from "../reminders";

const inReminder = inSchool.extend({ reminder: planFields.id.meta({ example: "r-4f1c2a" }) });

export const reminders = endpoints("reminders", {
  askReminder: {
    method: "post",
    path: "/schools/{school}/reminders",
    summary: "Asks to be told when a window opens",
    description:
      "Whoever is not signed in confirms it by a mail. What is answered says nothing of whether this address had asked before.",
    who: "school.see",
    params: inSchool,
    body: newReminder,
    answer: reminderAsked,
    answered: "Whether it is to be confirmed by a mail.",
  },
  getReminder: {
    method: "get",
    path: "/schools/{school}/reminders/{reminder}",
    summary: "A reminder, for whoever has its link",
    who: "school.see",
    params: inReminder,
    query: reminderQuery,
    answer: reminder,
    answered: "Of what it is.",
    holds: ["reminder"],
  },
  confirmReminder: {
    method: "post",
    path: "/schools/{school}/reminders/{reminder}/confirmed",
    summary: "Confirms that one wants it",
    who: "school.see",
    params: inReminder,
    body: reminderQuery,
    answer: reminder,
    answered: "The reminder.",
    changes: ["reminder"],
  },
  dropReminder: {
    method: "post",
    path: "/schools/{school}/reminders/{reminder}/dropped",
    summary: "Forgets the address",
    who: "school.see",
    params: inReminder,
    body: reminderQuery,
    answer: done,
    answered: "It is forgotten; what was forgotten before is too.",
    changes: ["reminder"],
  },
});

/** What selling brings: income by month, and what ends when. */
import { endpoints, inSchool } from "../endpoint";
import {
  ending,
  endingPeople,
  endingPeopleQuery,
  income,
  incomeOrders,
  incomeOrdersQuery,
  incomeQuery,
} from "../sales";

export const incomeEndpoints = endpoints("income", {
  getIncome: {
    method: "get",
    path: "/schools/{school}/income",
    summary:
      "What was received, earned, deferred and is due, month by month, down to listing, course and cohort",
    who: "sales.see",
    params: inSchool,
    query: incomeQuery,
    answer: income,
    answered: "The figures, net of tax; of many orders at most a minute old.",
    holds: ["orders"],
  },
  getIncomeOrders: {
    method: "get",
    path: "/schools/{school}/income/orders",
    summary: "The orders behind the figures of a month, each with its own",
    description: "All pages together come to the figures of the month, to the unit.",
    who: "sales.see",
    params: inSchool,
    query: incomeOrdersQuery,
    answer: incomeOrders,
    answered: "A page of orders.",
    holds: ["orders"],
  },
  getEnding: {
    method: "get",
    path: "/schools/{school}/ending",
    summary:
      "Whose access ends in this month and the twelve after it, and the income that hangs on it",
    who: "sales.see",
    params: inSchool,
    answer: ending,
    answered: "By what was bought; of many people at most a minute old.",
    holds: ["orders", "people"],
  },
  getEndingPeople: {
    method: "get",
    path: "/schools/{school}/ending/people",
    summary: "Whose access ends in a month, the earliest first",
    who: "sales.see",
    params: inSchool,
    query: endingPeopleQuery,
    answer: endingPeople,
    answered: "A page of them.",
    holds: ["orders", "people"],
  },
});

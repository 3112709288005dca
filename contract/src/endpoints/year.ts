/** Endpoints of the year. */
import { z } from "zod";
import { done, endpoints, files, inSchool } from "../endpoint";
import { feed, newFeed } from "../enrollment";
import { year as answer, yearQuery } from "../year";

export const year = endpoints("year", {
  getYear: {
    method: "get",
    path: "/schools/{school}/year",
    summary: "All cohorts and windows between two days, course by course",
    who: "courses.read",
    params: inSchool,
    query: yearQuery,
    answer,
    answered: "A page of courses, in the order of their list.",
    mayLag: true,
    holds: ["year"],
  },
  getYearFeed: {
    method: "get",
    path: "/schools/{school}/year/feed",
    summary: "Whether one's calendar has an address by which it subscribes to the year",
    who: "courses.read",
    params: inSchool,
    answer: feed,
    answered: "Since when.",
    holds: ["yearFeed"],
  },
  renewYearFeed: {
    method: "post",
    path: "/schools/{school}/year/feed",
    summary: "Make that address; an earlier one leads nowhere from then on",
    who: "courses.read",
    params: inSchool,
    answer: newFeed,
    answered: "The address.",
    changes: ["yearFeed"],
  },
  dropYearFeed: {
    method: "delete",
    path: "/schools/{school}/year/feed",
    summary: "Let that address lead nowhere",
    who: "courses.read",
    params: inSchool,
    answer: done,
    answered: "It leads nowhere.",
    changes: ["yearFeed"],
  },
  readYearFeed: {
    method: "get",
    path: "/schools/{school}/year/calendar/{token}",
    summary:
      "The year of courses and cohorts, for staff's calendars (iCalendar, RFC 5545 and 7986)",
    description:
      "The address is the key, as long as whoever made it is of the school's staff. Events are whole days of the school; they keep their UID, and one that moves counts up its SEQUENCE.",
    who: "school.see",
    params: inSchool.extend({ token: z.string().min(20).max(100) }),
    answer: files("text/calendar"),
    answered: "The calendar.",
  },
});

/** Endpoints of the schedule. */
import { endpoints, inCourse, inEnrollment, typed } from "../endpoint";
import {
  enrollmentPlan,
  everybody,
  type TimelineAnswer,
  timeline,
  timelineQuery,
} from "../schedule";

export const schedule = endpoints("schedule", {
  getTimeline: {
    method: "get",
    path: "/schools/{school}/courses/{course}/timeline",
    summary: "What opens when, for one person, and why",
    description:
      "For a real enrollment, or for somebody imagined who enrolls on a day; seen at an instant. Every date comes with the steps that led to it.",
    who: "courses.read",
    params: inCourse,
    query: timelineQuery,
    answer: typed<TimelineAnswer>(timeline),
    answered: "The timeline.",
    holds: ["timeline"],
  },
  getEnrollmentPlan: {
    method: "get",
    path: "/schools/{school}/courses/{course}/enrollments/{enrollment}/plan",
    summary: "Somebody's enrollment as a plan file has it",
    description: "What has happened to them, from which the dates of a draft are worked out.",
    who: "people.see",
    params: inEnrollment,
    answer: enrollmentPlan,
    answered: "The enrollment.",
    holds: ["timeline"],
  },
  getEverybody: {
    method: "get",
    path: "/schools/{school}/courses/{course}/everybody",
    summary: "How many have what open, over time",
    description:
      "The people of a course whom one may see, counted. Where that takes long, what was counted within the last minute is answered.",
    who: "people.see",
    params: inCourse,
    answer: everybody,
    answered: "The counts, and of when they are.",
    holds: ["timeline"],
  },
});

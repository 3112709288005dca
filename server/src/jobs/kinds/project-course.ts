/** The openings of everybody in a course worked out again, in a thread, where they do not hold any more. */
import { z } from "zod";
import { PROJECT } from "../../schedule/tasks";
import { jobKind } from "../kind";

export const projectCourse = jobKind({
  name: "project-course",
  payload: z.strictObject({ school: z.uuid(), course: z.string().max(200) }),
  tries: 5,
  atOnce: 1,
  about: ({ course }) => `The dates of everybody in the course “${course}”`,
  work: ({ threads, now }, { school, course }) =>
    threads.run(PROJECT, { school, course, now: now() }),
});

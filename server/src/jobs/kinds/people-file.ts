/** A file of people: looked at row by row, or its people enrolled. */
import { z } from "zod";
import { jobKind } from "../kind";

export const peopleFile = jobKind({
  name: "people-file",
  payload: z.strictObject({ school: z.uuid(), file: z.string().max(200) }),
  tries: 8,
  atOnce: 2,
  about: () => "Looking at a file of people, or enrolling them",
  work: ({ workOnPeopleFile }, { school, file }) => workOnPeopleFile(school, file),
});

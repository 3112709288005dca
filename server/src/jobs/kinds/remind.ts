/** A window that somebody waits for: looked at each day, and told of when it opens. */
import { door } from "@dawngate/contract/reminders";
import { z } from "zod";
import { jobKind } from "../kind";

export const remind = jobKind({
  name: "remind",
  payload: z.strictObject({ school: z.uuid(), door }),
  tries: 10,
  atOnce: 2,
  about: ({ door }) =>
    `Telling those who wait that ${door.kind === "listing" ? door.listing : door.course} opens`,
  work: ({ remind }, { school, door }) => remind(school, door),
});

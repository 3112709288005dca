/** What people have achieved is told to the school's learning record store. */
import { z } from "zod";
import { jobKind } from "../kind";

export const tellStatements = jobKind({
  name: "tell-statements",
  payload: z.strictObject({ school: z.uuid() }),
  // With growing waits: a store may be away for hours.
  tries: 14,
  atOnce: 1,
  about: () => "Telling the learning record store what people have achieved",
  work: ({ tellStatements }, { school }) => tellStatements(school),
});

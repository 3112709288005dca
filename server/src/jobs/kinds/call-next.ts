/** A place in a cohort that may have come free: whoever waits the longest is offered it, or given it. */
import { z } from "zod";
import { jobKind } from "../kind";

export const callNext = jobKind({
  name: "call-next",
  payload: z.strictObject({ school: z.uuid(), cohort: z.string().max(200) }),
  tries: 10,
  atOnce: 4,
  about: ({ cohort }) => `Offering free places in the cohort ${cohort}`,
  work: ({ callNext }, { school, cohort }) => callNext(school, cohort),
});

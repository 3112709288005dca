/** Endpoints of the record of changes, of work that failed, and of going. */

import { z } from "zod";
import { done, endpoints, files, inSchool } from "../endpoint";
import { changes, changesQuery, recordState } from "../record";
import { deletedSchool, failedWork, schoolDeletion } from "../upkeep";

export const upkeep = endpoints("upkeep", {
  getChanges: {
    method: "get",
    path: "/schools/{school}/changes",
    summary: "The record of changes: who changed what, when, from what to what",
    who: "record.read",
    params: inSchool,
    query: changesQuery,
    answer: changes,
    answered: "A page of it, the newest first.",
    holds: ["changes"],
  },
  getRecordState: {
    method: "get",
    path: "/schools/{school}/changes/state",
    summary: "Whether the record is whole: its hashes are worked out again",
    who: "record.read",
    params: inSchool,
    answer: recordState,
    answered: "How many rows, and where it is broken.",
  },
  getFailedWork: {
    method: "get",
    path: "/schools/{school}/failed-work",
    summary: "Work that was tried in vain",
    who: "jobs.see",
    params: inSchool,
    answer: failedWork,
    answered: "The newest first.",
    holds: ["failedWork"],
  },
  retryWork: {
    method: "post",
    path: "/schools/{school}/failed-work/{work}",
    summary: "Have it tried again",
    who: "jobs.see",
    params: inSchool.extend({ work: z.uuid() }),
    answer: done,
    answered: "It is tried within moments.",
    changes: ["failedWork"],
  },
  deleteSchool: {
    method: "post",
    path: "/schools/{school}/deletion",
    summary: "Delete the school: gone at once, removed for good after thirty days",
    who: "school.take",
    params: inSchool,
    body: schoolDeletion,
    answer: deletedSchool,
    answered: "When it is removed for good.",
    changes: ["me"],
  },
  bringBack: {
    method: "delete",
    path: "/schools/{school}/deletion",
    summary: "Bring a deleted school back",
    who: "school.take",
    params: inSchool,
    answer: done,
    answered: "It is as it was.",
    changes: ["me", "school"],
  },
  getChangesFile: {
    method: "get",
    path: "/schools/{school}/changes/file",
    summary: "The record of changes as a file of rows",
    who: "record.read",
    params: inSchool,
    query: changesQuery,
    answer: files("text/csv"),
    answered: "All that match, the newest first (RFC 4180).",
  },
  getSchoolData: {
    method: "get",
    path: "/schools/{school}/data",
    summary: "Everything of the school, to take along",
    who: "school.take",
    params: inSchool,
    answer: files("application/x-ndjson"),
    answered: "A line for each row.",
  },
});

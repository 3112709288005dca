import { sayAll } from "../ui/say-all";

/** Of which subjects the courses of a membership are: " of Rye and Wheat"; nothing: of any. */
export const ofSubjects = (subjects: readonly string[]): string =>
  subjects.length === 0 ? "" : ` of ${sayAll(subjects)}`;

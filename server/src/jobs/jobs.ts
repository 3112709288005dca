/** Work that need not be waited for, as the rest of the server asks for it. */
import type { SchoolId } from "../db/connection";

export interface Jobs {
  /** Works out the openings of everybody in a course again, soon; asked twice, it is done once. */
  projectCourse(school: SchoolId, course: string): Promise<void>;
}

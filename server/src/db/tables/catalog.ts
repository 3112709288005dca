/** What visitors read. */
import type { CourseCard } from "@dawngate/core/courses";
import type { Generated } from "kysely";

export interface CoursePageTable {
  school_id: string;
  course_id: string;
  description: Generated<string>;
  card: Generated<CourseCard>;
}

export interface CatalogTables {
  course_page: CoursePageTable;
}

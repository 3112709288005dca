/** What visitors read. */
import type { Block } from "@dawngate/core/catalog";
import type { CourseCard } from "@dawngate/core/courses";
import type { ColumnType, Generated, GeneratedAlways, JSONColumnType } from "kysely";

export interface CoursePageTable {
  school_id: string;
  course_id: string;
  description: Generated<string>;
  card: Generated<CourseCard>;
}

/** What a page is about. */
interface Subject {
  school_id: string;
  kind: "course" | "listing";
  subject: string;
  course_id: GeneratedAlways<string | null>;
  listing_id: GeneratedAlways<string | null>;
}

export interface BlockPageTable extends Subject {
  number: number;
  draft: JSONColumnType<Block[]>;
  published: ColumnType<Block[] | null, string | undefined, string>;
  published_at: ColumnType<string | null, string | undefined, string>;
}

export interface PageAddressTable extends Subject {
  address: string;
  at: string;
}

export interface AnnouncementTable {
  school_id: string;
  course_id: string;
  id: string;
  title: string;
  text: string;
  on_page: boolean;
  /** Null: for everybody in the course. */
  cohort_id: string | null;
  at: string;
}

export interface CatalogTables {
  block_page: BlockPageTable;
  page_address: PageAddressTable;
  announcement: AnnouncementTable;
  course_page: CoursePageTable;
}

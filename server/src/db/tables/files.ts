/** Files, and what was brought in pieces. */
import type { Generated } from "kysely";
import type { Authored } from "./columns";

export interface FileTable extends Authored {
  school_id: string;
  id: string;
  name: string;
  type: string;
  bytes: number;
  seconds: number | null;
  width: number | null;
  height: number | null;
  pages: number | null;
  created_at: Generated<string>;
}

export interface FileUploadTable {
  school_id: string;
  id: string;
  file_id: string;
  author_id: Generated<string>;
}

export interface FilesTables {
  file: FileTable;
  file_upload: FileUploadTable;
}

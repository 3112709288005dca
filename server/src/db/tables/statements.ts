/** Tables of what is told to a learning record store. */
import type { Generated } from "kysely";

export interface RecordStoreTable {
  school_id: string;
  address: string;
  key: string;
  secret: string;
  since: string;
  told: Generated<number>;
  told_at: string | null;
  fault: string | null;
}

export interface StatementDueTable {
  school_id: string;
  number: Generated<number>;
  enrollment_id: string;
  kind: "event" | "attempt" | "finished";
  subject: string;
}

export interface StatementsTables {
  record_store: RecordStoreTable;
  statement_due: StatementDueTable;
}

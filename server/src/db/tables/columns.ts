/** Kinds of columns that stand in many tables. */
import type { ColumnType, Generated } from "kysely";

/** JSON that may be null. */
export type NullableJson<T> = ColumnType<T | null, string | null, string | null>;

/** Who wrote a row: filled in by the database from the transaction. */
export interface Authored {
  author: Generated<string>;
  author_kind: Generated<"account" | "key" | "system" | "unknown">;
  author_id: Generated<string>;
}

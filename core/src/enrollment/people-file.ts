/** A file of people, as a school brings one: which of its columns is what, by their heads. */

/** What a column can hold. A name stands in one column, or in two. */
export const FILE_COLUMNS = ["name", "first", "last", "email", "zone", "cohort"] as const;
export type FileColumn = (typeof FILE_COLUMNS)[number];

/** A column of one of the school's own fields, by the field's identifier. */
export type OwnColumn = `own:${string}`;
export type Column = FileColumn | OwnColumn;
export const ownColumn = (field: string): OwnColumn => `own:${field}`;

/** Heads by which a column is known, folded: small letters, without spaces and signs. */
const HEADS: Record<FileColumn, readonly string[]> = {
  name: ["name", "fullname", "displayname", "person", "employee", "participant", "learner"],
  first: ["firstname", "givenname", "forename", "first", "given"],
  last: ["lastname", "surname", "familyname", "last", "family"],
  email: ["email", "mail", "emailaddress", "mailaddress", "workemail", "address"],
  zone: ["timezone", "zone", "tz"],
  cohort: ["cohort", "group", "class", "intake"],
};

const folded = (head: string) =>
  head
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, "");

/**
 * What each column is, by its head; null: nothing of ours. Each thing stands in one column at most, the first that is
 * called so. `fields`: the school's own, by their names; a head that is one of ours is ours.
 *
 * @example columnsOf(["E-Mail", "Full name", "Shoe size"]) // ["email", "name", null]
 */
export function columnsOf(
  heads: readonly string[],
  fields: readonly { id: string; name: string }[] = [],
): (Column | null)[] {
  const taken = new Set<Column>();
  return heads.map((head) => {
    const called = folded(head);
    const own = fields.find(({ id, name }) => !taken.has(ownColumn(id)) && folded(name) === called);
    const known =
      FILE_COLUMNS.find((column) => !taken.has(column) && HEADS[column].includes(called)) ??
      (own && ownColumn(own.id));
    if (known) taken.add(known);
    return known ?? null;
  });
}

/** What is missing for a file's rows to be people; null: nothing. */
export function missingColumn(columns: readonly (Column | null)[]): string | null {
  if (!columns.includes("email")) return "Say which column holds the mail addresses.";
  if (!columns.includes("name") && !columns.includes("first") && !columns.includes("last"))
    return "Say which column holds the names.";
  return null;
}

/**
 * A row as what its columns say; a name of two columns is put together. Cells are trimmed, runs of spaces are one.
 * `own`: what stands in columns of the school's own fields, by field; empty cells say nothing.
 */
export function readRow(cells: readonly string[], columns: readonly (Column | null)[]) {
  const cell = (column: Column) => {
    const at = columns.indexOf(column);
    return at < 0 ? "" : (cells[at] ?? "").replace(/\s+/gu, " ").trim();
  };
  const name =
    cell("name") || [cell("first"), cell("last")].filter((part) => part !== "").join(" ");
  const own = new Map<string, string>();
  for (const column of columns) {
    if (!column?.startsWith("own:")) continue;
    const said = cell(column);
    if (said !== "") own.set(column.slice("own:".length), said);
  }
  return { name, email: cell("email"), zone: cell("zone"), cohort: cell("cohort"), own };
}

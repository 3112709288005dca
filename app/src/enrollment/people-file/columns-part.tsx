/** Which column of a file is what: known by its head, or said here. */

import type { OwnField } from "@dawngate/contract/own-fields";
import type { PeopleFile } from "@dawngate/contract/people-file";
import { type Column, FILE_COLUMNS, type FileColumn, ownColumn } from "@dawngate/core/enrollment";
import { View } from "react-native";
import { FoundField } from "../../ui/found-field";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

const WORDS: Record<FileColumn, string> = {
  name: "The name",
  first: "The first name",
  last: "The last name",
  email: "The mail address",
  zone: "The time zone",
  cohort: "The cohort",
};

interface Props {
  file: PeopleFile;
  /** The school's own fields: one that no column is called like is offered where a column is left. */
  fields: readonly OwnField[];
  onChange(columns: (Column | null)[]): void;
}

export function ColumnsPart({ file, fields, onChange }: Props) {
  const { ember, quiet } = usePalette();
  const { heads, columns, missing } = file;
  const others = heads.filter((_, i) => columns[i] === null);
  // A name stands in one column or in two; what stands there already decides.
  const whole = columns.includes("name");
  const parts = columns.includes("first") || columns.includes("last");
  const ours = FILE_COLUMNS.filter(
    (one) => !(one === "name" && parts) && !((one === "first" || one === "last") && whole),
  ).map((column): [Column, string] => [column, WORDS[column]]);
  const own = fields
    .filter(({ ended }) => !ended)
    .map(({ id, name }): [Column, string] => [ownColumn(id), name])
    .filter(([column]) => others.length > 0 || columns.includes(column));
  const set = (column: Column, at: number) =>
    onChange(columns.map((one, i) => (i === at ? column : one === column ? null : one)));
  return (
    <View role="group" aria-label="Its columns" style={{ gap: 10 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        {[...ours, ...own].map(([column, words]) => {
          const at = columns.indexOf(column);
          return (
            <View key={column} style={{ flexGrow: 1, minWidth: 200, maxWidth: 380 }}>
              <FoundField
                label={`${words} stands in`}
                says={at < 0 ? "" : (heads[at] ?? "")}
                of={heads.map((head, i) => ({
                  value: String(i),
                  says: head === "" ? `Column ${i + 1}` : head,
                }))}
                none="No column is called so."
                onChange={(value) => set(column, Number(value))}
              />
            </View>
          );
        })}
      </View>
      {missing === null ? null : (
        <Text color={ember} role="alert">
          {missing}
        </Text>
      )}
      {others.length === 0 ? null : (
        <Text kind="small" color={quiet}>
          Not taken: {others.slice(0, 20).join(", ")}
        </Text>
      )}
    </View>
  );
}

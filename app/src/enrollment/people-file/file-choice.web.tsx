/** Where a file of people is chosen, or dropped. */
import { FileDrop } from "../../files/lazy-files";

export function PeopleFileChoice({ busy, onFile }: { busy: boolean; onFile(file: File): void }) {
  return (
    <FileDrop
      label="Choose the file"
      says="or drop it here"
      primary
      accept=".csv,.tsv,.txt,text/csv"
      busy={busy}
      onFiles={([file]) => file && onFile(file)}
    />
  );
}

/** Choosing a file of people; without a browser there is none to choose. */
export function PeopleFileChoice(_: { busy: boolean; onFile(file: File): void }) {
  return null;
}

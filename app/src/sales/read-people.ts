/** Names and addresses as people type or paste them: one a line, the address wherever it stands in it. */

export interface TypedPerson {
  name: string;
  email: string;
}

const ADDRESS = /[^\s<>,;"()]+@[^\s<>,;"()]+\.[^\s<>,;"()]+/;

/**
 * @example readPeople("Ada Lind <ada@example.org>\nbo.marek@example.org").people
 * // [{ name: "Ada Lind", email: "ada@example.org" }, { name: "bo.marek", email: "bo.marek@example.org" }]
 */
export function readPeople(text: string): { people: TypedPerson[]; unread: string[] } {
  const people: TypedPerson[] = [];
  const unread: string[] = [];
  for (const line of text.split(/[\n;]/)) {
    if (line.trim() === "") continue;
    const [email] = ADDRESS.exec(line) ?? [];
    if (!email) {
      unread.push(line.trim());
      continue;
    }
    const name = line
      .replace(email, " ")
      .replaceAll(/[<>,"()\t]/g, " ")
      .replaceAll(/\s+/g, " ")
      .trim();
    people.push({ name: name === "" ? (email.split("@")[0] as string) : name, email });
  }
  return { people, unread };
}

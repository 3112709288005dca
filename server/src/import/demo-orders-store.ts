/** Who came into a course when, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

export interface Entered {
  enrollment: string;
  person: string;
  name: string;
  email: string;
  timeZone: string;
  enrolledAt: string;
}

/** In the order in which they came. */
export async function enteredInto(tx: SchoolTransaction, course: string): Promise<Entered[]> {
  const { rows } = await sql<Entered>`
    select e.id as enrollment, p.id as person, p.name, p.email, e.time_zone as "timeZone",
      e.enrolled_at as "enrolledAt"
    from enrollment e join person p on p.school_id = e.school_id and p.id = e.person_id
    where e.course_id = ${course} order by e.enrolled_at, e.id limit 1000
  `.execute(tx);
  return rows;
}

/** A card that the practice till knows. */
export async function putTillCard(
  tx: SchoolTransaction,
  { token, number, expires }: { token: string; number: string; expires: string | null },
): Promise<void> {
  await sql`
    insert into till.card (token, number, expires) values (${token}, ${number}, ${expires})
    on conflict (token) do nothing
  `.execute(tx);
}

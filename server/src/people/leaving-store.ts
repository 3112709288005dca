/** What is on record about a person, and forgetting them, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** Everything on record about a person; null where there is none. */
export async function readPersonData(tx: SchoolTransaction, person: string) {
  const { rows } = await sql<{ staff: boolean; data: Record<string, unknown> }>`
    select exists (select 1 from member m where m.user_id = p.user_id) as staff,
      jsonb_build_object(
        'school', (select s.name from school s),
        'person', jsonb_build_object('id', p.id, 'name', p.name, 'email', p.email, 'timeZone', p.time_zone, 'language', p.language),
        'calendarSince', (select f.made_at from calendar_feed f
          where f.school_id = p.school_id and f.person_id = p.id),
        'enrollments', coalesce((select jsonb_agg(jsonb_build_object(
            'id', e.id, 'course', e.course_id, 'cohort', e.cohort_id,
            'events', (select jsonb_agg(jsonb_build_object('sequence', v.sequence, 'kind', v.kind,
                'at', v.at, 'by', v.author, 'reason', v.reason, 'data', v.data) order by v.sequence)
              from enrollment_event v where v.school_id = e.school_id and v.enrollment_id = e.id),
            'openings', (select jsonb_agg(jsonb_build_object('item', o.item_id, 'opens', o.opens,
                'closes', o.closes))
              from opening o where o.school_id = e.school_id and o.enrollment_id = e.id),
            'seen', (select jsonb_agg(jsonb_build_object('item', s.item, 'seen', s.seen,
                'position', s.position))
              from lesson_seen s where s.school_id = e.school_id and s.enrollment_id = e.id),
            'notes', (select jsonb_agg(jsonb_build_object('item', n.item, 'place', n.place,
                'text', n.text, 'at', n.written_at))
              from lesson_note n where n.school_id = e.school_id and n.enrollment_id = e.id),
            'questions', (select jsonb_agg(jsonb_build_object('item', q.item, 'text', q.text,
                'at', q.asked_at))
              from question q where q.school_id = e.school_id and q.enrollment_id = e.id),
            'attempts', (select jsonb_agg(jsonb_build_object('item', t.item, 'startedAt', t.started_at,
                'submittedAt', t.submitted_at, 'score', t.score, 'passed', t.passed,
                'answers', (select jsonb_agg(jsonb_build_object('question', g.question_id,
                    'answer', g.answer, 'at', g.at) order by g.place)
                  from quiz_answer g where g.school_id = t.school_id and g.attempt_id = t.id))
                order by t.started_at)
              from quiz_attempt t where t.school_id = e.school_id and t.enrollment_id = e.id),
            'surveys', (select jsonb_agg(jsonb_build_object('item', y.item, 'at', y.at,
                'answers', y.answers))
              from survey_answer y where y.school_id = e.school_id and y.enrollment_id = e.id),
            'assignments', (select jsonb_agg(jsonb_build_object('item', a.item, 'state', a.state,
                'writing', a.draft_text, 'files', (select jsonb_agg(jsonb_build_object('file', f.file_id,
                    'name', f.name))
                  from submission_file f where f.school_id = a.school_id
                    and f.enrollment_id = a.enrollment_id and f.item = a.item),
                'handedIn', (select jsonb_agg(jsonb_build_object('at', b.at, 'late', b.late,
                    'text', b.text, 'files', b.files, 'decision', b.decision, 'reviewedAt', b.reviewed_at,
                    'words', b.words, 'remarks', b.remarks, 'points', b.earned, 'of', b.possible)
                    order by b.number)
                  from submission b where b.school_id = a.school_id
                    and b.enrollment_id = a.enrollment_id and b.item = a.item)))
              from assignment a where a.school_id = e.school_id and a.enrollment_id = e.id),
            'moreForQuizzes', (select jsonb_agg(jsonb_build_object('item', w.item, 'minutes', w.minutes,
                'attempts', w.attempts, 'reason', w.reason))
              from quiz_allowance w where w.school_id = e.school_id and w.enrollment_id = e.id),
            'answers', (select jsonb_agg(jsonb_build_object('text', a.text, 'at', a.answered_at))
              from question_answer a where a.school_id = e.school_id and a.enrollment_id = e.id)))
          from enrollment e where e.school_id = p.school_id and e.person_id = p.id), '[]'),
        'asked', coalesce((select jsonb_agg(jsonb_build_object('course', r.course_id, 'cohort', r.cohort_id,
            'words', r.words, 'at', r.asked_at, 'state', r.state, 'told', r.reason) order by r.asked_at)
          from entry_request r where r.school_id = p.school_id and r.person_id = p.id), '[]'),
        'waits', coalesce((select jsonb_agg(jsonb_build_object('cohort', w.cohort_id, 'at', w.joined_at,
            'state', w.state, 'heldUntil', w.offer_until) order by w.joined_at)
          from waiting w where w.school_id = p.school_id and w.person_id = p.id), '[]'),
        'keptOut', coalesce((select jsonb_agg(jsonb_build_object('course', k.course_id, 'at', k.at,
            'reason', k.reason))
          from entry_block k where k.school_id = p.school_id and k.person_id = p.id), '[]'),
        'notices', coalesce((select jsonb_agg(jsonb_build_object('kind', n.kind, 'at', n.at,
            'state', n.state, 'letter', n.letter) order by n.id)
          from notice n where n.school_id = p.school_id and n.person_id = p.id), '[]'),
        'notWanted', coalesce((select jsonb_agg(jsonb_build_object('kind', f.kind,
            'enrollment', f.enrollment_id, 'way', f.way))
          from notice_off f where f.school_id = p.school_id and f.person_id = p.id), '[]'),
        'devices', coalesce((select jsonb_agg(jsonb_build_object('name', d.name, 'addedAt', d.added_at)
            order by d.id)
          from device d where d.school_id = p.school_id and d.person_id = p.id), '[]'),
        'answers', coalesce((select jsonb_agg(jsonb_build_object('field', f.terms ->> 'name',
            'value', v.value) order by f.place, v.part)
          from own_value v join own_field f on f.school_id = v.school_id and f.id = v.field_id
          where v.school_id = p.school_id and (v.person_id = p.id or v.enrollment_id in (
            select e.id from enrollment e where e.school_id = p.school_id and e.person_id = p.id))), '[]'),
        'changes', coalesce((select jsonb_agg(jsonb_build_object('at', c.at, 'by', c.author,
            'what', c.what, 'act', c.act, 'before', c.before, 'after', c.after) order by c.number)
          from change c where c.school_id = p.school_id and c.person = p.id), '[]')) as data
    from person p where p.id = ${person}
  `.execute(tx);
  const [row] = rows;
  return row ? { ...row.data, staff: row.staff } : null;
}

/** What they were told, what is to come, and what they did not want; what they asked, wait for, and are kept out of. */
const THEIRS = [
  "notice",
  "notice_ahead",
  "notice_wrong",
  "notice_off",
  "device",
  "notice_person",
  "entry_request",
  "waiting",
  "entry_block",
  "own_value",
] as const;

/**
 * What they wrote in lessons goes: notes, answers, questions. A question that somebody else has answered leaves its
 * place, without what was asked and by whom.
 */
async function forgetWritten(tx: SchoolTransaction, person: string): Promise<void> {
  const theirs = sql`enrollment_id in (select id from enrollment where person_id = ${person})`;
  await sql`delete from lesson_note where ${theirs}`.execute(tx);
  await sql`delete from own_value where ${theirs}`.execute(tx);
  await sql`delete from question_answer where ${theirs}`.execute(tx);
  await sql`delete from survey_answer where ${theirs}`.execute(tx);
  await sql`delete from told where ${theirs}`.execute(tx);
  // With what was handed in and what was said of it; that it was accepted stays on the record.
  await sql`delete from assignment where ${theirs}`.execute(tx);
  // What they answered and scored stays with their record, as that does, without a name; what they wrote goes.
  await sql`
    update quiz_answer set answer = null where jsonb_typeof(answer) = 'string' and attempt_id in (
      select id from quiz_attempt where ${theirs})
  `.execute(tx);
  await sql`
    delete from question where ${theirs} and not exists (
      select from question_answer a where a.school_id = question.school_id and a.question_id = question.id)
  `.execute(tx);
  await sql`
    update question set name = 'Somebody', text = 'A question that was taken away with its asker', waits = false
    where ${theirs}
  `.execute(tx);
}

/** Forgets a person; answers their account, empty where they have none. */
export async function forgetPerson(tx: SchoolTransaction, person: string): Promise<string | null> {
  await tx.deleteFrom("calendar_feed").where("person_id", "=", person).execute();
  await tx.deleteFrom("calendar_entry").where("person_id", "=", person).execute();
  await sql`
    delete from mail_refused where address = (select lower(email) from person where id = ${person})
  `.execute(tx);
  await sql`
    delete from reminder where email = (select lower(email) from person where id = ${person})
  `.execute(tx);
  // Whoever is no staff any more writes to nobody: what they had planned goes with their name.
  await sql`
    delete from planned_letter where account_id = (select user_id from person where id = ${person})
  `.execute(tx);
  for (const table of THEIRS) await tx.deleteFrom(table).where("person_id", "=", person).execute();
  await forgetWritten(tx, person);
  // What they answered at a checkout that is not paid waits with the order.
  await tx
    .updateTable("sales_order")
    .set({ answers: null })
    .where(
      sql<boolean>`answers is not null and (person_id = ${person}
        or lower(email) = (select lower(p.email) from person p where p.id = ${person}))`,
    )
    .execute();
  const { rows } = await sql<{ account: string | null }>`
    select forget_person(${person}) as account`.execute(tx);
  return rows[0]?.account ?? null;
}

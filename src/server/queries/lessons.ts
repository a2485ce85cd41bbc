import 'server-only';
import type { Db } from '../database';
import type { Row } from '../tables';

export interface Lesson {
  lessonId: string;
  orderId: string;
  orderNumber: number;
  procedureId: string | null;
  kit: string | null;
  about: string;
  stepId: string | null;
  words: string;
  standing: 'proven here' | 'hearsay';
  person: string;
  settled: { how: 'taken in' | 'left'; words: string } | null;
}

type LessonRow = Row<
  'lesson_now',
  'lesson_id' | 'order_id' | 'procedure_id' | 'kit' | 'about' | 'step_id' | 'words' | 'standing'
> &
  Row<'work_order', 'number'> &
  Row<'person', 'name'> & { how: 'taken in' | 'left' | null; answer: string | null };

/** What jobs would have done differently: about one procedure or kit, or all of it; open ones first. */
export async function lessons(tx: Db, about: { procedureId?: string; kit?: string } = {}): Promise<Lesson[]> {
  const rows = await tx.rows<LessonRow>(
    `SELECT lesson_now.lesson_id, lesson_now.order_id, number, procedure_id, kit, about, step_id, lesson_now.words, standing,
            person.name, how, lesson_settled.words AS answer
       FROM lesson_now
       JOIN work_order ON work_order.id = lesson_now.order_id
       JOIN person ON person.id = lesson_now.person_id
       LEFT JOIN lesson_settled ON lesson_settled.lesson_id = lesson_now.lesson_id
      WHERE (? IS NULL OR procedure_id = ?) AND (? IS NULL OR kit = ?)
      ORDER BY how IS NOT NULL, lesson_now.at DESC LIMIT 100`,
    [about.procedureId ?? null, about.procedureId ?? null, about.kit ?? null, about.kit ?? null],
  );
  return rows.map((row) => ({
    lessonId: row.lesson_id,
    orderId: row.order_id,
    orderNumber: row.number,
    procedureId: row.procedure_id,
    kit: row.kit,
    about: row.about,
    stepId: row.step_id,
    words: row.words,
    standing: row.standing,
    person: row.name,
    settled: row.how ? { how: row.how, words: row.answer ?? '' } : null,
  }));
}

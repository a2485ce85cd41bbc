import 'server-only';
import { type Answered, type DrillId, answerOf } from '@/core/practice/drills';
import { blaming } from '@/core/refusal';
import { now } from '../clock';
import { type Db, db } from '../database';
import type { Row } from '../tables';

/** What a person was asked in practice, oldest first. */
export async function answersOf(tx: Db, personId: string): Promise<Answered[]> {
  const rows = await tx.rows<Row<'practice_answer', 'about' | 'correct' | 'answered_at'>>(
    `SELECT about, correct, answered_at FROM practice_answer WHERE person_id = ? ORDER BY id DESC LIMIT 2000`,
    [personId],
  );
  return rows
    .map(({ about, correct, answered_at: at }) => ({
      about,
      correct: Boolean(correct),
      at: at.toISOString(),
    }))
    .reverse();
}

/** Judges an answer by the question’s seed and keeps it. @throws Refusal when it does not read */
export async function answerDrill(
  personId: string,
  { drill, seed, typed }: { drill: DrillId; seed: number; typed: string },
): Promise<{ right: boolean; answer: string }> {
  const judged = blaming('typed', () => answerOf(drill, seed, typed));
  await db().run(
    'INSERT INTO practice_answer (person_id, about, seed, typed, correct, answered_at) VALUES (?, ?, ?, ?, ?, ?)',
    [personId, `drill ${drill}`, seed, typed.slice(0, 80), judged.right, now()],
  );
  return judged;
}

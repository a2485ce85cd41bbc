import { randomInt } from 'node:crypto';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { DRILLS, DRILL_WORDS, type DrillId, questionOf } from '@/core/practice/drills';
import { DrillSeries } from '@/features/practice/drill-series';
import { PracticeMark } from '@/features/practice/practice-mark';
import { requirePerson } from '@/server/http';

export const metadata: Metadata = { title: 'Drill' };

const IN_A_SERIES = 5;

export default async function DrillPage({ params }: { params: Promise<{ drill: string }> }) {
  await connection();
  await requirePerson();
  const { drill: named } = await params;
  const drill = DRILLS.find((one) => one === named) as DrillId | undefined;
  if (!drill) notFound();
  const questions = Array.from({ length: IN_A_SERIES }, () => questionOf(drill, randomInt(2 ** 31)));
  return (
    <>
      <PracticeMark />
      <h1 className="mt-3 mb-4">{DRILL_WORDS[drill].title}</h1>
      <DrillSeries key={questions[0]!.seed} drill={drill} questions={questions} />
    </>
  );
}

'use client';

import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { AgreedPhase } from '@/core/schedule/as-agreed';
import { isProven } from '@/core/schedule/solve';
import type { WeekProblem } from '@/core/schedule/types';
import type { WeekDoors, WorkedRePlan, WorkedWeek } from '@/workers/week.worker';

const worker = () =>
  wrap<WeekDoors>(new Worker(new URL('../../workers/week.worker.ts', import.meta.url), { type: 'module' }));

let hands: { one: Remote<WeekDoors>; other: Remote<WeekDoors> } | null = null;
/** Two workers: each half of the search has a processor of its own. */
const weekHands = () => (hands ??= { one: worker(), other: worker() });

let fromNow: Remote<WeekDoors> | null = null;
/** What is planned again from now is wanted at once: it does not queue behind a search. */
const fromNowHands = () => (fromNow ??= worker());

interface Question {
  problem: WeekProblem;
  /** A plan to begin from. */
  agreed: readonly AgreedPhase[];
  /** How much of the search is made: 1 is all of it. */
  effort: number;
}
const WHOLE = 1;

/** The plan found last in this tab: the next search begins from it, so that a plan does not turn over as minutes pass. */
let foundLast: readonly AgreedPhase[] | null = null;

async function workOut({ problem, agreed, effort }: Question): Promise<WorkedWeek> {
  const began = performance.now();
  const { one, other } = weekHands();
  const isWhole = effort === WHOLE;
  const how = { agreed: (isWhole && foundLast) || agreed, effort };
  const beside = other.half(problem, 'other', how);
  const first = await one.half(problem, 'one', how);
  // Nothing is left to gain: the other half need not be waited for.
  const worked = await one.plan(problem, isProven(first) ? [first] : [first, await beside]);
  if (isWhole) foundLast = worked.plan.placed;
  return { ...worked, ms: performance.now() - began };
}

/** What a worker answers for a question; the last answer stands until there is a new one. */
function useAnswer<Question, Answer>(
  question: Question | null,
  answer: (question: Question) => Promise<Answer>,
): { answer: Answer | null; busy: boolean } {
  const key = question === null ? null : JSON.stringify(question);
  const [known, setKnown] = useState<{ key: string; answer: Answer } | null>(null);
  useEffect(() => {
    if (key === null) return undefined;
    let current = true;
    void answer(JSON.parse(key) as Question).then((found) => {
      if (current) setKnown({ key, answer: found });
    });
    return () => {
      current = false;
    };
  }, [key, answer]);
  return {
    answer: key === null ? null : (known?.answer ?? null),
    busy: key !== null && known?.key !== key,
  };
}

const again = ({ problem, agreed }: Omit<Question, 'effort'>) => fromNowHands().again(problem, [...agreed]);

/** A week worked out beside the page. */
export function useWorkedWeek(
  problem: WeekProblem | null,
  agreed: readonly AgreedPhase[],
  effort = WHOLE,
): { week: WorkedWeek | null; busy: boolean } {
  const { answer, busy } = useAnswer(problem && { problem, agreed, effort }, workOut);
  return { week: answer, busy };
}

/** The agreed plan held against the week as it is now, and what follows where it slipped; nothing without one. */
export function useRePlan(
  problem: WeekProblem,
  agreed: readonly AgreedPhase[],
): { again: WorkedRePlan | null; busy: boolean } {
  const { answer, busy } = useAnswer(agreed.length ? { problem, agreed } : null, again);
  return { again: answer, busy };
}

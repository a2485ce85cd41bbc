'use client';

import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { WeekProblem } from '@/core/schedule/types';
import type { WeekDoors, WorkedWeek } from '@/workers/week.worker';

let doors: Remote<WeekDoors> | null = null;

function weekDoors(): Remote<WeekDoors> {
  doors ??= wrap<WeekDoors>(
    new Worker(new URL('../../workers/week.worker.ts', import.meta.url), { type: 'module' }),
  );
  return doors;
}

/** A week worked out beside the page; the last answer stands until there is a new one. */
export function useWorkedWeek(problem: WeekProblem | null): { week: WorkedWeek | null; busy: boolean } {
  const key = problem ? JSON.stringify(problem) : null;
  const [worked, setWorked] = useState<{ key: string; week: WorkedWeek } | null>(null);
  useEffect(() => {
    if (key === null) return undefined;
    let current = true;
    void weekDoors()
      .plan(JSON.parse(key) as WeekProblem)
      .then((week) => {
        if (current) setWorked({ key, week });
      });
    return () => {
      current = false;
    };
  }, [key]);
  return { week: key === null ? null : (worked?.week ?? null), busy: key !== null && worked?.key !== key };
}

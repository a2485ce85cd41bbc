'use client';

import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { PlannerInput } from '@/core/planner/car-stand';
import type { SpreadAnswer } from '@/core/planner/spread';
import type { PlannerApi } from '@/workers/planner.worker';

let doors: Remote<PlannerApi> | null = null;

/** The planner's worker, made when it is first asked: draws and searches never hold up a frame. */
export function plannerApi(): Remote<PlannerApi> {
  doors ??= wrap<PlannerApi>(
    new Worker(new URL('../../workers/planner.worker.ts', import.meta.url), { type: 'module' }),
  );
  return doors;
}

const PAUSE_MS = 120;

/** The spread of a plan, worked out beside the page a moment after the last change; the last one stands meanwhile. */
export function useSpread(input: PlannerInput, sd: { front: number; rear: number }) {
  const [spread, setSpread] = useState<(SpreadAnswer & { ms: number }) | null>(null);
  const key = JSON.stringify([input, sd]);
  useEffect(() => void plannerApi(), []);
  useEffect(() => {
    let current = true;
    const timer = setTimeout(async () => {
      const [plan, spreads] = JSON.parse(key) as [PlannerInput, { front: number; rear: number }];
      const got = await plannerApi().spread(plan, spreads);
      if (current) setSpread(got.ok ? got.answer : null);
    }, PAUSE_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [key]);
  return spread;
}

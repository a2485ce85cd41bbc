import type { OrderState } from '../ledger/order-state';
import { type SignedFor, askedOfStep, forJob } from './alone';

/** What one person did on one order of what can be signed off. */
export interface Worked {
  personId: string;
  skill: SignedFor;
  /** Steps done alone. */
  alone: number;
  /** Steps done with somebody beside. */
  beside: number;
  lastAt: string;
}

/** Who did what on an order that can be signed off: each kind of step, and the job such steps were of. */
export function workedOf({ document, run }: Pick<OrderState, 'document' | 'run'>): Worked[] {
  const all = new Map<string, Worked>();
  for (const step of document?.steps ?? []) {
    const done = run?.done.get(step.id);
    if (!done) continue;
    const { kinds, job } = askedOfStep(document!, step);
    const signedFor: SignedFor[] = kinds.length && job !== null ? [...kinds, forJob(job)] : [...kinds];
    for (const skill of signedFor) {
      const key = `${done.personId} ${skill}`;
      const { personId, at } = done;
      const one = all.get(key) ?? { personId, skill, alone: 0, beside: 0, lastAt: at };
      one[done.beside?.length ? 'beside' : 'alone'] += 1;
      if (at > one.lastAt) one.lastAt = at;
      all.set(key, one);
    }
  }
  return [...all.values()];
}

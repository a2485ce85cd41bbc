import { Refusal } from '@/core/refusal';

/** What some work of the core is refused with. @throws what else it throws, and when it was allowed */
export function refusedBy(work: () => unknown): Refusal {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return error;
    throw error;
  }
  throw new Error('it was allowed');
}

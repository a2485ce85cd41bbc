/** What the entries of many hands on one car hold: what a person must look at, and who may lower and drive it. */

export const TASK_ABOUT = ['late', 'refused', 'returned', 'overlap', 'clock'] as const;
/**
 * late: it came after another tablet's entry on the same thing, and the less safe of the two stands; refused: a queued
 * move the record could not take; returned: a move of a tablet that no longer holds lowering; overlap: two clocks of one
 * person; clock: a device whose clock is far from the server's.
 */
export type TaskAbout = (typeof TASK_ABOUT)[number];

/** A move as its device queued it, kept whole so that nothing a person did vanishes. */
export interface QueuedMove {
  name: string;
  input: Record<string, unknown>;
  at: string;
  personId: string;
}
export interface TaskData {
  taskId: string;
  about: TaskAbout;
  words: string;
  move: QueuedMove | null;
}
export interface TaskDoneData {
  taskId: string;
  words: string;
}

/** Lowering and driving of this car given to one tablet, or to none again. */
export interface LoweringData {
  how: 'taken' | 'given back' | 'taken back by the lead';
  deviceName: string;
  /** Whose tablet it is taken back from. */
  fromDevice: string | null;
  leadId: string | null;
  reason: string | null;
  /** The lead has looked at the car itself. */
  looked: boolean;
}

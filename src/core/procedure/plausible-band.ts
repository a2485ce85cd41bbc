import { plausibleTorque } from '../calc/torque.plausible';
import { attempt } from '../refusal';
import type { Fastener } from './types';

/**
 * The plausible torques of a fastener by its thread and grade, N·m. A guard against slips, never a source of a value.
 * @returns null where thread or grade are not named, or have no band
 */
export function plausibleBand({
  thread,
  grade,
}: Pick<Fastener, 'thread' | 'grade'>): { low: number; high: number } | null {
  if (!thread || !grade) return null;
  const read = attempt(() => plausibleTorque({ thread, grade }));
  return read.ok ? read.value : null;
}

import { type TapeUnit, parseTape } from '../calc/tape.parse';
import type { PerCorner } from '../corners';
import { type OrderState, baselineOf } from '../ledger/order-state';
import type { OneEnd } from '../planner/measures';

/** What is wanted of an axle: a height, or by how much it goes up (less than nothing: down), mm. */
export type Target = { height: number } | { lift: number };

const LIFT = /^([+−-])\s*(.+)$/;

/**
 * Reads a target as it is typed: `571 mm` is a height, `+50 mm` a lift, `-1 1/2` a drop.
 * @param unit the unit meant when the text names none
 * @throws Refusal when it does not read as a length
 */
export function readTarget(typed: string, unit: TapeUnit): Target {
  const lift = LIFT.exec(typed.trim());
  if (!lift) return { height: parseTape(typed, unit) };
  const mm = parseTape(lift[2]!, unit);
  return { lift: lift[1] === '+' ? mm : -mm };
}

const meanAt = (mm: PerCorner<number>, end: OneEnd) =>
  end === 'front' ? (mm.LF + mm.RF) / 2 : (mm.LR + mm.RR) / 2;

/**
 * The heights an order aims at, mm: a lift counts from how it came, so that it is none before that is measured.
 * @returns null at an end that stays as it is, or is not known yet
 */
export function targetsOf(state: OrderState): Record<OneEnd, number | null> {
  const intake = state.intake?.data;
  const came = baselineOf(state)?.mm ?? null;
  const at = (end: OneEnd): number | null => {
    const typed = intake?.targets[end];
    if (!typed) return null;
    const target = readTarget(typed, intake.targets.unit);
    if ('height' in target) return target.height;
    return came && meanAt(came, end) + target.lift;
  };
  return { front: at('front'), rear: at('rear') };
}

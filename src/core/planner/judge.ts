import { Refusal } from '../refusal';
import type { CarStand } from './car-stand';
import type { Consequence, Cure, FigureUnit, Limit } from './consequence';
import { CONSEQUENCES } from './consequences';
import type { OneEnd } from './measures';

export type Level = 'never' | 'must' | 'near' | 'fine';

export interface Judged {
  id: string;
  name: string;
  end: OneEnd | 'car';
  unit: FigureUnit;
  /** Null when the geometry has no answer: then it is a must of its own. */
  figure: number | null;
  limit: Limit;
  level: Level;
  /** How much of its limit the figure uses: 1 is at the limit, more is beyond it. */
  used: number;
  why: string;
  /** What stops the geometry, when it does. */
  stopped: string | null;
  /** Nobody lets it pass where it is beyond its limit. */
  never?: boolean;
  /** A question while nobody has looked. */
  asks?: boolean;
  cures: Cure[];
}

const NEAR = 0.8;
const HAIR = 1e-9;

/** How much of a limit a figure uses: 1 at it, above 1 beyond it. */
export function limitUsed(figure: number, { most, least }: Limit): number {
  const over =
    most === undefined ? 0 : most > 0 ? figure / most : figure > most + HAIR ? 1 + figure - most : 0;
  if (least === undefined) return over;
  const scale = Math.max(Math.abs(least), 1);
  // A floor is used up as the figure comes down on it from twice its own size away.
  const under =
    figure < least - HAIR ? 1 + (least - figure) / scale : Math.max(0, 1 - (figure - least) / scale);
  return Math.max(over, under);
}

export const beyond = (figure: number, { most, least }: Limit) =>
  (most !== undefined && figure > most + HAIR) || (least !== undefined && figure < least - HAIR);

/** Judges one consequence of a car as it would stand. */
export function judgeOne(rule: Consequence, car: CarStand): Judged {
  const limit = rule.limit(car);
  const base = {
    id: rule.id,
    name: rule.name,
    end: rule.end,
    unit: rule.unit,
    limit,
    why: rule.why,
    never: rule.never,
    asks: rule.asks,
  };
  try {
    const figure = rule.figure(car);
    const over = beyond(figure, limit);
    const used = limitUsed(figure, limit);
    const level = over
      ? rule.never
        ? 'never'
        : rule.asks
          ? 'near'
          : 'must'
      : used >= NEAR && !rule.certain && figure !== 0
        ? 'near'
        : 'fine';
    return { ...base, figure, level, used, stopped: null, cures: over ? rule.cures(car, figure) : [] };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { ...base, figure: null, level: 'must', used: 9, stopped: error.message, cures: [] };
  }
}

const RANK: Record<Level, number> = { never: 0, must: 1, near: 2, fine: 3 };

/** What else changes, what matters most first. */
export function judgeCar(car: CarStand): Judged[] {
  return CONSEQUENCES.filter((rule) => rule.applies(car))
    .map((rule) => judgeOne(rule, car))
    .sort((a, b) => RANK[a.level] - RANK[b.level] || b.used - a.used);
}

export const unansweredMusts = (judged: Judged[]) =>
  judged.filter((one) => one.level === 'must' || one.level === 'never');

/** From this share of draws on it is as likely as not past its limit. */
const AS_LIKELY = 0.5;
/** From this share on somebody should look at it. */
const WORTH_A_LOOK = 0.1;

/**
 * The level by chance as well as by figure: what is past its limit in half of all cases is no matter of taste, whatever
 * its middle figure says, and what is in one of ten is close.
 * @param passes the share of draws past the limit; undefined where none were made
 */
export function levelByChance(
  level: Level,
  passes: number | undefined,
  { never = false, asks = false }: Pick<Judged, 'never' | 'asks'> = {},
): Level {
  if (passes === undefined || asks || level === 'must' || level === 'never') return level;
  if (passes >= AS_LIKELY) return never ? 'never' : 'must';
  return passes >= WORTH_A_LOOK ? 'near' : level;
}

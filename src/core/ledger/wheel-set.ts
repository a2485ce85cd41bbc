import { CORNER_NAMES, CORNERS, type Corner } from '../corners';
import type { Fastener, TorqueSpec } from '../procedure/types';
import type { WheelsData } from './kinds/arrival';
import type { OrderState } from './order-state';

/** The wheel sets of a car: what each is, and what follows from the one it stands on. */

/** How the dial factor of a set is known. */
export const DIAL_FROM = ['driven', 'tire size', 'as made'] as const;
export type DialFrom = (typeof DIAL_FROM)[number];

/** One set of wheels a car may stand on. */
export interface WheelSet {
  id: string;
  name: string;
  tires: string;
  rimWidthIn: number | null;
  offsetMm: number | null;
  /** What its nuts or bolts are torqued to, N·m, with where that is written; null until somebody enters it. */
  nm: number | null;
  source: string;
  /** How much further the car goes on it than its dial counts. */
  dialFactor: number;
  dialFrom: DialFrom;
  /** Sold, or worn out. */
  gone: boolean;
}

const NUTS = '.wheel-nuts';
export const isWheelNuts = (place: string): boolean => place.endsWith(NUTS);

const NUTS_OF_CORNERS: Record<Corner, string> = {
  LF: `front.left${NUTS}`,
  RF: `front.right${NUTS}`,
  LR: `rear.left${NUTS}`,
  RR: `rear.right${NUTS}`,
};

/** What the nuts of a car's wheels go by on a set, by place; nothing where its torque is not entered. */
export function nutSpecs({
  nm,
  source,
  name,
}: Pick<WheelsData, 'nm' | 'source' | 'name'>): Map<string, TorqueSpec> {
  if (nm === null) return new Map();
  const spec = { nm, source: `${source}, kept with the wheel set ${name}`.slice(0, 200) };
  return new Map(Object.values(NUTS_OF_CORNERS).map((place) => [place, spec]));
}

/** The wheel nuts of a run that go by another value than the set the car stands on asks. */
export function nutsOffTheSet({ wheels, document, run }: OrderState): Fastener[] {
  const nm = wheels?.data.nm ?? null;
  if (nm === null || !document || !run) return [];
  return document.fasteners.filter(({ id, place }) => {
    const { spec } = run.fasteners.get(id)!;
    return isWheelNuts(place) && spec !== null && Math.abs(spec.nm - nm) > 0.5;
  });
}

/**
 * Why another set cannot have gone on the car by this record, or null. Before the work it stands as it came; from then on
 * wheels change with their nuts loose, and only where the job has the nuts of each wheel, so that they are torqued and seen.
 */
export function whyNoOtherSet({ document, run }: OrderState): string | null {
  if (!document || !run) return null;
  const nuts = document.fasteners.filter(({ place }) => isWheelNuts(place));
  const without = CORNERS.filter((corner) => !nuts.some(({ place }) => place === NUTS_OF_CORNERS[corner]));
  if (without.length)
    return `This job has no wheel nuts ${without.map((corner) => CORNER_NAMES[corner]).join(', ')}: nothing here would see them torqued. Change the wheels with the procedure for wheels, or say at the next visit what it stands on.`;
  const off = ({ id, place }: Fastener) => {
    const wheel = document.items.find((item) => item.place === place.replace(/-nuts$/, ''));
    return run.car.loose.has(id) || (wheel !== undefined && run.car.open.has(wheel.id));
  };
  return nuts.every(off)
    ? null
    : 'By this record not every wheel is loose. Loosen their nuts first, then say which set goes on.';
}

/** The tires it wears now: those of the set it was put on, else those it came on until the work fits others. */
export function tiresNow({ wheels, intake, heights, run }: OrderState): string {
  const { tires, newTires } = intake!.data;
  return wheels?.data.tires ?? (run && heights.length ? (newTires ?? tires) : tires);
}

import type { SuspensionKind } from './axle-kinds';
import type { OneEnd } from './measure-defs';
import { type PartKind, partKind } from './part-kinds';

export const PART_SOURCES = ['new', 'used', 'donor', 'shop-made'] as const;
export type PartSource = (typeof PART_SOURCES)[number];

/** A part of a plan: what it is, where it goes, how it is set, what it costs. */
export interface PlanPart {
  id: string;
  kind: PartKind;
  end: OneEnd | 'both';
  name: string;
  set: Record<string, number>;
  /** Cents, and minutes to fit it. */
  cost: number;
  minutes: number;
  /** The lift of the axle it is rated for, mm. */
  rated?: { least: number; most: number } | null;
  source?: PartSource;
  /** The catalog's part it is, and the kit it comes in. */
  catalogId?: string | null;
  kit?: string | null;
  /** What the kit claims for it, mm of lift. */
  claimed?: number | null;
  /** What comes out for it: the lift it gives is the difference to that. */
  replaces?: string | null;
}

export interface Accessory {
  id: string;
  name: string;
  kg: number;
  x: number;
  y: number;
  /** Still to come: predicted with it, measured without. */
  later?: boolean;
}

/** Does this kind of part go on this axle? */
export function fitsAxle(kind: PartKind, suspension: SuspensionKind, end: OneEnd): boolean {
  return partKind(kind).fits?.(suspension, end) ?? true;
}

export function partsAt(parts: readonly PlanPart[], end: OneEnd): PlanPart[] {
  return parts.filter((part) => part.end === end || part.end === 'both');
}

/** A new part of a kind with its sliders where they begin. */
export function freshPart(
  kind: PartKind,
  end: OneEnd | 'both',
  id: string,
  set: Record<string, number> = {},
): PlanPart {
  const { name, settings, both } = partKind(kind);
  return {
    id,
    kind,
    end: both ? 'both' : end,
    name,
    set: { ...Object.fromEntries(settings.map((one) => [one.id, one.start])), ...set },
    cost: 0,
    minutes: 0,
  };
}

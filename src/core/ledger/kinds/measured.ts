import type { AgainstKind, CompareKind } from '../../procedure/types';
import type { Corner } from '../../corners';
import type { RungId } from '../../anatomy/refit-ladder';
import type { CauseId } from '../../stance/causes';

/** What the entries of measuring at the work hold: figures of steps, tries of a setting, old laid beside new. */

export const FIGURE_BY = ['hand', 'gauge'] as const;
/** Read by hand on a tape, rule or angle gauge, or sent by a gauge. */
export type FigureBy = (typeof FIGURE_BY)[number];

export interface FigureData {
  stepId: string;
  measureId: string;
  what: string;
  unit: string;
  corner: Corner | null;
  /** As it was typed, a length with its unit. */
  text: string;
  /** mm, degrees, turns, pieces, kg; null for words. */
  value: number | null;
  by: FigureBy;
  /** What it was held against as it was read; null where nothing was known. */
  against: { kind: AgainstKind; value: number; words: string } | null;
  /** What it came to then; null where nothing judges it. */
  verdict: 'low' | 'within' | 'high' | null;
  /** It was asked about, measured again, and did read so. */
  confirmed?: true;
}

/** A value of the kit's sheet, typed once for the job. */
export interface SheetFigureData {
  name: string;
  unit: string;
  text: string;
  value: number;
}

/** A setting as it was set, and what it read on its wheels. */
export interface TryData {
  stepId: string;
  corner: Corner | null;
  /** Holes, turns, mm: the trial's own unit. */
  set: number;
  text: string;
  /** mm; degrees of the steering wheel. */
  value: number;
  /** What was to be reached then. */
  target: number;
  /** What eight in ten readings of this setting were said to lie between, before it was read; null for the first. */
  said: { low: number; high: number } | null;
}

/** The old part laid beside the new one. */
export interface ComparedData {
  stepId: string | null;
  kind: CompareKind;
  corner: Corner | null;
  end: 'front' | 'rear';
  /** The part of the plan that is to go on, where it is one of it. */
  partId: string | null;
  /** Old and new of each pair that was read, as typed and in mm (pieces for counts). */
  pairs: {
    id: string;
    what: string;
    unit: string;
    old: { text: string; value: number };
    fresh: { text: string; value: number };
    /** Null where the pair is only told, not judged. */
    fits: boolean | null;
  }[];
  source: 'new' | 'used' | 'donor' | 'shop-made';
  /** How a used or donor part was found to fit. */
  fit: string;
  photoId: string | null;
  /** Does it go on? A mismatch does not. */
  fits: boolean;
}

/** A height read in a photograph by the card in it. */
export interface PhotoHeightData {
  photoId: string;
  what: 'hub to lip' | 'tire gap' | 'shackle angle' | 'lean';
  corner: Corner | null;
  /** mm, or degrees; with its error, one standard deviation. */
  value: number;
  sd: number;
  /** The card as printed, mm, and in the picture: its corners and the points, pixels of the picture as it was taken. */
  card: { width: number; height: number };
  picture: { width: number; height: number };
  corners: { x: number; y: number }[];
  points: { x: number; y: number }[];
  /** How far the hub stands out of the card's plane, toward the camera, mm, and how sure that is. */
  outOfPlane: number;
  outOfPlaneSd: number;
  foundBy: 'itself' | 'hand';
  /** The tape's reading it was held against, mm, and whether both lie within each other's error. */
  tape: { entryId: string; mm: number; agrees: boolean } | null;
}

/** A figure read at a hanging wheel or at lock, of the list of full droop and lock. */
export interface DroopReadData {
  /** The consequence that was read, with its axle: `front.arm-coil`. */
  id: string;
  what: string;
  end: 'front' | 'rear';
  side: 'left' | 'right';
  unit: string;
  /** As it was typed, a length with its unit. */
  text: string;
  /** mm or degrees. */
  value: number;
  /** What the plan's car in motion said it would be; null where it had no answer. */
  predicted: number | null;
  /** The limit it was held against, and whether it lies beyond. */
  most: number | null;
  least: number | null;
  over: boolean;
}

/** What was found to stand behind heights that were off. */
export interface CauseFoundData {
  setId: string;
  cause: CauseId;
  end: 'front' | 'rear' | 'both';
  corner: Corner | null;
}

/** What made room to get a taller strut or coil back in. */
export interface RoomMadeData {
  stepId: string;
  corner: Corner;
  /** `left front strut`. */
  what: string;
  rung: RungId;
  /** The rung as it was said then. */
  title: string;
  /** mm it was too long by the plan as the axle stood; null where nothing was known. */
  short: number | null;
}

export interface MeasuredEntries {
  figure: FigureData;
  'sheet.figure': SheetFigureData;
  try: TryData;
  compared: ComparedData;
  'photo.height': PhotoHeightData;
  'droop.read': DroopReadData;
  'cause.found': CauseFoundData;
  'room.made': RoomMadeData;
}

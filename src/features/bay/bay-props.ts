import type { ElsewhereOnTheCar } from '@/server/other-orders';
import { CORNER_NAMES, type Corner } from '@/core/corners';
import type { EntryOf } from '@/core/ledger/entries';
import type { SettingData } from '@/core/ledger/kinds/noted';
import type { OrderState } from '@/core/ledger/order-state';
import type { TapeMark } from '@/core/ledger/tape';
import { type RunDocument, type RunState } from '@/core/procedure/engine';
import type { RungMinutes } from '@/core/procedure/refits';
import type { OneEnd, Step } from '@/core/procedure/types';
import type { TrayReading, WrenchLink } from '@/server/devices/torque-wrench';
import type { Alone } from '@/core/practice/alone';
import type { Wrench } from '@/server/queries/orders';
import type { PinPerson } from '@/ui/pin-fields';

export interface LastTorque {
  entryId: string;
  words: string;
  personId: string;
  warnings: string[];
}

/** A procedure of the run with the ways it could be done, and those taken. */
export interface RunSource {
  id: string;
  title: string;
  ways: { id: string; choice: string; title: string }[];
  taken: string[];
}

/** What the bay view is given; its parts share it. */
export interface BayProps {
  orderId: string;
  label: string;
  placeName: string;
  document: RunDocument;
  run: RunState;
  marks: TapeMark[];
  viewer: { id: string; name: string; torqueUnit: 'lbft' | 'nm'; isLead: boolean };
  people: PinPerson[];
  leads: PinPerson[];
  wrenches: Wrench[];
  /** The torque wrench bound to this tablet, and the readings nobody waited for. */
  link: WrenchLink | null;
  tray: TrayReading[];
  standInWrench: boolean;
  today: string;
  clockRunning: boolean;
  clockWords: string;
  /** Who is on this job's clock now, by person. */
  onClock: Record<string, { helper: boolean }>;
  /** Minutes clocked beyond the book of what is done; negative is ahead. */
  over: number;
  stuck: { stuckId: string; fastenerId: string; minutes: number }[];
  recheck: boolean;
  lastTorques: Record<string, LastTorque>;
  /** Other open orders of this car and what they have in hand. */
  elsewhere: ElsewhereOnTheCar[];
  /** Shots that steps ask for and no picture has filled. */
  shotsMissing: { stepId: string; shot: string }[];
  /** The last picture of the same step, or of its twin on the other side. */
  stepPhotos: Record<string, { photoId: string; twin: boolean }>;
  cuts: EntryOf<'cut'>[];
  /** Ids of what was opened beside the steps. */
  alsoOpened: string[];
  coilStepTurns: number;
  rungMinutes: RungMinutes;
  settings: SettingData[];
  /** Heights on trial with what the owner said of each, in words. */
  trials: string[];
  /** Target against what was last measured, for an end, in words. */
  targets: Record<OneEnd, string | null>;
  sources: RunSource[];
  kit: string | null;
  /** The record as it stands: figures, tries and comparisons are judged on it as they are typed. */
  state: OrderState;
  lengthUnit: 'in' | 'mm';
  /** Who of the crew may do what alone. */
  alone: Alone;
  /** A car that is practiced on, and whether what is wrong is let happen there. */
  practice?: { letsHappen: boolean };
  /** Height gauges stand in at the wheels. */
  gauges: boolean;
  /** What the order waits for once every step is done: asked only then. */
  next: () => { text: string; href: string };
  alarm: string | null;
  /** The tablet that holds lowering and driving of this car. */
  holder: { mine: boolean; name: string; since: string } | null;
  /** What somebody must look at on this car. */
  tasks: { taskId: string; words: string; at: string }[];
}

/** Which end of the car a step speaks of, in words. */
export function describeWhere(step: Step): string {
  if (step.corner) return CORNER_NAMES[step.corner];
  return step.end === 'front' || step.end === 'rear' ? step.end : 'whole car';
}

/** A step's number in the run, from 1. */
export const stepNumber = (document: RunDocument, id: string) =>
  document.steps.findIndex((step) => step.id === id) + 1;

/** `strut-in-L` for `strut-in-R`: the same step on the other side, when the run has it. */
export function twinOf(document: RunDocument, step: Step): Step | undefined {
  const twin = step.id.replace(/-(L|R)$/, (_, side: string) => (side === 'L' ? '-R' : '-L'));
  return twin === step.id ? undefined : document.steps.find((candidate) => candidate.id === twin);
}

export type { Corner };

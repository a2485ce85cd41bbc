import type { TapeMark } from '@/core/ledger/tape';
import { CORNER_NAMES, type RunDocument, type RunState } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import type { Wrench } from '@/server/queries/orders';
import type { PinPerson } from '@/ui/person-pin';

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
  today: string;
  clockRunning: boolean;
  clockWords: string;
  recheck: boolean;
  lastTorques: Record<string, { entryId: string; words: string; personId: string }>;
  photoSteps: string[];
  next: { text: string; href: string };
  alarm: string | null;
}

/** Which end of the car a step speaks of, in words. */
export function whereWords(step: Step): string {
  if (step.corner) return CORNER_NAMES[step.corner];
  return step.end === 'front' || step.end === 'rear' ? step.end : 'whole car';
}

import { bestOrder, outOfOrder } from '@/core/practice/best-order';
import type { Consequence } from '@/core/practice/consequences';
import { FAULTS } from '@/core/practice/fault-words';
import { placeAt } from '@/core/practice/looks';
import { faultKey } from '@/core/practice/scenario';
import type { Score } from '@/core/practice/score';
import type { Step } from '@/core/procedure/types';
import type { PracticeTry } from './practice-try';

/** What a try came to, for one page. */
export interface Debrief {
  score: Score;
  faults: {
    key: string;
    title: string;
    where: string;
    /** What a person sees who looks there, and in which way. */
    shows: string;
    mend: string;
    found: boolean;
    bit: Consequence | null;
  }[];
  consequences: Consequence[];
  /** Pairs of steps the anatomy’s cheapest order has the other way round. */
  order: { step: string; before: string }[];
  refused: { step: string; code: string }[];
  taps: number;
  looks: number;
  needless: number;
  stepsDone: number;
  stepsAsked: number;
  /** By the book, of what was done; and as it was, from the first tap to the last. */
  minutes: { book: number; taken: number };
  torques: { all: number; byHand: number };
  photos: { taken: number; asked: number };
  /** How often the rack was read, and whether the last sheet was all in range. */
  rack: { read: number; allIn: boolean };
}

const minutesBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60_000;

/** What was found and missed, in which order it was worked, and what it took. */
export function debriefOf(one: PracticeTry): Debrief {
  const { document } = one.hidden;
  const { run, torques, photos } = one.state;
  const words = (id: string) =>
    document.steps.find((step: Step) => step.id === id)?.do ?? 'raising or lowering';
  const before = one.entries.length ? new Set(one.asked.map(({ id }) => id)) : new Set<string>();
  const done = one.asked.filter(({ id }) => run!.done.has(id));
  const inOrder = [...run!.done.keys()].filter((id) => before.has(id));
  const own = (entry: { id: string }) => !entry.id.startsWith('before-');
  const ownTorques = torques.filter(own);
  const last = one.acts.at(-1)?.at ?? one.car.startedAt;
  return {
    score: one.score,
    faults: one.car.scenario.faults.map((fault) => {
      const key = faultKey(fault);
      const kind = FAULTS[fault.kind];
      const where = placeAt(document, fault.at)?.name ?? fault.at;
      return {
        key,
        title: kind.title,
        where,
        shows: kind.seen(where, fault),
        mend: kind.mend,
        found: one.found.has(key),
        bit: one.consequences.find((consequence) => consequence.fault === key) ?? null,
      };
    }),
    consequences: one.consequences,
    order: outOfOrder(inOrder, bestOrder(document, one.asked)).map(([step, later]) => ({
      step: words(step),
      before: words(later),
    })),
    refused: one.refused.map(({ stepId, code }) => ({ step: words(stepId), code })),
    taps: one.acts.length,
    looks: one.looks.length,
    needless: one.needless,
    stepsDone: done.length,
    stepsAsked: one.asked.length,
    minutes: {
      book: done.reduce((sum, step) => sum + step.minutes, 0),
      taken: Math.max(0, minutesBetween(one.car.startedAt, last)),
    },
    torques: {
      all: ownTorques.length,
      byHand: ownTorques.filter(({ data }) => data.by === 'hand').length,
    },
    rack: { read: one.sheets.length, allIn: one.sheets.at(-1) ?? false },
    photos: {
      taken: photos.filter(own).length,
      asked: one.asked.filter(({ photo }) => photo?.length).length,
    },
  };
}

import { sentence } from '@/core/wording';
import { describeInterval } from '@/core/follow-up/promises';
import type { ComingBackEntries, FollowUpKind } from '@/core/ledger/kinds/coming-back';
import { type EntryContracts } from '../entry';

const COME_BACK_WORDS: Record<FollowUpKind, string> = {
  wheel: 'wheel nuts',
  chassis: 'chassis',
  heights: 'settled heights',
  alignment: 'alignment',
  'check-in': 'asking how it drives',
};

export const comingBack: EntryContracts<keyof ComingBackEntries> = {
  'followup.open': {
    fold: (state, entry) => state.followUpsOpened.push(entry),
    describe: (entry) =>
      `Come-back opened: ${COME_BACK_WORDS[entry.data.kind]}, ${describeInterval(entry.data.interval)}.`,
    projections: ['followUps', 'dueDates'],
  },
  'followup.close': {
    fold: (state, entry) => state.followUpsClosed.push(entry),
    describe: (entry) =>
      `Come-back closed: ${entry.data.how}${entry.data.reason ? `, ${entry.data.reason}` : ''}.`,
    projections: ['followUps', 'dueDates'],
  },
  'date.wish': {
    fold: ({ after }, entry) => {
      after.wishes.push({ entry, answer: null });
    },
    describe: (entry) =>
      `The customer asks for a date${entry.data.day ? `, ${entry.data.day}` : ''}: ${sentence(entry.data.words)}`,
    projections: ['wishes'],
  },
  'date.answer': {
    fold: ({ after }, entry) => {
      const wish = after.wishes.find((one) => one.entry.data.wishId === entry.data.wishId);
      if (wish) wish.answer = entry;
    },
    describe: (entry) => `Told the customer: ${sentence(entry.data.words)}`,
    projections: ['wishes'],
  },
  'check-in': {
    fold: ({ after }, entry) => {
      after.checkIn = entry;
    },
    describe: (entry) =>
      `After months: ride ${entry.data.ride}, noise ${entry.data.noise}, fuel ${entry.data.fuel}, wear ${entry.data.wear}; again: ${entry.data.again}. ${entry.data.words}`.trim(),
    projections: ['kitFacts'],
    correctedBy: ['entry.void'],
  },
  'visit.closed': {
    fold: (state, entry) => {
      state.visitClosed = entry;
    },
    describe: (entry) => `Visit closed. ${entry.data.note}`.trim(),
    projections: ['finished', 'conflicts', 'stepTimes'],
  },
};

import { sentence } from '@/core/wording';
import type { PlannedEntries } from '@/core/ledger/kinds/planned';
import { type EntryContracts } from '../entry';

export const planned: EntryContracts<keyof PlannedEntries> = {
  plan: {
    fold: (state, entry) => state.plans.push(entry),
    describe: (entry) =>
      `Plan, version ${entry.data.version}: ${[entry.data.front?.name, entry.data.rear?.name].filter(Boolean).join(' and ')}.`,
    projections: ['kitFacts', 'waits', 'search'],
  },
  quote: {
    fold: (state, entry) => state.quotes.push({ entry, answer: null }),
    describe: (entry) => `Quote, version ${entry.data.version}.`,
  },
  'quote.answer': {
    fold: (state, entry) => {
      const quote = state.quotes.find((one) => one.entry.data.version === entry.data.version);
      if (quote) quote.answer = entry;
    },
    describe: (entry) =>
      `Customer said ${entry.data.yes ? 'yes' : 'no'} to quote ${entry.data.version}, ${entry.data.how}.`,
  },
  'parts.list': {
    fold: (state, entry) => {
      state.parts.list = entry;
    },
    describe: (entry) => `Parts expected: ${entry.data.lines.length} lines.`,
    projections: ['search'],
  },
  'parts.in': {
    fold: (state, entry) => {
      state.parts.checkedIn.set(entry.data.lineId, entry);
    },
    describe: (entry) =>
      `Checked in: ${entry.data.got}, ${entry.data.condition}${entry.data.right ? '' : ', wrong side'}.`,
    projections: ['waits'],
  },
  hold: {
    fold: (state, entry) => state.parts.holds.push({ entry, end: null }),
    describe: (entry) => `On hold: ${sentence(entry.data.reason)}`,
    projections: ['search'],
  },
  'hold.end': {
    fold: (state, entry) => {
      const hold = state.parts.holds.find((one) => one.entry.data.holdId === entry.data.holdId);
      if (hold) hold.end = entry;
    },
    describe: (entry, names) =>
      sentence(
        `Hold ended${entry.data.leadId ? ` by ${names.person(entry.data.leadId)}: ${entry.data.reason ?? ''}` : ', all of it is in'}`,
      ),
  },
  supply: {
    fold: (state, entry) => state.parts.supplies.push(entry),
    describe: (entry) =>
      `Ordered${entry.data.standIn ? ' from the stand-in supplier' : ''}: ${entry.data.count} × ${entry.data.name}. ${entry.data.answer}`,
    projections: ['waits'],
  },
  booking: {
    fold: ({ after }, entry) => {
      after.bookings.set(entry.data.bookingId, entry);
    },
    describe: (entry) =>
      entry.data.kept
        ? `Alignment booked at ${entry.data.rack}, ${entry.data.startsAt.slice(0, 16).replace('T', ' ')} UTC.`
        : `Booking at ${entry.data.rack} given up.`,
    projections: ['bookings'],
  },
};

import { CORNER_NAMES } from '@/core/corners';
import { sentence } from '@/core/wording';
import type { NotedEntries } from '@/core/ledger/kinds/noted';
import { type EntryContracts } from '../entry';

export const noted: EntryContracts<keyof NotedEntries> = {
  stuck: {
    fold: (state, entry) => state.stuck.push({ entry, end: null }),
    describe: (entry, names) => `${names.thing(entry.data.fastenerId)} is ${entry.data.what}.`,
  },
  'stuck.end': {
    fold: (state, entry) => {
      const stuck = state.stuck.find((one) => one.entry.data.stuckId === entry.data.stuckId);
      if (stuck) stuck.end = entry;
    },
    describe: (entry) => `The stuck fastener came loose: ${entry.data.how}.`,
  },
  damage: {
    fold: (state, entry) => state.damages.push(entry),
    describe: (entry) =>
      `Damage done here: ${sentence(entry.data.text)} Cause: ${sentence(entry.data.cause)} Paid by ${entry.data.pays}; the customer ${entry.data.customerTold ? 'knows' : 'has not been told'}.`,
    projections: ['search'],
  },
  watch: {
    fold: (state, entry) => state.watches.push(entry),
    describe: (entry) => `On the watch list: ${sentence(entry.data.text)}`,
    projections: ['watched', 'search'],
  },
  'watch.answer': {
    fold: ({ after }, entry) => {
      after.watchAnswers.push(entry);
    },
    describe: (entry) =>
      `Watched line answered${entry.data.settled ? '' : ', watched on'}: ${sentence(entry.data.answer)}`,
    projections: ['watched'],
  },
  setting: {
    fold: (state, entry) => state.settings.push(entry),
    describe: (entry) =>
      `${entry.data.what}, ${CORNER_NAMES[entry.data.corner]}, ${entry.data.when}: ${entry.data.value}.`,
  },
  lesson: {
    fold: (state, entry) => state.lessons.push(entry),
    describe: (entry) => `Another time (${entry.data.standing}): ${sentence(entry.data.text)}`,
    projections: ['lessons', 'search'],
  },
  photo: {
    fold: (state, entry) => state.photos.push(entry),
    describe: (entry, names) =>
      `Photo: ${entry.data.caption || names.step(entry.data.stepId) || entry.data.occasion || ''}.`,
    projections: ['search'],
    correctedBy: ['entry.void'],
  },
  'photo.marks': {
    fold: ({ after }, entry) => {
      after.marks.set(entry.data.photoEntryId, entry);
    },
    describe: (entry) => `${entry.data.marks.length} marks drawn over a photo.`,
    correctedBy: ['entry.void'],
  },
  'clock.on': {
    fold: (state, entry) =>
      state.clocks.push({
        clockId: entry.data.clockId,
        personId: entry.data.personId,
        stepId: entry.data.stepId,
        helper: entry.data.helper ?? false,
        backTo: entry.data.backTo ?? null,
        from: entry.at,
        to: null,
        reason: null,
      }),
    describe: () => 'Clock on.',
    projections: ['clocks'],
  },
  'clock.off': {
    fold: (state, entry) => {
      const span = state.clocks.find((clock) => clock.clockId === entry.data.clockId);
      if (span) {
        span.to = entry.data.endedAt ?? entry.at;
        span.reason = entry.data.reason;
      }
    },
    describe: (entry) => `Clock off: ${entry.data.reason}.`,
    projections: ['clocks'],
  },
  task: {
    fold: ({ conflicts }, entry) => {
      conflicts.tasks.push({ entry, done: null });
    },
    describe: (entry) => `To be looked at: ${sentence(entry.data.words)}`,
    projections: ['conflicts'],
  },
  'task.done': {
    fold: ({ conflicts }, entry) => {
      const task = conflicts.tasks.find((one) => one.entry.data.taskId === entry.data.taskId);
      if (task) task.done = entry;
    },
    describe: (entry) => `Looked at: ${sentence(entry.data.words)}`,
    projections: ['conflicts'],
  },
  void: {
    describe: (entry) => `Taken back: ${sentence(entry.why ?? '')}`,
  },
};

import type { TrialEntries } from '@/core/ledger/kinds/trial';
import { describeTrialHeight } from '@/core/ledger/trial';
import { applyOpened } from '@/core/procedure/engine';
import { bringWork } from '@/core/procedure/entry-work';
import { sentence } from '@/core/wording';
import { type EntryContracts } from '../entry';

export const trial: EntryContracts<keyof TrialEntries> = {
  'trial.begin': {
    fold: (state, entry) => {
      state.trials.begun.push(entry);
      if (!state.document || !state.run) return;
      state.document = bringWork(state.document, state.run, entry.data);
      const { opens, loosens } = entry.data;
      applyOpened(state.document, state.run, { opens, loosens }, entry.at);
    },
    describe: ({ data: { kind, what, end } }) =>
      `On trial, ${end === 'both' ? 'both ends' : end}: ${sentence(what || kind)}`,
    projections: ['search'],
    correctedBy: ['entry.void'],
  },
  'trial.height': {
    fold: (state, entry) => {
      state.trials.heights.push(entry);
    },
    describe: (entry) => {
      const { missing, hardware } = entry.data;
      return [
        `${describeTrialHeight(entry)}.`,
        ...(hardware.length ? [`Held by: ${hardware.join('; ')}.`] : []),
        ...(missing ? [`Not in it yet: ${sentence(missing)}`] : []),
      ].join(' ');
    },
    correctedBy: ['entry.void'],
  },
  'trial.answer': {
    fold: (state, entry) => {
      state.trials.answers.push(entry);
    },
    describe: ({ data: { yes, how, witness } }) =>
      `The owner said ${yes ? 'yes' : 'no'} to a height on trial, ${how}${witness ? `, heard by ${witness}` : ''}.`,
    correctedBy: ['entry.void'],
  },
};

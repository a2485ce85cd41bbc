import { sentence } from '@/core/wording';
import { judgeAlignment } from '@/core/calc/alignment.verdict';
import { putDriveAway } from '@/core/ledger/apart';
import { CAR_USES, type HandedOverEntries } from '@/core/ledger/kinds/handed-over';
import { judgedBy } from '@/core/ledger/order-state';
import { bringWork } from '@/core/procedure/entry-work';
import { applyOpened, forbidsDrive } from '@/core/procedure/engine';
import { odometerText } from '@/core/units/distance';
import { type EntryContracts } from '../entry';

export const handedOver: EntryContracts<keyof HandedOverEntries> = {
  alignment: {
    fold: (state, entry) => {
      const { spec, moved } = entry.data;
      if (moved && state.document && state.run) {
        state.document = bringWork(state.document, state.run, moved);
        applyOpened(state.document, state.run, moved, entry.at);
      }
      const after = judgeAlignment({ spec, readings: entry.data.after });
      state.alignments.push({
        entry,
        before: judgeAlignment({ spec, readings: entry.data.before }),
        after,
        // A sheet held against nothing says nothing of the car; under the first rules it was taken for a pass.
        passes: after.pass && (after.items.length > 0 || judgedBy(state) < 2),
        accepted: null,
      });
    },
    describe: ({ data: { rack, adjusters } }) => {
      const named = (was: 'moved' | 'untouched') =>
        (adjusters ?? []).filter((one) => one.was === was).map(({ name }) => name);
      const said = (words: string, names: string[]) =>
        names.length ? ` ${words}: ${names.join('; ')}.` : '';
      return `Alignment sheet from ${rack}.${said('The rack moved', named('moved'))}${said('Left untouched', named('untouched'))}`;
    },
    correctedBy: ['entry.void'],
  },
  'alignment.accepted': {
    fold: (state, entry) => {
      const sheet = state.alignments.find((candidate) => candidate.entry.id === entry.data.sheetId);
      if (sheet) sheet.accepted = entry;
    },
    describe: (entry, names) =>
      `${names.person(entry.data.leadId)} passed the sheet with a reason: ${sentence(entry.data.reason)}`,
    correctedBy: ['entry.void'],
  },
  'heights.accepted': {
    fold: ({ after }, entry) => {
      after.accepted.set(entry.data.setId, entry);
    },
    describe: (entry, names) =>
      `${names.person(entry.data.leadId)} accepted the heights: planned ${entry.data.planned}, got ${entry.data.got}. ${sentence(entry.data.reason)}`,
    correctedBy: ['entry.void'],
  },
  back: {
    fold: (state, entry) => {
      state.after.backs.push(entry);
      if (entry.data.from === 'road') putDriveAway(state);
    },
    describe: (entry) =>
      `Back to the bay from ${entry.data.from}: ${sentence(entry.data.reason)}${entry.data.part ? ` Changed: ${sentence(entry.data.part)}` : ''}`,
    projections: ['odometers', 'kitFacts', 'dueDates'],
  },
  'road.out': {
    fold: (state, entry) => {
      state.roadOut = entry;
      state.odometers.push({ at: entry.at, entry });
      if (!state.document || !state.run) return;
      const index = state.document.steps.findIndex((step) => step.phase === 'road' && step.drive);
      for (const refused of forbidsDrive(
        state.document,
        state.run,
        index < 0 ? undefined : index,
        state.run.rules,
      )) {
        state.alarms.push({ entryId: entry.id, message: `Road test: ${refused.message}` });
      }
    },
    describe: (entry) => `Out on the road test at ${odometerText(entry.data.odometer)}.`,
    projections: ['odometers', 'dueDates'],
    correctedBy: ['odometer.correct', 'entry.void'],
  },
  'road.in': {
    fold: (state, entry) => {
      state.roadIn = entry;
      state.odometers.push({ at: entry.at, entry });
    },
    describe: (entry) => `Back from the road test at ${odometerText(entry.data.odometer)}.`,
    projections: ['odometers', 'kitFacts', 'search', 'dueDates'],
    correctedBy: ['odometer.correct', 'entry.void'],
  },
  'customer.drove': {
    fold: (state, entry) => {
      state.after.drove = entry;
      if (entry.data.odometer) state.odometers.push({ at: entry.at, entry });
    },
    describe: (entry) =>
      `The customer drove it and ${entry.data.content ? 'is content' : 'is not content'}: ${sentence(entry.data.words)}`,
    projections: ['odometers', 'dueDates'],
    correctedBy: ['odometer.correct'],
  },
  use: {
    fold: ({ after }, entry) => {
      after.use = entry.data.use;
    },
    describe: (entry) => `Used from now on: ${CAR_USES.find(([use]) => use === entry.data.use)![1]}.`,
  },
  stage: {
    fold: ({ after }, entry) => {
      after.stage = entry;
    },
    describe: (entry) =>
      `Stage “${entry.data.name}”${entry.data.pushOnly ? ', push only' : ''}; left to the next: ${entry.data.deferred.length} things. ${sentence(entry.data.reason)}`,
    projections: ['finished', 'conflicts', 'stepTimes'],
  },
  handoff: {
    fold: (state, entry) => state.handoffs.push(entry),
    describe: (entry) => {
      if (entry.data.correction)
        return `Packet version ${entry.data.version}, after a correction of version ${entry.data.correction.of}: ${sentence(entry.data.correction.why)}`;
      return `Handed over ${entry.data.signatureHash ? 'and signed' : 'unsigned'}, packet version ${entry.data.version}.`;
    },
    projections: ['finished', 'conflicts', 'stepTimes'],
  },
  link: {
    fold: ({ after }, entry) => {
      after.links.push(entry);
    },
    describe: (entry) =>
      entry.data.open ? 'The customer’s page was given an address.' : 'The customer’s page was taken away.',
  },
};

import { CORNER_NAMES } from '@/core/corners';
import { sentence } from '@/core/wording';
import type { EntryOf } from '@/core/ledger/entries';
import { carBefore, keepLessSafe, lateThings } from '@/core/ledger/device-conflicts';
import type { BayEntries } from '@/core/ledger/kinds/bay';
import type { OrderState } from '@/core/ledger/order-state';
import {
  SUPPORT_WORDS,
  applyOpened,
  applySecondCheck,
  applyStep,
  applyTorque,
  applyValue,
  beginRun,
  judgeStep,
  stepOf,
} from '@/core/procedure/engine';
import { bringWork } from '@/core/procedure/entry-work';
import { applyLeftOff } from '@/core/procedure/left-off';
import { applySupport, judgeSupport } from '@/core/procedure/support';
import { torqueBoth } from '@/core/units/torque-text';
import type { EntryContracts, EntryNames } from '../entry';

const besideWords = (beside: readonly string[] | undefined, names: EntryNames): string =>
  beside?.length ? `, with ${beside.map((id) => names.person(id)).join(' and ')} beside` : '';

const HARMFUL = new Set(['ground', 'drive', 'loose', 'untorqued', 'support']);

function foldStep(state: OrderState, entry: EntryOf<'step.done'>): void {
  const { document, run } = state;
  if (!document || !run) return;
  const step = stepOf(document, entry.data.stepId);
  if (step && (step.sets === 'on-wheels' || step.drive) && !run.done.has(step.id)) {
    for (const refused of judgeStep(document, run, step.id, run.rules)) {
      if (HARMFUL.has(refused.code))
        state.alarms.push({ entryId: entry.id, message: `${step.do}: ${refused.message}` });
    }
  }
  const late = lateThings(state, entry);
  const before = late.size ? carBefore(run) : null;
  applyStep(document, run, entry.data.stepId, {
    entryId: entry.id,
    at: entry.at,
    personId: entry.personId,
    ...(entry.data.beside ? { beside: entry.data.beside } : {}),
  });
  if (step && before) keepLessSafe(run, before, step, late);
}

function foldValue(state: OrderState, entry: EntryOf<'value'>): void {
  state.values.push(entry);
  const { fastenerId, kind, nm, angleDeg, source } = entry.data;
  if (!state.run) return;
  applyValue(state.run, fastenerId, {
    kind,
    spec: nm === null ? null : { nm, source, ...(angleDeg === null ? {} : { angleDeg }) },
  });
}

/** An end brought to another support outside the listed steps: judged again, as a lowering step is. */
function foldSupport(state: OrderState, entry: EntryOf<'support'>): void {
  const { document, run } = state;
  if (!document || !run) return;
  for (const end of ['front', 'rear'] as const) {
    const to = entry.data.support[end];
    if (to === run.car.support[end] || to !== 'on-wheels') continue;
    for (const refused of judgeSupport(document, run, [end], to, run.rules, entry.data.chocked))
      state.alarms.push({ entryId: entry.id, message: refused.message });
  }
  applySupport(document, run, entry.data.support, entry.data.chocked ? entry : null);
}

export const bay: EntryContracts<keyof BayEntries> = {
  'run.start': {
    fold: (state, entry) => {
      state.runStart = entry;
      if (state.document) state.run = beginRun(state.document, entry.data.rules ?? 1);
    },
    describe: () => 'Work started.',
    projections: ['search'],
  },
  'run.change': {
    describe: (entry) => `The run changed: ${sentence(entry.data.words)}`,
    projections: ['search'],
  },
  'step.done': {
    fold: foldStep,
    describe: (entry, names) =>
      `Done: ${names.step(entry.data.stepId)}${entry.data.measured ? ` (${entry.data.measured})` : ''}${besideWords(entry.data.beside, names)}.`,
    projections: ['skills'],
    correctedBy: ['entry.void'],
  },
  approval: {
    fold: (state, entry) => {
      state.run?.approved.add(entry.data.stepId);
    },
    describe: (entry, names) =>
      `${names.person(entry.data.approverId)} said yes to: ${names.step(entry.data.stepId)}.`,
    correctedBy: ['entry.void'],
  },
  override: {
    fold: (state, entry) => {
      state.overrides.push(entry);
      if (entry.data.rule === 'after') state.run?.lifted.add(entry.data.ref);
      if (entry.data.rule === 'second-check') {
        const fastener = state.run?.fasteners.get(entry.data.ref);
        if (fastener) fastener.owesCheck = false;
      }
    },
    describe: (entry, names) =>
      `${names.person(entry.data.leadId)} lifted “${entry.data.rule}”: ${sentence(entry.data.reason)}`,
    correctedBy: ['entry.void'],
  },
  support: {
    fold: foldSupport,
    describe: (entry) =>
      `Front ${SUPPORT_WORDS[entry.data.support.front]}, rear ${SUPPORT_WORDS[entry.data.support.rear]}${entry.data.chocked ? ', chocked again' : ''}.`,
    correctedBy: ['entry.void'],
  },
  cut: {
    fold: (state, entry) => state.cuts.push(entry),
    describe: (entry) =>
      `Cut ${entry.data.turns} turn off the ${CORNER_NAMES[entry.data.corner]} coil, free length ${entry.data.freeMm} mm since.`,
  },
  value: {
    fold: foldValue,
    describe: (entry, names) =>
      `Value of ${names.thing(entry.data.fastenerId)}: ${entry.data.nm === null ? entry.data.kind : `${torqueBoth(entry.data.nm)}, ${entry.data.kind}`}. ${entry.data.source}`.trim(),
    correctedBy: ['entry.void'],
  },
  torque: {
    fold: (state, entry) => {
      state.torques.push(entry);
      // A torque that comes in after another tablet loosened the same fastener leaves it loose.
      if (state.document && state.run && !lateThings(state, entry).size)
        applyTorque(state.document, state.run, entry.data.fastenerId, {
          ...entry.data,
          personId: entry.personId,
        });
    },
    describe: (entry, names) =>
      `${entry.data.recheck ? 'Clicked' : 'Torqued'} ${names.thing(entry.data.fastenerId)}, ${torqueBoth(entry.data.target.nm)}, ${entry.data.wrench.name}${entry.data.recheck ? (entry.data.moved ? ', found moved' : ', had not moved') : `, pass ${entry.data.pass}`}.`,
    projections: ['kitFacts'],
    correctedBy: ['torque.correct', 'entry.void'],
  },
  'torque.checked': {
    fold: (state, entry) => {
      state.checks.push(entry);
      if (state.run) applySecondCheck(state.run, entry.data.fastenerId);
    },
    describe: (entry, names) =>
      `${names.thing(entry.data.fastenerId)} checked by ${names.person(entry.data.checkerId)}.`,
    correctedBy: ['entry.void'],
  },
  'left.off': {
    fold: (state, entry) => {
      state.leftOff.push(entry);
      if (state.document && state.run) applyLeftOff(state.document, state.run, entry.data.itemId);
    },
    describe: (entry, names) =>
      `Left off, by ${names.person(entry.data.leadId)}: ${sentence(entry.data.reason)} The customer said yes, ${entry.data.customer.how}.`,
  },
  'also.opened': {
    fold: (state, entry) => {
      state.alsoOpened.push(entry);
      if (!state.document || !state.run) return;
      state.document = bringWork(state.document, state.run, entry.data.things);
      applyOpened(state.document, state.run, entry.data.things, entry.at);
    },
    describe: (entry) => {
      const { how, things, against } = entry.data;
      const where = things.corner ? `, ${CORNER_NAMES[things.corner]}` : `, ${things.end}`;
      const said = against.length ? ` It was so already, against: ${against.join(' ')}` : '';
      return `Also opened, beside the steps: ${things.name}${where}, ${how}.${said}`;
    },
    projections: ['lessons', 'search', 'conflicts'],
    correctedBy: ['entry.void'],
  },
  elsewhere: {
    fold: ({ run }, { data, at }) => {
      if (!run) return;
      for (const id of data.closed) {
        run.car.open.delete(id);
        run.openedBy.delete(id);
      }
      for (const id of data.open) {
        run.car.open.add(id);
        run.openedBy.set(id, { step: null, at });
      }
      for (const id of data.tight) {
        run.car.loose.delete(id);
        run.fasteners.get(id)!.stripe = 'full';
      }
      for (const id of data.loose) {
        run.car.loose.set(id, 'loosened');
        run.fasteners.get(id)!.stripe = 'broken';
      }
    },
    describe: (entry, names) => {
      const { order, closed, open, tight, loose } = entry.data;
      return [
        `On order ${order} of this car:`,
        ...(closed.length ? [`closed ${names.things(closed)}.`] : []),
        ...(tight.length ? [`torqued ${names.things(tight)}.`] : []),
        ...(open.length ? [`open again ${names.things(open)}.`] : []),
        ...(loose.length ? [`loose again ${names.things(loose)}.`] : []),
      ].join(' ');
    },
  },
  lowering: {
    fold: ({ conflicts }, entry) => {
      conflicts.holder = entry.data.how === 'taken' ? entry : null;
      if (entry.data.how === 'taken back by the lead') conflicts.takenBack = entry;
    },
    describe: (entry) =>
      entry.data.how === 'taken'
        ? `Lowering and driving held by ${entry.data.deviceName}.`
        : entry.data.how === 'given back'
          ? `${entry.data.deviceName} gave lowering and driving back.`
          : `The lead took lowering and driving back from ${entry.data.deviceName}: ${sentence(entry.data.reason ?? '')}`,
    projections: ['conflicts'],
  },
};

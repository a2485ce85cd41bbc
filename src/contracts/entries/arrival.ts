import { capital, sentence } from '@/core/wording';
import type { ArrivalEntries } from '@/core/ledger/kinds/arrival';
import { heightsOf } from '@/core/stance/readings';
import { odometerText } from '@/core/units/distance';
import { shortDay } from '@/core/units/shop-time';
import { torqueBoth } from '@/core/units/torque-text';
import { type EntryContracts } from '../entry';

export const arrival: EntryContracts<keyof ArrivalEntries> = {
  intake: {
    fold: (state, entry) => {
      state.intake = entry;
      state.odometers.push({ at: entry.at, entry });
    },
    describe: (entry) =>
      `Taken in: ${sentence(entry.data.wants)} Odometer ${odometerText(entry.data.odometer)}.`,
    projections: ['odometers', 'followUps', 'search', 'dueDates'],
    correctedBy: ['odometer.correct'],
  },
  agreement: {
    fold: (state, entry) => state.agreements.push(entry),
    projections: ['waits'],
    describe: (entry) =>
      // Unticked at the counter: nobody was asked, and nobody said no.
      entry.data.what === 'targets' && !entry.data.yes
        ? 'The target heights are not agreed yet.'
        : `Customer said ${entry.data.yes ? 'yes' : 'no'} to the ${entry.data.what === 'plan' ? `plan, version ${entry.data.planVersion}` : 'target heights'}, ${entry.data.how}.`,
  },
  promise: {
    fold: (state, entry) => {
      state.promise = entry;
    },
    describe: ({ data }) =>
      [
        data.told
          ? `Promised anew, told ${data.told.how}: ${sentence(data.told.words)}`
          : 'What the promise hangs on was written down.',
        data.promisedFor ? '' : 'Nothing is promised now.',
        data.wishedFor ? `Wished for ${shortDay(data.wishedFor)}.` : '',
        `If it breaks it costs the customer ${data.cost}.`,
        sentence(data.reason),
      ]
        .filter(Boolean)
        .join(' '),
  },
  place: {
    fold: (state, entry) => {
      state.place = entry.data.place;
    },
    describe: (entry) =>
      entry.data.place ? `Stands at ${entry.data.place.replace('-', ' ')}.` : 'Stands in the yard.',
  },
  heights: {
    fold: (state, entry) => state.heights.push({ entry, mm: heightsOf(entry.data) }),
    describe: (entry) =>
      `Heights ${entry.data.occasion}: ${(['LF', 'RF', 'LR', 'RR'] as const).map((corner) => `${corner} ${entry.data.readings[corner].join(' / ')}`).join(', ')} (${entry.data.unit}).${entry.data.doubted ? ` Asked about, and measured again: ${entry.data.doubted.text}` : ''}`,
    correctedBy: ['entry.void'],
  },
  measure: {
    fold: (state, entry) => state.measures.push(entry),
    describe: (entry) => `Measured: ${entry.data.label} ${entry.data.typed}.`,
    projections: ['measures'],
  },
  finding: {
    fold: (state, entry) => state.findings.push(entry),
    describe: (entry) => `Looked over, ${entry.data.area}: ${sentence(entry.data.text || entry.data.grade)}`,
    projections: ['kitFacts', 'search'],
  },
  offer: {
    fold: (state, entry) => {
      const known = state.offers.findIndex((offer) => offer.entry.data.offerId === entry.data.offerId);
      // Another text, price or photo voids the answer.
      if (known >= 0) state.offers[known] = { entry, answer: null };
      else state.offers.push({ entry, answer: null });
    },
    describe: (entry) => `Offered: ${entry.data.text}, version ${entry.data.version}.`,
    projections: ['search'],
  },
  'offer.answer': {
    fold: (state, entry) => {
      const offer = state.offers.find((one) => one.entry.data.offerId === entry.data.offerId);
      if (offer?.entry.data.version !== entry.data.version) return;
      offer.answer = entry;
      // Said yes to again after it was taken back.
      if (entry.data.yes) delete offer.back;
    },
    describe: (entry) => `Customer said ${entry.data.yes ? 'yes' : 'no'} to an offer, ${entry.data.how}.`,
  },
  'offer.back': {
    fold: (state, entry) => {
      const offer = state.offers.find((one) => one.entry.data.offerId === entry.data.offerId);
      if (offer?.entry.data.version === entry.data.version) offer.back = entry;
    },
    describe: (entry) =>
      `Not done after all; the customer said yes to that ${entry.data.customer.how}: ${sentence(entry.data.reason)}`,
  },
  cancel: {
    fold: (state, entry) => {
      state.cancelled = entry;
    },
    describe: (entry) => `Cancelled: ${sentence(entry.data.reason)}`,
    projections: ['clocks'],
    correctedBy: ['entry.void'],
  },
  targets: {
    fold: (state, entry) => {
      const { intake } = state;
      if (intake) state.intake = { ...intake, data: { ...intake.data, targets: entry.data.targets } };
      // What was agreed was agreed of the old ones.
      state.agreements = state.agreements.filter((one) => one.data.what !== 'targets');
      state.replanSeq = entry.seq;
    },
    describe: ({ data: { targets } }) =>
      `Target heights changed: front ${targets.front ?? 'as it is'}, rear ${targets.rear ?? 'as it is'} (${targets.unit}).`,
  },
  car: {
    fold: (state, entry) => {
      const { intake } = state;
      const { vehicleId, customerId, replan } = entry.data;
      if (intake) state.intake = { ...intake, data: { ...intake.data, vehicleId, customerId } };
      if (replan) state.replanSeq = entry.seq;
    },
    describe: (entry) =>
      `${sentence(capital(entry.data.words))}${entry.why ? ` ${sentence(entry.why)}` : ''}`,
    projections: ['search'],
  },
  wheels: {
    fold: (state, entry) => {
      state.wheels = entry;
    },
    describe: ({ data: { name, tires, nm } }) =>
      `Stands on the wheel set ${name}, ${tires}${nm === null ? '' : `; its nuts go by ${torqueBoth(nm)}`}.`,
    projections: ['wheelsOn', 'dueDates', 'search'],
  },
  odometer: {
    fold: (state, entry) => state.odometers.push({ at: entry.at, entry }),
    describe: (entry) => `Odometer reported: ${odometerText(entry.data.odometer)}.`,
    projections: ['odometers', 'dueDates'],
    correctedBy: ['entry.void'],
  },
};

import { CORNER_NAMES } from '@/core/corners';
import { comparedTitle, mismatchWords } from '@/core/ledger/compared';
import type { MeasuredEntries } from '@/core/ledger/kinds/measured';
import { capital } from '@/core/wording';
import { CAUSE_WORDS } from '@/core/stance/causes';
import { type EntryContracts } from '../entry';

const at = (corner: keyof typeof CORNER_NAMES | null) => (corner ? `, ${CORNER_NAMES[corner]}` : '');

export const measured: EntryContracts<keyof MeasuredEntries> = {
  figure: {
    fold: (state, entry) => {
      state.figures.push(entry);
    },
    describe: ({ data }) =>
      [
        `${capital(data.what)}${at(data.corner)}: ${data.text}${data.verdict && data.verdict !== 'within' ? `, too ${data.verdict}` : ''}.`,
        ...(data.confirmed ? ['Measured again, it did read so.'] : []),
      ].join(' '),
    correctedBy: ['entry.void'],
  },
  'sheet.figure': {
    fold: (state, entry) => {
      state.sheetFigures.push(entry);
    },
    describe: ({ data }) => `By the kit’s sheet, ${data.name}: ${data.text}.`,
    correctedBy: ['entry.void'],
  },
  try: {
    fold: (state, entry) => {
      state.tries.push(entry);
    },
    describe: ({ data }) => `Tried${at(data.corner)}: set ${data.set}, reads ${data.text}.`,
    projections: ['kitFacts'],
    correctedBy: ['entry.void'],
  },
  compared: {
    fold: (state, entry) => {
      state.compared.push(entry);
    },
    describe: (entry) =>
      `${comparedTitle(entry)}: ${entry.data.fits ? 'it goes on' : `it does not match, ${mismatchWords(entry)}`}${entry.data.source === 'new' ? '' : ` (${entry.data.source}: ${entry.data.fit})`}.`,
    correctedBy: ['entry.void'],
  },
  'photo.height': {
    fold: (state, entry) => {
      state.photoHeights.push(entry);
    },
    describe: ({ data }) =>
      `By photograph, ${data.what}${at(data.corner)}: ${Math.round(data.value * 10) / 10}${data.what === 'shackle angle' || data.what === 'lean' ? '°' : ' mm'}, error ${Math.round(data.sd * 10) / 10}.`,
    correctedBy: ['entry.void'],
  },
  'droop.read': {
    fold: (state, entry) => {
      state.droopReads.push(entry);
    },
    describe: ({ data }) =>
      `In the air, ${data.what.toLowerCase()}, ${data.side} ${data.end}: ${data.text}${data.over ? ', beyond its limit' : ''}.`,
    correctedBy: ['entry.void'],
  },
  'cause.found': {
    fold: (state, entry) => {
      state.causesFound.push(entry);
    },
    describe: ({ data }) =>
      `Why the heights were off, as found: ${CAUSE_WORDS[data.cause]}${data.corner ? at(data.corner) : data.end === 'both' ? '' : `, ${data.end}`}.`,
    correctedBy: ['entry.void'],
  },
  'room.made': {
    fold: (state, entry) => {
      state.roomMade.push(entry);
    },
    describe: ({ data }) =>
      `To get the ${data.what} back in: ${data.title.toLowerCase()}${data.short ? `, ${Math.round(data.short)} mm short by the plan` : ''}.`,
    correctedBy: ['entry.void'],
  },
};

import { formatTape } from '../calc/tape.format';
import { parseTape } from '../calc/tape.parse';
import { torqueExtensionSetting } from '../calc/torque.extension';
import { judgeAlignment } from '../calc/alignment.verdict';
import { type PerCorner, eachCorner } from '../corners';
import { drawsFrom } from '../draws';
import { nextNut, nutOrder } from '../procedure/nuts';
import { Refusal } from '../refusal';
import { reasonsOff } from '../stance/reasons';

/** Small drills: each question from a seed, its answer from the calculators, so that there is no end of them. */
export const DRILLS = ['tape', 'extension', 'bushing', 'next-nut', 'sheet', 'stands-low'] as const;
export type DrillId = (typeof DRILLS)[number];

export const DRILL_WORDS: Record<DrillId, { title: string; skill: string }> = {
  tape: { title: 'Read the tape', skill: 'measuring' },
  extension: { title: 'Set the wrench for its extension', skill: 'torque' },
  bushing: { title: 'Which of two bushings', skill: 'springs' },
  'next-nut': { title: 'Which nut next', skill: 'torque' },
  sheet: { title: 'Judge the sheet', skill: 'rack' },
  'stands-low': { title: 'Why does it stand low', skill: 'springs' },
};

/** What is shown with a question. */
export type DrillFigure =
  | { kind: 'tape'; sixteenths: number }
  | { kind: 'nuts'; nuts: number[] }
  | { kind: 'rows'; head: string[]; rows: { name: string; cells: string[] }[] }
  | null;

export interface Question {
  drill: DrillId;
  seed: number;
  ask: string;
  figure: DrillFigure;
  /** Choices to tap; null where it is typed. */
  options: string[] | null;
  /** The unit of what is typed. */
  unit: string | null;
}

interface Asked extends Question {
  answer: string;
  /** Is what was typed right? @throws Refusal when it does not read */
  isRight: (typed: string) => boolean;
}

type Draw = () => number;
const whole = (draw: Draw, from: number, to: number) => from + Math.floor(draw() * (to - from + 1));
const pick = <T>(draw: Draw, things: readonly T[]): T => things[Math.floor(draw() * things.length)]!;
const shuffled = <T>(draw: Draw, things: readonly T[]): T[] =>
  things
    .map((thing) => ({ thing, at: draw() }))
    .sort((one, other) => one.at - other.at)
    .map(({ thing }) => thing);
const chosen =
  (answer: string) =>
  (typed: string): boolean =>
    typed.trim().toLowerCase() === answer.toLowerCase();
const SIXTEENTH_MM = 25.4 / 16;

function tape(draw: Draw) {
  // Whole inches teach nothing.
  const sixteenths = whole(draw, 15, 26) * 16 + whole(draw, 1, 15);
  const mm = sixteenths * SIXTEENTH_MM;
  return {
    ask: 'What does the tape read at the arrow?',
    figure: { kind: 'tape' as const, sixteenths },
    options: null,
    unit: 'in',
    answer: formatTape(mm, 'in'),
    isRight: (typed: string) => Math.abs(parseTape(typed, 'in') - mm) < SIXTEENTH_MM / 2,
  };
}

function extension(draw: Draw) {
  const target = whole(draw, 12, 44) * 5;
  const wrenchLength = whole(draw, 16, 26) * 20;
  const length = whole(draw, 3, 9) * 10;
  const folded = draw() < 0.25;
  const setting = torqueExtensionSetting({
    target,
    wrenchLength,
    extension: length,
    angleDeg: folded ? 90 : 0,
  });
  return {
    ask: `The bolt wants ${target} Nm. The wrench is ${wrenchLength} mm from square to grip, the crowfoot stands ${length} mm ${folded ? 'at a right angle to it' : 'straight out'}. What is the wrench set to?`,
    figure: null,
    options: null,
    unit: 'Nm',
    answer: `${Math.round(setting * 10) / 10} Nm`,
    isRight: (typed: string) => {
      const value = Number(typed.replace(',', '.').replace(/nm/i, '').trim());
      if (typed.trim() === '' || !Number.isFinite(value))
        throw new Refusal('unreadable', 'Type a number of Nm.', 'typed');
      return Math.abs(value - setting) <= Math.max(1, setting * 0.01);
    },
  };
}

function bushing(draw: Draw) {
  const bore = whole(draw, 36, 52);
  const flange = bore + whole(draw, 8, 14);
  const length = whole(draw, 44, 70);
  const off = pick(draw, [
    [2, 0, 0],
    [0, 3, 0],
    [0, 0, 4],
    [0, -3, 0],
  ] as const);
  const right = pick(draw, ['A', 'B'] as const);
  const row = (name: string, is: boolean) => ({
    name,
    cells: [bore + (is ? 0 : off[0]), flange + (is ? 0 : off[1]), length + (is ? 0 : off[2])].map(
      (mm) => `${(mm + (name === 'old' ? 0 : Math.round(draw() * 4 - 2) / 10)).toFixed(1)} mm`,
    ),
  });
  return {
    ask: 'One of these goes where the old one came from. Which?',
    figure: {
      kind: 'rows' as const,
      head: ['outside', 'flange', 'length'],
      rows: [row('old', true), row('A', right === 'A'), row('B', right === 'B')],
    },
    options: ['A', 'B'],
    unit: null,
    answer: right,
    isRight: chosen(right),
  };
}

function nut(draw: Draw) {
  const count = pick(draw, [4, 5, 6, 8] as const);
  const order = nutOrder(count, 'star');
  const done = whole(draw, 1, count - 1);
  const nuts = Array.from({ length: count }, (_, index) =>
    order.slice(0, done).includes(index + 1) ? 1 : 0,
  );
  const answer = String(nextNut(nuts, 'star'));
  return {
    ask: `In a star from nut 1: which of the ${count} nuts is next?`,
    figure: { kind: 'nuts' as const, nuts },
    options: nuts.flatMap((passes, index) => (passes ? [] : [String(index + 1)])),
    unit: null,
    answer,
    isRight: chosen(answer),
  };
}

function sheet(draw: Draw) {
  const spec = {
    front: {
      caster: { min: 2.5, max: 4.5 },
      camber: { min: -0.75, max: 0.75 },
      toeTotal: { min: 0, max: 0.2 },
      crossCaster: 0.5,
      crossCamber: 0.5,
    },
  };
  const tenth = (value: number) => Math.round(value * 100) / 100;
  const wide = draw() < 0.5;
  const [caster, camber] = [3 + draw(), draw() - 0.5];
  const away = () => (wide ? (draw() - 0.5) * 1.6 : (draw() - 0.5) * 0.3);
  const readings = {
    LF: { caster: tenth(caster), camber: tenth(camber), toe: tenth(0.03 + draw() * 0.05) },
    RF: {
      caster: tenth(caster + away()),
      camber: tenth(camber + away() * 0.6),
      toe: tenth(0.03 + draw() * (wide ? 0.2 : 0.05)),
    },
  };
  const { pass } = judgeAlignment({ spec, readings });
  const answer = pass ? 'All of it is in' : 'Something is out';
  const cells = ({ caster: one, camber: other, toe }: (typeof readings)['LF']) =>
    [one, other, toe].map((value) => `${value.toFixed(2)}°`);
  return {
    ask: 'Caster 2.5 to 4.5°, camber ±0.75°, total toe 0 to 0.20°, across at most 0.5° for caster and camber. Is this sheet in?',
    figure: {
      kind: 'rows' as const,
      head: ['caster', 'camber', 'toe'],
      rows: [
        { name: 'left front', cells: cells(readings.LF) },
        { name: 'right front', cells: cells(readings.RF) },
      ],
    },
    options: ['All of it is in', 'Something is out'],
    unit: null,
    answer,
    isRight: chosen(answer),
  };
}

/** What each cause does to the four corners, and how it is called among the choices. */
const LOW: { id: string; words: string; does: (by: number, draw: Draw) => PerCorner<number> }[] = [
  {
    id: 'wrong-part',
    words: 'Another part than planned, on both sides of the front',
    does: (by) => ({ LF: -by * 1.4, RF: -by * 1.4, LR: 0, RR: 0 }),
  },
  {
    id: 'odd-corner',
    words: 'A spring out of its pocket at the left front',
    does: (by) => ({ LF: -by, RF: by * 0.12, LR: by * 0.1, RR: -by * 0.08 }),
  },
  {
    id: 'side-to-side',
    words: 'Left and right of the front unlike',
    does: (by) => ({ LF: -by * 0.6, RF: by * 0.6, LR: 0, RR: 0 }),
  },
];

function standsLow(draw: Draw) {
  const before = eachCorner(() => 500 + whole(draw, 0, 40));
  const lift = { LF: 50, RF: 50, LR: 25, RR: 25 };
  const expected = eachCorner((corner) => before[corner] + lift[corner]);
  const cause = pick(draw, LOW);
  const does = cause.does(whole(draw, 14, 22), draw);
  const after = eachCorner((corner) => Math.round(expected[corner] + does[corner] + (draw() - 0.5) * 2));
  const [first] = reasonsOff(
    {
      before,
      after,
      expected,
      unsettled: false,
      sagFound: { front: false, rear: false },
      hangingBush: { front: false, rear: false },
      stillToCome: { front: 0, rear: 0 },
    },
    'mm',
  );
  // What the model holds likeliest is the answer, whatever it was made from.
  const answer = LOW.find(({ id }) => id === first?.id)?.words ?? cause.words;
  return {
    ask: 'Planned against measured, in mm. What is likeliest?',
    figure: {
      kind: 'rows' as const,
      head: ['left front', 'right front', 'left rear', 'right rear'],
      rows: [
        {
          name: 'planned',
          cells: (['LF', 'RF', 'LR', 'RR'] as const).map((corner) => String(expected[corner])),
        },
        {
          name: 'measured',
          cells: (['LF', 'RF', 'LR', 'RR'] as const).map((corner) => String(after[corner])),
        },
      ],
    },
    options: shuffled(
      draw,
      LOW.map(({ words }) => words),
    ),
    unit: null,
    answer,
    isRight: chosen(answer),
  };
}

const MAKE: Record<DrillId, (draw: Draw) => Omit<Asked, 'drill' | 'seed'>> = {
  tape,
  extension,
  bushing,
  'next-nut': nut,
  sheet,
  'stands-low': standsLow,
};

/** A drill's question from its seed, without its answer. */
export function questionOf(drill: DrillId, seed: number): Question {
  const { answer: _, isRight: _is, ...question } = MAKE[drill](drawsFrom(seed));
  return { drill, seed, ...question };
}

/**
 * Whether an answer is right, computed anew from the seed.
 * @returns the right answer with it, as it is said
 * @throws Refusal when what was typed does not read
 */
export function answerOf(drill: DrillId, seed: number, typed: string): { right: boolean; answer: string } {
  const { answer, isRight } = MAKE[drill](drawsFrom(seed));
  return { right: isRight(typed), answer };
}

/** Something asked of a person before: whether they knew it, and when. */
export interface Answered {
  about: string;
  correct: boolean;
  at: string;
}

/** Days until something comes again, by how often in a row it was known. */
const AGAIN_AFTER_DAYS = [0, 1, 3, 7, 21, 60];
const DAY_MS = 86_400_000;

/**
 * What is to be asked again and since when: what was missed at once, what was known later each time.
 * @param answers oldest first
 * @returns by what it is about: how often it was known in a row, and when it is due
 */
export function dueAgain(answers: readonly Answered[]): Map<string, { row: number; due: string }> {
  const state = new Map<string, { row: number; due: string }>();
  for (const { about, correct, at } of answers) {
    const row = correct ? (state.get(about)?.row ?? 0) + 1 : 0;
    const days = AGAIN_AFTER_DAYS[Math.min(row, AGAIN_AFTER_DAYS.length - 1)]!;
    state.set(about, { row, due: new Date(Date.parse(at) + days * DAY_MS).toISOString() });
  }
  return state;
}

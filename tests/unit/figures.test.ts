import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { judgeStepFigures } from '@/core/ledger/figures';
import { figuresMove, refuseUnmeasured } from '@/core/moves/figures';
import { stepDoneMove } from '@/core/moves/step-done';
import {
  figureWords,
  figuresAsked,
  judgeFigure,
  partsOfRef,
  readFigureText,
  slipBeside,
  verdictWords,
} from '@/core/procedure/figures';
import { mergeProcedures } from '@/core/procedure/merge';
import { type RunDocument, RULES_EDITION } from '@/core/procedure/run-state';
import { procedureFile } from '@/core/procedure/schema';
import type { Measure, Procedure, Step } from '@/core/procedure/types';
import { Tablet } from '../support/tablet';
import { refusedBy } from '../support/refused';

const folder = path.join(__dirname, '..', '..', 'procedures');
const library = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .map((name) => JSON.parse(readFileSync(path.join(folder, name), 'utf8')) as Procedure);
const stepsOf = (procedure: Procedure): Step[] => [
  ...procedure.steps,
  ...procedure.ways.flatMap((way) => way.in.map(({ step }) => step)),
];

const TURN = { low: 'Half a turn out.', high: 'Half a turn in.' };
const bench: Step = {
  id: 'bench',
  phase: 'plan',
  do: 'Links set on the bench',
  minutes: 10,
  measure: [
    { id: 'left', what: 'link, left', unit: 'mm' },
    {
      id: 'right',
      what: 'link, right',
      unit: 'mm',
      from: { twin: 'bench.left' },
      judge: { within: 0.8 },
      ...TURN,
    },
  ],
};
const back: Step = {
  id: 'back',
  phase: 'reassemble',
  do: 'Pins counted back',
  minutes: 2,
  measure: [
    {
      id: 'pins',
      what: 'pins',
      unit: 'count',
      from: { before: 'out.pins' },
      judge: { within: 0 },
      low: 'Find it.',
    },
  ],
};
const out: Step = {
  id: 'out',
  phase: 'teardown',
  do: 'Pins counted out',
  minutes: 2,
  measure: [{ id: 'pins', what: 'pins', unit: 'count' }],
};
const run = (...steps: Step[]): RunDocument => ({
  items: [],
  fasteners: [],
  steps,
  sources: [],
  carried: { open: [], loose: {} },
});
const read = (tablet: Tablet, stepId: string, typed: Record<string, string>, lengths: 'in' | 'mm' = 'mm') =>
  tablet.keep(
    ...figuresMove(tablet.order, {
      stepId,
      lengths,
      figures: Object.entries(typed).map(([measureId, text]) => ({ measureId, text })),
    }),
  );
const done = (tablet: Tablet, stepId: string) => () => stepDoneMove(tablet.order, { stepId }, tablet.mover);

describe('a figure as it is typed', () => {
  test.each([
    ['486', 'mm', 'mm', 486],
    ['19 1/8', 'mm', 'in', 485.775],
    ['486 mm', 'mm', 'in', 486],
    ['-3/16', 'mm', 'in', -4.7625],
    ['−1.5', 'mm', 'mm', -1.5],
    ['4.5', 'deg', 'mm', 4.5],
    ["1°30'", 'deg', 'mm', 1.5],
    ['1 1/4', 'turns', 'mm', 1.25],
    ['2 turns', 'turns', 'in', 2],
    ['11', 'count', 'mm', 11],
    ['1,120', 'count', 'mm', 1120],
    ['240 lb', 'kg', 'in', 108.862],
  ] as const)('%s as %s in %s is %d', (text, unit, lengths, value) => {
    expect(readFigureText(text, unit, lengths)).toBeCloseTo(value, 3);
  });
  test('words and units that are not listed stay text', () => {
    expect(readFigureText('pulls left', 'word', 'mm')).toBeNull();
    expect(readFigureText('230', 'kPa', 'mm')).toBeNull();
  });
  test.each([
    ['a lot', 'mm'],
    ['1.5', 'count'],
    ['-3', 'count'],
    ['-3', 'kg'],
    ['steep', 'deg'],
    ['some', 'turns'],
  ])('%s does not read as %s', (text, unit) => {
    expect(refusedBy(() => readFigureText(text, unit, 'mm')).code).toBe('unreadable');
  });
  test('what is written of a figure reads as it again', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -900, max: 900, noNaN: true }),
        fc.constantFrom('deg', 'turns'),
        (value, unit) => {
          const again = readFigureText(figureWords(value, unit, 'mm').replace('−', '-'), unit, 'mm');
          expect(Math.abs(again! - value)).toBeLessThanOrEqual(0.0051);
        },
      ),
    );
  });
});

describe('a figure judged', () => {
  const measure: Measure = { what: 'link', unit: 'mm', from: { twin: 'a.b' }, judge: { within: 1 }, ...TURN };
  test('by its distance from its twin, with what to do', () => {
    const high = judgeFigure(measure, 487.5, 486)!;
    expect(high).toMatchObject({ verdict: 'high', least: 485, most: 487 });
    expect(high.off).toBeCloseTo(0.5, 9);
    expect(verdictWords(measure, high, { value: 486, kind: 'twin', words: 'the other one' }, 'mm')).toBe(
      'It should be 485 mm to 487 mm, by the other one: 486 mm. 0.5 mm too much: Half a turn in.',
    );
    expect(judgeFigure(measure, 484.2, 486)).toMatchObject({ verdict: 'low' });
    expect(judgeFigure(measure, 487, 486)).toMatchObject({ verdict: 'within', off: 0 });
  });
  test('nothing is judged by what is not known', () => {
    expect(judgeFigure(measure, 12, null)).toBeNull();
    expect(judgeFigure({ judge: { least: 6, within: 1 } }, 4, null)).toMatchObject({
      verdict: 'low',
      off: 2,
    });
    expect(judgeFigure({}, 4, 5)).toBeNull();
  });
  test('a change goes by what it was before', () => {
    const opened = { judge: { changeLeast: 0, changeMost: 0.6 } };
    expect(judgeFigure(opened, 11.9, 12)).toMatchObject({ verdict: 'low' });
    expect(judgeFigure(opened, 12.4, 12)).toMatchObject({ verdict: 'within' });
    expect(judgeFigure(opened, 13, 12)).toMatchObject({ verdict: 'high' });
  });
  test('inside and outside are never both', () => {
    const number = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(number, number, fc.double({ min: 0, max: 50, noNaN: true }), (value, reference, within) => {
        const got = judgeFigure({ judge: { within } }, value, reference)!;
        expect(got.verdict === 'within').toBe(Math.abs(value - reference) <= within + 1e-6);
        // Mirrored, low is high.
        const mirrored = judgeFigure({ judge: { within } }, -value, -reference)!;
        expect(mirrored.verdict).toBe(
          got.verdict === 'low' ? 'high' : got.verdict === 'high' ? 'low' : 'within',
        );
      }),
    );
  });
  test('a slipped digit or an inch for a millimeter is seen by what lies beside it', () => {
    expect(slipBeside(48.6, 486)).toBeCloseTo(486, 9);
    expect(slipBeside(19.1, 486)).toBeCloseTo(485.14, 2);
    expect(slipBeside(470, 486)).toBeNull();
    expect(slipBeside(900, 486)).toBeNull();
  });
});

describe('figures on record', () => {
  test('a pair that is off stands as it was read, holds the step, and is mended', () => {
    const tablet = new Tablet(run(bench), RULES_EDITION);
    expect(refusedBy(done(tablet, 'bench'))).toMatchObject({ code: 'measure', field: 'figures' });
    read(tablet, 'bench', { left: '486', right: '487.5' });
    const off = refusedBy(done(tablet, 'bench'));
    expect(off.code).toBe('figure');
    expect(off.message).toContain('Half a turn in.');
    read(tablet, 'bench', { right: '486.3' });
    expect(done(tablet, 'bench')().map(({ kind }) => kind)).toEqual(['step.done']);
    expect(tablet.entries.filter(({ kind }) => kind === 'figure')).toHaveLength(3);
  });
  test('the lead’s yes is to that very reading', () => {
    const tablet = new Tablet(run(bench), RULES_EDITION);
    read(tablet, 'bench', { left: '486', right: '490' });
    const entry = tablet.entries.findLast(({ kind }) => kind === 'figure')!;
    const lift = (ref: string) =>
      tablet.keep({ kind: 'override', data: { rule: 'figure', ref, leadId: 'l', reason: 'as drawn' } });
    lift('another');
    expect(refusedBy(done(tablet, 'bench')).code).toBe('figure');
    lift(entry.id);
    expect(done(tablet, 'bench')).not.toThrow();
    read(tablet, 'bench', { right: '491' });
    expect(refusedBy(done(tablet, 'bench')).code).toBe('figure');
  });
  test('given with the step they are recorded with it, and off ones still hold it', () => {
    const tablet = new Tablet(run(bench), RULES_EDITION);
    const give = (right: string) =>
      stepDoneMove(
        tablet.order,
        {
          stepId: 'bench',
          lengths: 'mm',
          figures: [
            { measureId: 'left', text: '486' },
            { measureId: 'right', text: right },
          ],
        },
        tablet.mover,
      );
    expect(refusedBy(() => give('489')).code).toBe('figure');
    expect(give('486').map(({ kind }) => kind)).toEqual(['step.done', 'figure', 'figure']);
  });
  test('counted back against what came out', () => {
    const tablet = new Tablet(run(out, back), RULES_EDITION);
    read(tablet, 'out', { pins: '11' });
    tablet.keep(...done(tablet, 'out')());
    read(tablet, 'back', { pins: '10' });
    expect(refusedBy(done(tablet, 'back')).message).toContain('Find it.');
    read(tablet, 'back', { pins: '11' });
    expect(done(tablet, 'back')).not.toThrow();
  });
  test('a slip is asked about once, and kept as measured again', () => {
    const tablet = new Tablet(run(bench), RULES_EDITION);
    read(tablet, 'bench', { left: '486' });
    const slip = { stepId: 'bench', lengths: 'mm' as const, figures: [{ measureId: 'right', text: '48.6' }] };
    expect(refusedBy(() => figuresMove(tablet.order, slip))).toMatchObject({
      code: 'confirm',
      field: 'figures[0].text',
    });
    const [kept] = figuresMove(tablet.order, { ...slip, confirmed: true });
    expect(kept).toMatchObject({ data: { confirmed: true, verdict: 'low' } });
  });
  test.each([
    [{ stepId: 'gone', figures: [{ measureId: 'left', text: '4' }] }, 'no-step'],
    [{ stepId: 'bench', figures: [] }, 'no-figure'],
    [{ stepId: 'bench', figures: [{ measureId: 'middle', text: '4' }] }, 'no-measure'],
    [{ stepId: 'bench', figures: [{ measureId: 'left', text: ' ' }] }, 'unreadable'],
    [
      {
        stepId: 'bench',
        figures: [
          { measureId: 'left', text: '4' },
          { measureId: 'left', text: '5' },
        ],
      },
      'twice',
    ],
  ])('%j is refused: %s', (input, code) => {
    const tablet = new Tablet(run(bench), RULES_EDITION);
    expect(refusedBy(() => figuresMove(tablet.order, { lengths: 'mm', ...input })).code).toBe(code);
  });
  test('a job begun before keeps its line of text', () => {
    const tablet = new Tablet(run(bench), 6);
    expect(refusedBy(done(tablet, 'bench'))).toMatchObject({ code: 'measure', field: 'measured' });
    const text = stepDoneMove(tablet.order, { stepId: 'bench', measured: '486 both' }, tablet.mover);
    expect(text).toMatchObject([{ kind: 'step.done', data: { measured: '486 both' } }]);
  });
  test('a value of the sheet is typed once and judges from then on', () => {
    const sheeted: Step = {
      ...bench,
      measure: [{ id: 'bar', what: 'bar', unit: 'mm', from: { sheet: 'bar length' }, judge: { within: 1 } }],
    };
    const tablet = new Tablet(run(sheeted), RULES_EDITION);
    tablet.keep(
      ...figuresMove(tablet.order, {
        stepId: 'bench',
        lengths: 'mm',
        figures: [{ measureId: 'bar', text: '884' }],
        sheet: [{ name: 'bar length', text: '881' }],
      }),
    );
    expect(judgeStepFigures(tablet.order.state, sheeted)[0]!.verdict).toMatchObject({
      verdict: 'high',
      off: 2,
    });
    expect(
      refusedBy(() =>
        figuresMove(tablet.order, {
          stepId: 'bench',
          lengths: 'mm',
          figures: [{ measureId: 'bar', text: '881' }],
          sheet: [{ name: 'nothing', text: '1' }],
        }),
      ).field,
    ).toBe('sheet[0].name');
  });
  test('unmeasured is refused by the names of what lacks', () => {
    const tablet = new Tablet(run(bench), RULES_EDITION);
    read(tablet, 'bench', { left: '486' });
    expect(refusedBy(() => refuseUnmeasured(tablet.order.state, bench)).message).toBe(
      'Measure first: link, right.',
    );
  });
});

describe('figures of the library', () => {
  const all = library.flatMap((procedure) =>
    stepsOf(procedure).flatMap((step) => figuresAsked(step).map((asked) => ({ procedure, step, ...asked }))),
  );
  test('every reference names a figure of its own file', () => {
    for (const { procedure, measure } of all) {
      const ref =
        measure.from &&
        ('twin' in measure.from ? measure.from.twin : 'before' in measure.from ? measure.from.before : null);
      if (!ref) continue;
      const { stepId, measureId } = partsOfRef(ref);
      const named = stepsOf(procedure).find(({ id }) => id === stepId);
      expect(
        `${procedure.id} ${ref}: ${figuresAsked(named ?? { id: '' }).some((one) => one.measureId === measureId)}`,
      ).toBe(`${procedure.id} ${ref}: true`);
    }
  });
  test('whatever is judged says what to do on the side it can fail at', () => {
    for (const { procedure, step, measure } of all) {
      const { judge } = measure;
      if (!judge) continue;
      const where = `${procedure.id} ${step.id} ${measure.what}`;
      if (judge.least !== undefined || judge.changeLeast !== undefined || judge.within)
        expect(`${where}: ${measure.low}`).not.toContain('undefined');
      if (judge.most !== undefined || judge.changeMost !== undefined || judge.within)
        expect(`${where}: ${measure.high}`).not.toContain('undefined');
    }
  });
  test('bench lengths, diagonals, gaps, angles, thread, pins and free lengths are figures', () => {
    const said = all.map(({ measure }) => `${measure.what} ${measure.unit}`).join('\n');
    for (const words of [
      /eye to eye.* mm/,
      /diagonal.* mm/,
      /shackle angle.* deg/,
      /pinion angle.* deg/,
      /gap at lock mm/,
      /slack.* mm/,
      /thread beyond the nut mm/,
      /stud.* mm/,
      /cam.* deg/,
      /free length mm/,
      /cotter pins count/,
    ])
      expect(said).toMatch(words);
  });
  test('merged, references go by the ids of the run', () => {
    const plain = { items: [], fasteners: [], steps: [out, back] };
    const { steps } = mergeProcedures([{ prefix: 'X', procedure: plain }]);
    expect(steps.at(-1)!.measure![0]!.from).toEqual({ before: 'X/out.pins' });
  });
  test.each([
    [{ unit: 'mm', judge: { within: 1 } }, 'Say what it is held against'],
    [{ unit: 'word', judge: { least: 1 } }, 'Only a figure is judged'],
    [{ unit: 'mm', from: { twin: 'nodot' }, judge: { within: 1 } }, 'with a point between'],
    [{ unit: 'mm', from: { twin: 'a.b', plan: 'c' }, judge: { within: 1 } }, 'conflict'],
  ])('%j is no measure', (measure, words) => {
    const [first] = library;
    const file = { ...first!, steps: [{ ...bench, measure: [{ what: 'x', ...measure }] }] };
    expect(procedureFile.validate(file).error?.message).toContain(words);
  });
});

import fc from 'fast-check';
import { steerReading } from '@/core/alignment/pull';
import { EXAGGERATED, wheelsDrawing } from '@/core/alignment/wheels-drawing';
import type { AlignmentReadings } from '@/core/calc/alignment.verdict';
import { Refusal } from '@/core/refusal';
import { dueFollowup } from '@/core/calc/followup.due';
import { csvText } from '@/core/formats/csv';
import {
  type RackSheet,
  readRackCsv,
  readRackFile,
  readRackJson,
  writeRackCsv,
} from '@/core/formats/rack-sheet';
import { dueBand } from '@/core/follow-up/due-band';
import { fillWords, outsideQuiet, reminderStage } from '@/core/follow-up/reminders';
import type { EntryOf } from '@/core/ledger/entries';
import { summarizeByPlatform, summarizeLifts, tally } from '@/core/ledger/kit-ledger';
import { drawMark } from '@/core/ledger/photo-marks';
import { photoPairs } from '@/core/ledger/photo-shots';
import {
  type RunDocument,
  type RunState,
  applySecondCheck,
  applyStep,
  applyTorque,
  beginRun,
  judgeStep,
  nextSteps,
} from '@/core/procedure/engine';
import { redoSteps, withSteps } from '@/core/procedure/redo';
import { reasonsOff } from '@/core/stance/reasons';
import { bothEndsRun } from '../support/library';

const four = (LF: number, RF: number, LR: number, RR: number) => ({ LF, RF, LR, RR });
const nothing = { front: false, rear: false };
const off = (more: Partial<Parameters<typeof reasonsOff>[0]>) =>
  reasonsOff(
    {
      before: four(500, 500, 550, 550),
      after: four(550, 550, 590, 590),
      expected: four(550, 550, 590, 590),
      unsettled: false,
      sagFound: nothing,
      hangingBush: nothing,
      stillToCome: { front: 0, rear: 0 },
      ...more,
    },
    'mm',
  );

describe('why heights are off, from the numbers', () => {
  test('as planned, and within the tape’s noise, has no reason', () => {
    expect(off({})).toEqual([]);
    expect(off({ after: four(553, 548, 594, 588) })).toEqual([]);
  });
  test('one low corner is a spring out of its pocket; one high a spacer not seated, or a bush torqued hanging', () => {
    const low = off({ after: four(532, 550, 590, 590) });
    expect(low[0]).toMatchObject({ id: 'odd-corner', corner: 'LF' });
    expect(low[0]!.text).toMatch(/left front alone stands 1\d mm low/);
    expect(off({ after: four(566, 550, 590, 590) })[0]).toMatchObject({ id: 'not-seated', corner: 'LF' });
    const hung = off({ after: four(566, 550, 590, 590), hangingBush: { front: true, rear: false } });
    expect(hung[0]).toMatchObject({ id: 'bound-bush', end: 'front' });
  });
  test('both sides short alike may be a wrong part, a bound bush or load, and none of these; shares sum to one', () => {
    const reasons = off({ after: four(536, 536, 590, 590) });
    expect(reasons.map((reason) => reason.id).sort()).toEqual(['bound-bush', 'load', 'none', 'wrong-part']);
    expect(reasons.reduce((sum, reason) => sum + reason.share, 0)).toBeCloseTo(1, 9);
    // What this shop has found before moves it.
    const often = off({ after: four(536, 536, 590, 590), found: { load: 60, 'wrong-part': 2 } });
    expect(often[0]!.id).toBe('load');
  });
  test('over on old springs is the sag found at intake; over all round and unsettled is not settled yet', () => {
    expect(off({ after: four(550, 550, 604, 604), sagFound: { front: false, rear: true } })[0]!.id).toBe(
      'old-spring',
    );
    expect(off({ after: four(560, 560, 600, 600), unsettled: true })[0]!.id).toBe('unsettled');
    expect(off({ after: four(550, 550, 604, 604), stillToCome: { front: 0, rear: 12 } })[0]!.id).toBe(
      'still-to-come',
    );
  });
  test('the end nobody worked at stands low on its own old springs', () => {
    const touched = { front: true, rear: false };
    expect(off({ after: four(550, 550, 578, 578), touched })[0]).toMatchObject({
      id: 'old-spring',
      end: 'rear',
    });
  });
  test('a lean it came with is the car’s own; a new one is ours', () => {
    const own = off({
      before: four(508, 492, 550, 550),
      expected: four(558, 542, 590, 590),
      after: four(558, 542, 590, 590),
    });
    expect(own[0]).toMatchObject({ id: 'own-lean', end: 'front' });
    const even = off({
      before: four(510, 490, 550, 550),
      expected: four(550, 550, 590, 590),
      after: four(560, 540, 590, 590),
    });
    expect(even[0]!.id).toBe('own-lean');
    const ours = off({ after: four(557, 543, 597, 583) });
    expect(ours.map((reason) => reason.id)).toContain('side-to-side');
  });
  test('reasons stand in the order of their shares, whatever the heights', () => {
    const mm = fc.integer({ min: 480, max: 640 });
    const set = fc.record({ LF: mm, RF: mm, LR: mm, RR: mm });
    fc.assert(
      fc.property(set, set, set, (before, after, expected) => {
        const shares = off({ before, after, expected }).map((reason) => reason.share);
        expect([...shares].sort((a, b) => b - a)).toEqual(shares);
      }),
    );
  });
});

const SHEET: AlignmentReadings = {
  LF: { caster: 2.4, camber: 0.2, toe: 0.05 },
  RF: { caster: 3.1, camber: -0.1, toe: 0.07 },
  LR: { camber: -0.4, toe: 0.1 },
  RR: { camber: -0.5, toe: 0.02 },
};

describe('what a sheet says of how it steers', () => {
  test('it draws to the side with less caster and more camber', () => {
    expect(steerReading(SHEET)).toMatchObject({ pull: 'left' });
    const mirrored = { ...SHEET, LF: SHEET.RF, RF: SHEET.LF };
    expect(steerReading(mirrored).pull).toBe('right');
    expect(steerReading({ ...SHEET, RF: SHEET.LF }).text).toBe('By its angles it runs straight.');
  });
  test('thrust is half the rear difference, and the front is read against it', () => {
    const { thrustDeg, steerAheadDeg } = steerReading(SHEET);
    expect(thrustDeg).toBeCloseTo(0.04);
    expect(steerAheadDeg).toBeCloseTo((0.05 - 0.07) / 2 - 0.04);
  });
  test('the drawing turns each wheel by its own exaggerated toe and says every angle in words', () => {
    const { shapes, alt } = wheelsDrawing(SHEET, SHEET);
    const path = shapes.find((shape) => shape.name === 'LF-after-toe') as { d: string };
    const [x1, y1, x2, y2] = path.d.match(/-?[\d.]+/g)!.map(Number) as [number, number, number, number];
    // The front edge of the rectangle: its slope is the wheel's turn.
    expect((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI).toBeCloseTo(SHEET.LF.toe * EXAGGERATED.toe, 1);
    for (const words of ['left front', 'caster +2.40° to +2.40°', 'toe +0.07°', 'right rear'])
      expect(alt).toContain(words);
  });
});

describe('sheets as a rack drops them', () => {
  const sheet: RackSheet = {
    format: 'wrenchwise-rack/1',
    order: 1012,
    plate: 'KLM 4127',
    rack: 'stand-in rack',
    operator: 'the stand-in',
    before: { ...SHEET, setback: 3 },
    after: SHEET,
  };
  test('CSV and JSON read back to what was written', () => {
    expect(readRackCsv(writeRackCsv(sheet))).toEqual(sheet);
    expect(readRackJson(JSON.stringify(sheet))).toEqual(sheet);
    expect(readRackFile('A.CSV', writeRackCsv(sheet)).order).toBe(1012);
  });
  test.each([
    ['a.csv', writeRackCsv(sheet).replace('2.4', 'two'), /caster of LF before is not a number/],
    ['a.csv', writeRackCsv(sheet).replace('RF,after', 'XX,after'), /"XX" is nothing a sheet holds/],
    ['a.csv', writeRackCsv(sheet).split('\n').slice(0, 8).join('\n'), /after\.LF is required/],
    ['a.json', '{"format": ', /not whole JSON/],
    ['a.json', JSON.stringify({ ...sheet, format: 'other' }), /format/],
    ['a.json', JSON.stringify({ ...sheet, after: { ...SHEET, LF: { caster: 1 } } }), /after\.LF\.toe/],
    ['a.txt', '', /\.csv or \.json/],
  ])('%s that is broken is refused by name', (name, text, message) => {
    expect(() => readRackFile(name, text)).toThrow(Refusal);
    expect(() => readRackFile(name, text)).toThrow(message);
  });
});

describe('when a come-back is due', () => {
  const asked = fc.record({
    odometer: fc.integer({ min: 0, max: 400_000 }),
    distance: fc.integer({ min: 1, max: 5000 }),
    days: fc.option(fc.integer({ min: 1, max: 400 }), { nil: undefined }),
    pace: fc.double({ min: 0.5, max: 400, noNaN: true }),
    faster: fc.double({ min: 1, max: 8, noNaN: true }),
    tireFactor: fc.double({ min: 0.8, max: 1.3, noNaN: true }),
  });
  const input = (
    one: { odometer: number; distance: number; days?: number; tireFactor: number },
    pacePerDay: number,
  ) => ({
    doneOn: '2026-04-14',
    odometer: one.odometer,
    interval: { distance: one.distance, ...(one.days === undefined ? {} : { days: one.days }) },
    pacePerDay,
    tireFactor: one.tireFactor,
  });
  test('never later when the distance is driven faster', () => {
    fc.assert(
      fc.property(asked, (one) => {
        const slow = dueFollowup(input(one, one.pace)).due!;
        const fast = dueFollowup(input(one, one.pace * one.faster)).due!;
        expect(fast <= slow).toBe(true);
      }),
    );
  });
  test('the same through readings of the dial: a steeper line is never due later', () => {
    fc.assert(
      fc.property(asked, fc.integer({ min: 2, max: 30 }), (one, days) => {
        const read = (perDay: number) =>
          dueFollowup({
            ...input(one, 1),
            readings: [
              { date: '2026-04-14', odometer: one.odometer },
              {
                date: new Date(Date.parse('2026-04-14') + days * 86_400_000).toISOString().slice(0, 10),
                odometer: one.odometer + perDay * days,
              },
            ],
          }).due!;
        expect(read(one.pace * one.faster) <= read(one.pace)).toBe(true);
      }),
    );
  });
  test('the band holds the day, and closes as the dial is read more often', () => {
    fc.assert(
      fc.property(asked, (one) => {
        const band = dueBand(input(one, one.pace));
        expect(band.earliest! <= band.due!).toBe(true);
        expect(band.due! <= band.latest!).toBe(true);
      }),
    );
    const readings = Array.from({ length: 6 }, (_, index) => ({
      date: `2026-04-${String(14 + index).padStart(2, '0')}`,
      odometer: 1000 + 20 * index,
    }));
    const known = dueBand({ doneOn: '2026-04-14', odometer: 1000, interval: { distance: 400 }, readings });
    expect(known.earliest).toBe(known.latest);
  });
});

describe('reminders', () => {
  const one = {
    doneOn: '2026-04-01',
    dueOn: '2026-04-21',
    startOdometer: 1000,
    dueOdometer: 1400,
    lastOdometer: 1000,
  };
  test.each([
    ['2026-04-16', {}, null],
    ['2026-04-17', {}, 'soon'],
    ['2026-04-02', { lastOdometer: 1320 }, 'soon'],
    ['2026-04-02', { lastOdometer: 1319 }, null],
    ['2026-04-02', { lastOdometer: 1400 }, 'due'],
    ['2026-04-21', {}, 'due'],
    ['2026-04-23', {}, 'due'],
    ['2026-04-24', {}, 'overdue'],
    ['2026-04-02', { lastOdometer: 1500 }, 'overdue'],
    ['2026-04-24', { dueOn: null }, null],
  ] as const)('on %s with %j: %s', (today, more, stage) => {
    expect(reminderStage({ ...one, ...more }, today)).toBe(stage);
  });
  test('a stage never goes back as days pass', () => {
    const rank = { soon: 1, due: 2, overdue: 3 };
    let last = 0;
    for (let day = 1; day <= 30; day += 1) {
      const stage = reminderStage(one, `2026-04-${String(day).padStart(2, '0')}`);
      const now = stage ? rank[stage] : 0;
      expect(now).toBeGreaterThanOrEqual(last);
      last = now;
    }
    expect(last).toBe(3);
  });
  test('what falls in the night waits for the morning of the shop’s own day', () => {
    const zone = 'America/Denver';
    const at = (iso: string) => outsideQuiet(new Date(iso), zone, 20, 8).toISOString();
    expect(at('2026-04-14T18:30:00.000Z')).toBe('2026-04-14T18:30:00.000Z');
    expect(at('2026-04-15T03:30:00.000Z')).toBe('2026-04-15T14:00:00.000Z');
    expect(at('2026-04-15T10:00:00.000Z')).toBe('2026-04-15T14:00:00.000Z');
    expect(outsideQuiet(new Date('2026-04-15T10:00:00.000Z'), zone, 6, 6).toISOString()).toBe(
      '2026-04-15T10:00:00.000Z',
    );
  });
  test('a template’s names are filled, and one it does not know stays', () => {
    expect(fillWords('{shop}: {what} {odd}', { shop: 'We', what: 'nuts' })).toBe('We: nuts {odd}');
  });
});

describe('photos', () => {
  const photo = (id: string, shot: string | null, occasion: string) =>
    ({ id, data: { shot, occasion, photoId: id } }) as unknown as EntryOf<'photo'>;
  test('pairs are the first before and the last after of one shot', () => {
    const pairs = photoPairs([
      photo('1', 'left side', 'as it came'),
      photo('2', 'Left side ', 'on its wheels'),
      photo('3', 'left side', 'handed over'),
      photo('4', 'nose', 'as it came'),
      photo('5', null, 'handed over'),
    ]);
    expect(pairs.map((pair) => [pair.shot, pair.before.id, pair.after.id])).toEqual([
      ['left side', '1', '3'],
    ]);
  });
  test('a ring is round on the picture, a measured line has its ticks, an arrow its head', () => {
    const mark = { from: [0.5, 0.5] as [number, number], to: [0.6, 0.5] as [number, number], text: '14 mm' };
    expect(drawMark({ kind: 'ring', ...mark }, 4 / 3).d).toContain('A100.0 100.0');
    expect(drawMark({ kind: 'line', ...mark }, 4 / 3).d.match(/M/g)).toHaveLength(3);
    expect(drawMark({ kind: 'arrow', ...mark }, 4 / 3).d).toMatch(/^M500\.0 375\.0L600\.0 375\.0M600/);
    expect(drawMark({ kind: 'text', ...mark }, 4 / 3)).toMatchObject({ d: '', text: '14 mm' });
  });
});

describe('the kit ledger', () => {
  test('claimed against measured, with spread, an end at a time', () => {
    const [front, rear] = summarizeLifts([
      { end: 'front', platform: 'Ox', claimed: 50, measured: 44 },
      { end: 'front', platform: 'Scree', claimed: 50, measured: 48 },
      { end: 'rear', platform: 'Ox', claimed: null, measured: 30 },
    ]);
    expect(front).toMatchObject({ jobs: 2, mean: 46, claimed: 50, platforms: ['Ox', 'Scree'] });
    expect(front!.ratio).toBeCloseTo(0.92);
    expect(front!.spread).toBeCloseTo(Math.sqrt(8));
    expect(rear).toMatchObject({ jobs: 1, spread: null, ratio: null });
  });
  test('a platform at a time, where cars of more than one wear it', () => {
    const ox = { end: 'front', platform: 'Ox', claimed: 50, measured: 44 } as const;
    const scree = { ...ox, platform: 'Scree', measured: 51 };
    expect(summarizeByPlatform([ox, { ...ox, measured: 46 }])).toEqual([]);
    expect(summarizeByPlatform([scree, ox, { ...ox, measured: 46 }])).toMatchObject([
      { platform: 'Ox', lifts: [{ jobs: 2, mean: 45 }] },
      { platform: 'Scree', lifts: [{ jobs: 1, mean: 51, spread: null }] },
    ]);
  });
  test('counts what was said, the most frequent first', () => {
    expect(tally(['b', 'a', 'b'])).toEqual([
      { words: 'b', count: 2 },
      { words: 'a', count: 1 },
    ]);
  });
});

test('a cell that would run as a formula is guarded, a negative number is not', () => {
  expect(
    csvText(
      ['a', 'b'],
      [
        ['=1+1', -2],
        ['-x', null],
      ],
    ),
  ).toBe("a,b\r\n'=1+1,-2\r\n'-x,");
});

describe('the work of one end again', () => {
  /** Does every step in its order, torquing what it asks, as far as the engine lets it. */
  function play(run: RunDocument, state: RunState): void {
    for (;;) {
      const next = nextSteps(run, state)[0]?.step;
      if (!next) return;
      state.approved.add(next.id);
      for (const id of next.torques ?? []) {
        const passes = run.fasteners.find((one) => one.id === id)!.passes ?? 1;
        for (let pass = 1; pass <= passes; pass += 1)
          applyTorque(run, state, id, { pass, moved: false, recheck: false });
        applySecondCheck(state, id);
      }
      expect([next.id, judgeStep(run, state, next.id)]).toEqual([next.id, []]);
      applyStep(run, state, next.id, { entryId: 'e', at: '', personId: 'p' });
    }
  }
  test.each(['front', 'rear'] as const)(
    '%s: its copies reach the road again, and nothing stays open or loose',
    (end) => {
      const first = bothEndsRun();
      for (const fastener of first.fasteners) fastener.spec ??= { nm: 40, source: 'entered for this test' };
      const state = beginRun(first);
      play(first, state);
      const again = redoSteps(first, end, 1);
      expect(again.length).toBeGreaterThan(8);
      expect(again.some((step) => step.irreversible || step.photo)).toBe(false);
      const run = withSteps(first, again);
      expect(run.steps.filter((step) => step.id.startsWith('redo1/'))).toHaveLength(again.length);
      play(run, state);
      expect(again.filter((step) => !state.done.has(step.id)).map((step) => step.id)).toEqual([]);
      expect([...state.car.open, ...state.car.loose.keys()]).toEqual([]);
      expect(state.car.support).toEqual({ front: 'on-wheels', rear: 'on-wheels' });
    },
  );
});

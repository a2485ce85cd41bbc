import { takingBack } from '@/contracts/taking-back';
import { whyNotYetAligned } from '@/core/ledger/evidence';
import type { AlignmentData } from '@/core/ledger/kinds/handed-over';
import { adjustersAsked, answeredAt, answersByRecord, movedByRecord } from '@/core/ledger/rack-answers';
import { RULES_EDITION, forbidsDrive } from '@/core/procedure/engine';
import type { RackAnswer } from '@/core/procedure/rack-moved';
import { provedRun, valuedFile } from '../support/library';
import { refusedBy } from '../support/refused';
import { Tablet } from '../support/tablet';

const BOTH = ['front', 'rear'] as const;
const SHEET = {
  rack: 'ours',
  operator: 'T',
  specSource: 'plate',
  spec: { front: { toeTotal: { min: 0, max: 0.2 } } },
  before: { LF: { toe: 0.3 }, RF: { toe: 0.3 } },
  after: { LF: { toe: 0.05 }, RF: { toe: 0.05 } },
  adjustments: '',
  notReached: '',
} as unknown as AlignmentData;

/** The job of the library at its rack, up to a step. */
const atRack = (until: string, id = 'strut-top-spacer') => {
  const tablet = new Tablet(provedRun(id), RULES_EDITION);
  tablet.workTo((step) => step.id === `X/${until}`);
  return tablet;
};
let sheets = 0;
function record(tablet: Tablet, answers: readonly RackAnswer[]): string {
  sheets += 1;
  const entryId = `sheet-${sheets}`;
  const { adjusters, work } = answeredAt(tablet.order.state, ['front'], answers, entryId);
  tablet.keep({ kind: 'alignment', data: { ...SHEET, adjusters, moved: work } });
  return tablet.entries.at(-1)!.id;
}
const asUntouched = (tablet: Tablet): RackAnswer[] =>
  adjustersAsked(tablet.order.state, ['front']).map(({ id }) => ({ id, was: 'untouched' }));
const loose = (tablet: Tablet) => [...tablet.order.run.car.loose.keys()];

test('what the rack could have moved is asked of the axles that are on the sheet', () => {
  const tablet = atRack('jam-slack');
  const asked = adjustersAsked(tablet.order.state, ['front']);
  expect(asked.map(({ name }) => name)).toEqual([
    'Lower arm pivots with their cams, left front',
    'Lower arm pivots with their cams, right front',
    'Inner tie rod with its jam nut, left front',
    'Inner tie rod with its jam nut, right front',
  ]);
  // A leaf axle has nothing to set, and no step of the job sets anything there.
  expect(adjustersAsked(tablet.order.state, BOTH)).toHaveLength(4);
});

test('nothing is kept until each is answered', () => {
  const tablet = atRack('jam-slack');
  const three = asUntouched(tablet).slice(0, 3);
  expect(refusedBy(() => record(tablet, three))).toMatchObject({ code: 'moved', field: 'adjusters[3].was' });
  record(tablet, asUntouched(tablet));
  expect(loose(tablet)).toEqual([]);
  expect(tablet.order.state.alignments.at(-1)!.entry.data.moved).toBeNull();
});

test('a cam ticked as moved goes to loose, and the road waits for its torque', () => {
  const tablet = atRack('jam-slack');
  const [cam, ...others] = asUntouched(tablet);
  record(tablet, [{ id: cam!.id, was: 'moved' }, ...others]);
  expect(loose(tablet)).toEqual(['X/arm-L']);
  expect(forbidsDrive(tablet.document, tablet.order.run).map(({ code }) => code)).toContain('loose');
  // The job's own step torques it: none is added.
  expect(tablet.document.steps.some(({ id }) => id.startsWith('rack/'))).toBe(false);
  tablet.workTo((step) => step.phase === 'road');
  expect(loose(tablet)).toEqual([]);
});

test('what no step torques gets one, for all of them at once', () => {
  const tablet = atRack('rack-need', 'rear-leaf-shackles');
  const before = tablet.document.steps.length;
  const asked = adjustersAsked(tablet.order.state, BOTH);
  expect(asked.map(({ name }) => name)).toEqual([
    'Toe: tie rod or sleeve, left front',
    'Toe: tie rod or sleeve, right front',
  ]);
  record(
    tablet,
    asked.map(({ id }) => ({ id, was: 'moved' })),
  );
  expect(tablet.document.steps).toHaveLength(before + 1);
  const step = tablet.document.steps.find(({ id }) => id.startsWith('rack/'))!;
  expect(step).toMatchObject({ phase: 'align', needs: ['on-wheels'] });
  expect(step.torques).toEqual(loose(tablet));
  for (const id of step.torques!) tablet.torqueAll(id);
  tablet.doStep(step);
  expect(loose(tablet)).toEqual([]);
});

describe('what steps recorded at the rack', () => {
  test('eased and not tight yet: the sheet is taken with it, and it is moved', () => {
    const tablet = atRack('jam-torque');
    expect(loose(tablet).length).toBeGreaterThan(0);
    const { state } = tablet.order;
    expect(whyNotYetAligned({ ...state, intake: { data: { orderKind: 'job' } } as never })).toBeNull();
    const byRecord = answersByRecord(state, ['front']);
    expect(byRecord.every(({ was }) => was === 'moved')).toBe(true);
    expect(refusedBy(() => record(tablet, asUntouched(tablet)))).toMatchObject({
      code: 'moved-already',
      field: 'adjusters[0].was',
    });
    const before = loose(tablet);
    record(tablet, byRecord);
    expect(loose(tablet)).toEqual(before);
  });
  test('eased and torqued there: it is moved, and done with; a second sheet that moved it makes it loose again', () => {
    const tablet = atRack('lamps');
    expect(movedByRecord(tablet.order.state, 'joint front.left.arm-pivots')).toBe(true);
    record(tablet, answersByRecord(tablet.order.state, ['front']));
    expect(loose(tablet)).toEqual([]);
    const second = answersByRecord(tablet.order.state, ['front']);
    expect(second.every(({ was }) => was === 'untouched')).toBe(true);
    record(tablet, [{ ...second[0]!, was: 'moved' }, ...second.slice(1)]);
    expect(loose(tablet)).toEqual(['X/arm-L']);
    expect(tablet.order.run.reopened.has('X/cams-torque')).toBe(true);
  });
});

test('single-use hardware is said, and its torque asks for new', () => {
  const tablet = atRack('rack-slack', 'strut-spacers-car-body');
  const clevis = adjustersAsked(tablet.order.state, ['front']).find(({ id }) => id.includes('strut-foot'))!;
  expect(clevis.newHardware).toBe(true);
  expect(valuedFile('strut-spacers-car-body').fasteners.find(({ id }) => id === 'clevis-L')!.hardware).toBe(
    'new',
  );
  const all = asUntouched(tablet);
  record(
    tablet,
    all.map((one) => (one.id === clevis.id ? { ...one, was: 'moved' } : one)),
  );
  expect(refusedBy(() => tablet.torque('X/clevis-L', { newHardware: false })).code).toBe('reused');
});

test('taken back, what it brought falls with it', () => {
  const tablet = atRack('rack-need', 'rear-leaf-shackles');
  const asked = adjustersAsked(tablet.order.state, ['front']);
  const entryId = record(
    tablet,
    asked.map(({ id }) => ({ id, was: 'moved' })),
  );
  tablet.torqueAll(loose(tablet)[0]!);
  const { falls } = takingBack(tablet.entries, tablet.order.state, entryId, {});
  expect(falls.length).toBeGreaterThan(0);
});

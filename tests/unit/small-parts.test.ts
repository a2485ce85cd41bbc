import { alsoOpenedMove } from '@/core/moves/also-opened';
import { RULES_EDITION } from '@/core/procedure/engine';
import { type SmallPart, addedUp, smallParts } from '@/core/procedure/small-parts';
import { provedRun, valuedFile } from '../support/library';
import { Tablet } from '../support/tablet';

const named = (rows: readonly SmallPart[], what: RegExp) => {
  const some = rows.filter((row) => what.test(row.what));
  const sum = (of: (row: SmallPart) => number) => some.reduce((total, row) => total + of(row), 0);
  return { count: sum((row) => row.count), out: sum((row) => row.out), back: sum((row) => row.back) };
};
const newOf = (tablet: Tablet) => (id: string) =>
  tablet.order.state.torques.some(({ data }) => data.fastenerId === id && data.newHardware);

test('before the work it is counted by kind and size, nothing out and nothing back', () => {
  const rows = smallParts(valuedFile('bracket-lift'));
  expect(named(rows, /Cotter pins/)).toEqual({ count: 6, out: 0, back: 0 });
  expect(named(rows, /^New: /).count).toBeGreaterThan(0);
  expect(new Set(rows.map(({ what, size }) => `${what} ${size}`)).size).toBe(rows.length);
  const twice = addedUp([rows, rows]);
  expect(named(twice, /Cotter pins/).count).toBe(12);
  expect(twice).toHaveLength(rows.length);
});

test('a pin that is out is short until its nut has it again; what is also opened is counted with the rest', () => {
  const tablet = new Tablet(provedRun('strut-top-spacer'), RULES_EDITION);
  tablet.workTo(({ id }) => id === 'X/strut-out-L');
  const rows = () => smallParts(tablet.document, tablet.order.run, newOf(tablet));
  const apart = named(rows(), /Cotter pins/);
  expect(apart).toMatchObject({ count: 2, back: 0 });
  expect(apart.out).toBeGreaterThan(0);
  tablet.workTo((step) => step.phase === 'on-wheels' && Boolean(step.torques?.length));
  expect(named(rows(), /Cotter pins/)).toEqual({ count: 2, out: 2, back: 2 });
  const plugs = named(rows(), /Plugs and leads/);
  expect(plugs.back).toBe(plugs.out);
  tablet.keep(
    ...alsoOpenedMove(
      tablet.order,
      { thing: 'line front.actuator', typed: null, how: 'unplugged', stepId: null, already: false },
      tablet.mover,
    ),
  );
  expect(named(rows(), /Plugs and leads/)).toEqual({ ...plugs, count: plugs.count + 1, out: plugs.out + 1 });
});

test('hardware used once is back only when it went on new', () => {
  const tablet = new Tablet(provedRun('preload-spacer'), RULES_EDITION);
  tablet.workTo((step) => step.phase === 'road');
  const used = named(
    smallParts(tablet.document, tablet.order.run, () => false),
    /^New: /,
  );
  expect(used.out).toBeGreaterThan(0);
  expect(used.back).toBe(0);
  expect(
    named(
      smallParts(tablet.document, tablet.order.run, () => true),
      /^New: /,
    ).back,
  ).toBe(used.count);
});

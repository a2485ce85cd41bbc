import type { HandoffBlocker } from '@/core/ledger/closing';
import type { Entry } from '@/core/ledger/entries';
import { holeGroups } from '@/features/handoff/hole-groups';
import { trailDays } from '@/features/trail/trail-days';

const entry = (seq: number, at: string, personId: string) => ({ id: `e${seq}`, seq, at, personId }) as Entry;

describe('the trail by day and person', () => {
  const entries = [
    entry(1, '2026-04-13T15:00:00.000Z', 'ilse'),
    entry(2, '2026-04-14T04:30:00.000Z', 'ilse'),
    entry(3, '2026-04-14T15:00:00.000Z', 'ilse'),
    entry(4, '2026-04-14T15:05:00.000Z', 'brannoch'),
    entry(5, '2026-04-14T15:06:00.000Z', 'ilse'),
  ];

  test('the newest leads, a day is the shop’s own, and who comes back has a turn of their own', () => {
    const days = trailDays(entries, 'America/Denver');
    expect(days.map(({ day, count }) => [day, count])).toEqual([
      ['2026-04-14', 3],
      ['2026-04-13', 2],
    ]);
    expect(days[0]!.turns.map(({ personId, entries: own }) => [personId, own.map(({ seq }) => seq)])).toEqual(
      [
        ['ilse', [5]],
        ['brannoch', [4]],
        ['ilse', [3]],
      ],
    );
  });

  test('no entry is left out or told twice', () => {
    const seen = trailDays(entries, 'Pacific/Auckland')
      .flatMap(({ turns }) => turns.flatMap((turn) => turn.entries))
      .map(({ seq }) => seq);
    expect(seen).toEqual([5, 4, 3, 2, 1]);
    expect(trailDays([], 'UTC')).toEqual([]);
  });
});

describe('what stands between a job and its handoff, by kind', () => {
  const hole = (code: string, ref: string): HandoffBlocker => ({
    code,
    ref,
    text: `${code} ${ref}`,
    rule: null,
    page: 'torque',
  });

  test('many of a kind are one line, in the order in which they would be mended', () => {
    const groups = holeGroups([
      hole('untorqued', 'a'),
      hole('heights', 'heights'),
      hole('untorqued', 'b'),
      hole('missing-shot', 'c'),
    ]);
    expect(groups.map(({ code, words, holes }) => [code, words, holes.length])).toEqual([
      ['untorqued', '2 without torque', 2],
      ['heights', null, 1],
      ['missing-shot', null, 1],
    ]);
  });

  test('what speaks for itself is never lumped together', () => {
    const groups = holeGroups([hole('alarm', 'one'), hole('alarm', 'two'), hole('extra', 'x')]);
    expect(groups.map(({ words }) => words)).toEqual([null, null, null]);
    // Nothing is lost on the way.
    expect(groups.flatMap(({ holes }) => holes)).toHaveLength(3);
  });
});

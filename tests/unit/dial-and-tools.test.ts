import { dueOrUsual } from '@/core/follow-up/due-band';
import { dialAsks } from '@/core/ledger/dial-asks';
import { toolSize } from '@/core/procedure/pull-list';
import { readFigure } from '@/core/units/typed-figure';
import { freshIn } from '@/features/procedures/procedure-draft';
import { libraryFile, libraryIds } from '../support/library';
import { starterBoard } from '@/core/procedure/starter-board';

const at = (day: number) => `2026-04-${String(day).padStart(2, '0')}T12:00:00.000Z`;
const read = (value: number, unit: 'km' | 'mi' = 'mi') => ({ value, unit });

describe('a dial', () => {
  test.each([
    ['61,340', 61340],
    ['61.340', 61340],
    ['61 340', 61340],
    ['61’340', 61340],
    ['1.061.340', 1061340],
    ['61340', 61340],
    ['61,34', null],
    ['61.3', null],
  ])('%s reads as %s', (typed, figure) => {
    expect(readFigure(typed, 'whole')).toBe(figure);
  });

  test('less than before is asked about, with the figure it may have been', () => {
    const before = [{ ...read(61340), at: at(1) }];
    expect(dialAsks(before, read(61360), at(3))).toBeNull();
    expect(dialAsks(before, read(6140), at(3))).toMatch(
      /read 61,340 mi before, and now less\. Was it 61,400 mi\?/,
    );
    expect(dialAsks(before, read(1200), at(3))).toMatch(/now less\.$/);
  });

  test('more than anybody drives is asked about too, whatever the unit', () => {
    const before = [{ ...read(61340), at: at(1) }];
    expect(dialAsks(before, read(613420), at(3))).toMatch(/more than anybody drives\. Was it 61,342 mi\?/);
    expect(dialAsks(before, read(98720, 'km'), at(3))).toBeNull();
    // The last reading before it counts, not one that came in since.
    expect(dialAsks([...before, { ...read(70000), at: at(9) }], read(61400), at(3))).toBeNull();
    expect(dialAsks(before, { unread: 'cluster dark' } as never, at(3))).toBeNull();
  });

  test('what holds a wheel on has a day even where nobody knows a pace', () => {
    const asked = { doneOn: '2026-04-01', odometer: 1000, interval: { distance: 130 } };
    const usual = dueOrUsual(asked, 'km');
    expect(usual.assumed).toBe(true);
    expect(usual.due.due).toBe('2026-04-05');
    // A pace of nothing from two equal readings is none.
    const still = [
      { date: '2026-03-01', odometer: 1000 },
      { date: '2026-03-20', odometer: 1000 },
    ];
    expect(dueOrUsual({ ...asked, readings: still }, 'km').assumed).toBe(true);
    expect(dueOrUsual({ ...asked, pacePerDay: 65 }, 'km')).toMatchObject({ assumed: false });
    // Days alone are days, and no pace is made up beside them.
    expect(dueOrUsual({ ...asked, interval: { distance: 700, days: 30 } }, 'km')).toMatchObject({
      assumed: false,
      due: { due: '2026-05-01' },
    });
  });
});

test.each([
  ['21', '21 mm'],
  ['21mm', '21 mm'],
  ['21 MM', '21 mm'],
  ['13,5', '13.5 mm'],
  ['7/8', '7/8'],
  ['7/8 in', '7/8'],
  ['7/8"', '7/8'],
  ['1-1/8', '1-1/8'],
  ['1 1/8 in', '1-1/8'],
])('a tool’s size %s is %s', (typed, size) => {
  expect(toolSize(typed)).toBe(size);
});

test('a new step, item or fastener gets an id that nothing of the procedure or its ways has', () => {
  const draft = libraryFile('lowering');
  const first = freshIn(draft, 'own');
  const more = { ...draft, steps: [...draft.steps, { ...draft.steps[0]!, id: first }] };
  const way = more.ways[0]!;
  const second = freshIn(more, 'own');
  const ways = [{ ...way, in: [...way.in, { after: null, step: { ...draft.steps[0]!, id: second } }] }];
  expect([first, second, freshIn({ ...more, ways }, 'own')]).toEqual(['own-1', 'own-2', 'own-3']);
  // One taken out in the middle leaves its number free, not another’s taken.
  const fasteners = draft.fasteners.map((one, at) => (at === 0 ? { ...one, id: 'own-fastener-2' } : one));
  expect(freshIn({ ...draft, fasteners }, 'own-fastener')).toBe('own-fastener-1');
});

describe('the board a new shop begins with', () => {
  const library = libraryIds().map(libraryFile);
  const board = starterBoard(library);

  test('each tool once by what it means, none that is no tool of a board', () => {
    const names = board.map(({ tool }) => `${tool.kind} ${tool.size ?? ''} ${tool.drive ?? ''}`);
    expect(new Set(names).size).toBe(names.length);
    expect(names).toContain('socket 21 mm 1/2');
    expect(names.some((name) => /lift|torque wrench/.test(name))).toBe(false);
    expect(board.every(({ procedures }) => procedures >= 1)).toBe(true);
  });

  test('with it on the boards no procedure lacks a tool, and nothing is offered a second time', () => {
    const have = board.map(({ tool }) => ({
      kind: tool.kind,
      size: tool.size ?? null,
      drive: tool.drive ?? null,
    }));
    expect(starterBoard(library, have)).toEqual([]);
    // Other words for the same thing are the same thing.
    expect(
      starterBoard(
        [libraryFile('rear-lift-block')],
        [...have, { kind: 'Two floor jacks', size: null, drive: null }],
      ),
    ).toEqual([]);
  });
});

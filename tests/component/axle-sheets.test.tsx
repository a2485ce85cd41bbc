import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { alsoOpenedMove } from '@/core/moves/also-opened';
import { draftsFor } from '@/core/procedure/draft';
import { RULES_EDITION } from '@/core/procedure/engine';
import { smallParts } from '@/core/procedure/small-parts';
import { AlsoOpenedSheet } from '@/features/bay/also-opened-sheet';
import { DraftedHere } from '@/features/procedures/drafted-here';
import { TakeSteps } from '@/features/procedures/take-steps';
import { SmallParts } from '@/features/work/small-parts';
import { ORDER, bayProps } from '../support/bay';
import { anatomies, libraryFile, provedRun } from '../support/library';
import { no, shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

const onWeight = () => {
  const tablet = new Tablet(provedRun('strut-top-spacer'), RULES_EDITION);
  tablet.workTo((step) => step.phase === 'on-wheels' && Boolean(step.torques?.length));
  return tablet;
};

describe('also opened', () => {
  const open = (tablet = onWeight()) => {
    const server = shopServer({ 'also.open': yes({ entryId: ORDER }) });
    const done = jest.fn();
    const props = bayProps(tablet);
    render(<AlsoOpenedSheet {...props} step={null} onDone={done} />);
    return { server, done, hand: userEvent.setup() };
  };

  test('one tap on what it is and how writes it down, and the sheet is done', async () => {
    const { server, done, hand } = open();
    await hand.click(screen.getByRole('button', { name: 'Upper arm pivots: eased' }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(server.inputs('also.open')).toEqual([
      {
        orderId: ORDER,
        thing: 'joint front.left.upper-arm-pivots',
        typed: null,
        how: 'eased',
        stepId: null,
        already: false,
      },
    ]);
  });

  test('a joint picked on the picture stands first, on its own side', async () => {
    const { hand } = open();
    const picture = screen.getByRole('group', { name: /The front of the car from behind/ });
    await hand.click(within(picture).getByRole('button', { name: /right front upper ball joint/i }));
    expect(screen.getByRole('radio', { name: 'Right' })).toBeChecked();
    const [first] = within(screen.getByRole('list', { name: /What may be open/ })).getAllByRole('listitem');
    expect(first).toHaveTextContent('Upper ball joint');
  });

  test('what the axle is against is said in its words, and is written down only as off already', async () => {
    const { server, done, hand } = open();
    const message = 'Not now. The coil is loaded: carry what it stands on.';
    server.replies['also.open'] = no({ field: 'already', code: 'confirm', message });
    await hand.click(screen.getByRole('button', { name: 'Center nut of the coilover: apart' }));
    expect(await screen.findByText(message)).toBeVisible();
    expect(done).not.toHaveBeenCalled();
    server.replies['also.open'] = yes({ entryId: ORDER });
    await hand.click(screen.getByRole('button', { name: /^It is off already/ }));
    await waitFor(() => expect(done).toHaveBeenCalled());
    expect(server.inputs('also.open').map((input) => (input as { already: boolean }).already)).toEqual([
      false,
      true,
    ]);
  });

  test('what no list has is written in for the corner that is looked at', async () => {
    const { server, hand } = open();
    await hand.click(screen.getByRole('radio', { name: 'Rear' }));
    await hand.click(screen.getByRole('radio', { name: 'Right' }));
    await hand.type(screen.getByLabelText('What it is'), 'Splash shield');
    await hand.click(screen.getByRole('radio', { name: 'cover' }));
    await hand.click(screen.getByRole('button', { name: 'Record it as off' }));
    await waitFor(() =>
      expect(server.inputs('also.open')).toMatchObject([
        {
          thing: null,
          how: 'out',
          typed: { name: 'Splash shield', kind: 'cover', end: 'rear', corner: 'RR' },
        },
      ]),
    );
  });

  test('what is open already offers nothing more', () => {
    const tablet = onWeight();
    const thing = 'joint front.left.upper-arm-pivots';
    const input = { thing, typed: null, how: 'out' as const, stepId: null, already: true };
    tablet.keep(...alsoOpenedMove(tablet.order, input, tablet.mover));
    open(tablet);
    expect(screen.queryByRole('button', { name: 'Upper arm pivots: eased' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Upper arm pivots: apart' })).toBeNull();
  });
});

test('pins and plugs are counted out and back, and what is short is said', () => {
  const rows = smallParts(libraryFile('bracket-lift'));
  const { rerender } = render(<SmallParts parts={rows} running={false} />);
  expect(screen.getAllByRole('rowheader', { name: 'Cotter pins, new' }).length).toBeGreaterThan(0);
  expect(screen.queryByRole('columnheader', { name: 'Back' })).toBeNull();
  rerender(
    <SmallParts running parts={[{ what: 'Cotter pins, new', size: 'M12', count: 4, out: 3, back: 1 }]} />,
  );
  expect(screen.getByText('3 of 4')).toBeVisible();
  expect(screen.getByText('1, 2 short')).toBeVisible();
  rerender(<SmallParts parts={[]} running />);
  expect(screen.getByText('None.')).toBeVisible();
});

describe('a draft', () => {
  const coilover = anatomies.find(({ id }) => id === 'coilover-front')!;
  const [{ procedure }] = draftsFor(coilover, {
    end: 'front',
    out: ['strut'],
    putsIn: '',
    equipment: { compressor: true },
  }) as [ReturnType<typeof draftsFor>[number]];

  test('says what it is, and is released with the order it was worked on', async () => {
    const server = shopServer({ 'procedure.release': yes({ version: 3 }) });
    const hand = userEvent.setup();
    render(<DraftedHere procedureId={procedure.id} drafted={procedure.drafted!} mayRelease />);
    expect(screen.getByRole('heading', { name: 'Drafted here, never worked' })).toBeVisible();
    expect(screen.getByText(/spoiling the alignment/)).toBeVisible();
    await hand.type(screen.getByLabelText('Order it was worked on'), '1650');
    await hand.click(screen.getByRole('button', { name: 'Release it' }));
    await waitFor(() =>
      expect(server.inputs('procedure.release')).toEqual([{ procedureId: procedure.id, order: 1650 }]),
    );
  });
  test('released, it still says that it was drafted, and nobody is asked', () => {
    render(
      <DraftedHere
        procedureId={procedure.id}
        drafted={{ ...procedure.drafted!, worked: { order: 1650 } }}
        mayRelease
      />,
    );
    expect(screen.getByRole('heading', { name: 'Drafted here' })).toBeVisible();
    expect(screen.getByText(/A lead worked it on order 1650/)).toBeVisible();
    expect(screen.queryByRole('button', { name: 'Release it' })).toBeNull();
  });
});

test('of what ships anew the ticked steps alone are taken, and the rest stays ours', async () => {
  const second = libraryFile('rear-leaf-shackles');
  const [changed, other] = second.steps as [(typeof second.steps)[0], (typeof second.steps)[0]];
  const older = (id: string) => (step: (typeof second.steps)[0]) =>
    step.id === id ? { ...step, do: 'As it was' } : step;
  const ours = { ...second, steps: second.steps.map(older(changed.id)).map(older(other.id)) };
  const server = shopServer({ 'procedure.save': yes({ version: 3 }) });
  const hand = userEvent.setup();
  const change = (step: typeof changed) => ({
    id: step.id,
    kind: 'new' as const,
    first: { ...step, do: 'As it was' },
    ours: { ...step, do: 'As it was' },
    second: step,
  });
  render(
    <TakeSteps
      ours={ours}
      second={second}
      version={2}
      changes={[change(changed), change(other)]}
      anatomies={anatomies}
      mayEdit
    />,
  );
  expect(screen.getByText('Nothing is ticked: it stays as it is.')).toBeVisible();
  await hand.click(screen.getAllByRole('checkbox')[0]!);
  expect(screen.getByText('1 of 2 steps taken as they ship.')).toBeVisible();
  await hand.click(screen.getByRole('button', { name: 'Save as our next version' }));
  await waitFor(() => expect(server.inputs('procedure.save')).toHaveLength(1));
  const [{ procedure, basedOn }] = server.inputs('procedure.save') as [
    { procedure: typeof second; basedOn: number },
  ];
  expect(basedOn).toBe(2);
  expect(procedure.steps.find(({ id }) => id === changed.id)!.do).toBe(changed.do);
  expect(procedure.steps.find(({ id }) => id === other.id)!.do).toBe('As it was');
});

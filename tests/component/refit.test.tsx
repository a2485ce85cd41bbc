import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { roomBefore } from '@/core/procedure/refits';
import { BackIn } from '@/features/refit/back-in';
import { RoomCard } from '@/features/refit/room-card';
import { ORDER, bayProps } from '../support/bay';
import { anatomies, provedRun } from '../support/library';
import { shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

const refit = (shortfall: number) => ({
  of: 'strut' as const,
  shortfall,
  fits: shortfall === 0,
  force: 0,
  preload: 0,
  rate: 80,
  ratio: 0.5,
});

/** The card of a strut job whose plan says that the strut is so much too long, at the step that puts it back in. */
function Card({
  procedure,
  shortfall,
  minutes = {},
}: {
  procedure: string;
  shortfall: number;
  minutes?: object;
}) {
  const run = provedRun(procedure);
  const tablet = new Tablet({
    ...run,
    planned: { figures: {}, heights: null, slopes: {}, refit: { front: refit(shortfall) } },
  });
  const step = tablet.workTo(({ id }) => id.endsWith('/strut-in-L'));
  return <RoomCard {...bayProps(tablet, { rungMinutes: minutes })} step={step} />;
}

test('what is still closed cannot be tapped and says so; what did it is one tap', async () => {
  const server = shopServer({ 'room.made': yes({ entryId: 'e' }) });
  const hand = userEvent.setup();
  render(<Card procedure="preload-spacer" shortfall={90} minutes={{ 'top-first': [20, 30] }} />);
  expect(screen.getByText(/^By the plan .* too long as it hangs now: \d+ N, like \d+ lb/)).toBeVisible();
  const row = (id: string) => document.querySelector(`[data-rung="${id}"]`)!;
  expect(row('subframe')).toHaveTextContent('Closed by the record: front subframe bolts');
  expect(screen.getByRole('button', { name: /^Used: Subframe let down/ })).toBeDisabled();
  // The book says 5, two jobs here took 20 and 30.
  expect(row('top-first')).toHaveTextContent('11 min by the book and 2 here');
  await hand.click(screen.getByRole('button', { name: 'Used: Top first, then the knuckle' }));
  await waitFor(() => expect(server.inputs('room.made')).toHaveLength(1));
  expect(server.inputs('room.made')[0]).toMatchObject({ orderId: ORDER, rung: 'top-first' });
});

test('where it goes in by the plan the ladder is folded away', () => {
  shopServer({});
  render(<Card procedure="preload-spacer" shortfall={0} />);
  expect(screen.getByRole('group', { name: 'Getting it back in' })).not.toHaveAttribute('open');
  expect(screen.getByText('By the plan it goes in without force. Will it not?')).toBeVisible();
});

test('before the work each end that will be short has its ladder, in the reader’s unit', () => {
  const room = roomBefore(anatomies, { kind: 'strut', end: 'front' }, refit(40))!;
  const { rerender } = render(<BackIn rooms={[room]} learned={{ bar: [60] }} lengths="mm" />);
  expect(screen.getByRole('heading', { name: 'Front strut, each side' })).toBeVisible();
  expect(
    screen.getByText('By the plan 40 mm too long as it hangs now: 3200 N, like 326 kg lying on it.'),
  ).toBeVisible();
  expect(screen.getAllByRole('listitem')[0]).toHaveTextContent(
    'Anti-roll bar off at both ends18 min by the book and 1 here; with all before it, still 40 mm short',
  );
  rerender(<BackIn rooms={[]} learned={{}} lengths="in" />);
  expect(screen.queryByRole('region')).toBeNull();
});

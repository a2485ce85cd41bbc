import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { LongWorkList } from '@/features/running/long-work';
import { BringShopForm } from '@/features/sign-in/bring-shop-form';
import type { LongWorkShown } from '@/server/running/long-work';
import { no, shopServer, yes } from '../support/shop-server';
import { went } from '../support/navigation';

const WALK: LongWorkShown = {
  what: 'verify',
  stands: 'under way',
  share: 0.437,
  words: '430 orders, 0 pictures, 0 papers',
  at: '2026-04-14T18:30:00.000Z',
  goesOn: false,
  here: true,
};
const show = (works: LongWorkShown[]) => render(<LongWorkList works={works} timeZone="America/Denver" />);
const button = (name: string) => screen.queryByRole('button', { name });

test('a walk under way: how far, looked at again by itself, and stopped', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ '/api/verify': yes({}) });
  show([WALK]);
  expect(screen.getByText(/under way at 43 %/)).toBeVisible();
  expect(screen.getByRole('progressbar', { name: 'Walk over the whole record' })).toHaveAttribute(
    'aria-valuenow',
    '44',
  );
  expect(button('Walk over the whole record')).toBeNull();
  await waitFor(() => expect(went).toContain('refresh'));
  await hand.click(button('Stop the walk')!);
  expect(server.asked[0]!.body).toEqual({ ask: 'stop' });
});

test('one that a command began is stopped where it was begun', () => {
  show([{ ...WALK, here: false }]);
  expect(screen.queryAllByRole('button')).toEqual([]);
});

test('an interrupted walk is gone on with, or begun anew; one that found something stands out', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ '/api/verify': yes({}) });
  const { unmount } = show([{ ...WALK, stands: 'interrupted', goesOn: true, here: false }]);
  expect(screen.getByText(/interrupted at 43 %/)).toBeVisible();
  await hand.click(button('Begin it anew')!);
  expect(server.asked.at(-1)!.body).toEqual({ ask: 'anew' });
  unmount();
  const words = 'entry 7 (torque, number 3 of order 1004) was changed: its hash no longer fits its text.';
  show([
    { ...WALK, stands: 'failed', words, here: false },
    { ...WALK, what: 'backup', stands: 'done', words: 'shop.sql.gz', here: false },
  ]);
  expect(screen.getByText(words).closest('li')).toHaveClass('hatch');
  expect(screen.getByText('shop.sql.gz').closest('li')).toHaveTextContent('Backup: done');
  await hand.click(button('Walk over the whole record')!);
  expect(server.asked.at(-1)!.body).toEqual({ ask: 'go on' });
});

test('nothing was asked for yet; what was asked for is looked at as soon as it is answered', async () => {
  const hand = userEvent.setup();
  shopServer({ '/api/verify': yes({}) });
  show([]);
  expect(button('Walk over the whole record')).toBeEnabled();
  const looked = went.length;
  await hand.click(button('Walk over the whole record')!);
  await waitFor(() => expect(went.slice(looked)).toEqual(['refresh']));
});

test('a shop that is brought in says how far it is; what is wrong is told and stays typed', async () => {
  const hand = userEvent.setup();
  let answer: (value: unknown) => void = () => undefined;
  const waits = new Promise((done) => (answer = done));
  shopServer({
    '/api/import/shop': ({ method }) =>
      method === 'POST'
        ? waits.then(() => no({ field: 'code', message: 'That is not the code.' }))
        : yes({ share: 0.25, words: 'Taking in: photo' }),
  });
  render(<BringShopForm />);
  await hand.type(screen.getByLabelText(/One-time code/), 'ABC');
  await hand.click(screen.getByRole('button', { name: 'Bring this shop in' }));
  expect(await screen.findByText('Taking in: photo')).toBeVisible();
  expect(screen.getByRole('progressbar')).toHaveAttribute('aria-valuenow', '25');
  await act(async () => answer(null));
  expect(await screen.findByText('That is not the code.')).toBeVisible();
  expect(screen.queryByRole('progressbar')).toBeNull();
  expect(screen.getByLabelText(/One-time code/)).toHaveValue('ABC');
});

import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { PromiseForm } from '@/features/quote/promise-form';
import { shopServer, yes } from '../support/shop-server';

const promise = (promisedFor: string) => (
  <PromiseForm
    orderId="1b7ba0a6-3f0a-4d5e-9f61-0a3c0d0f0a01"
    promisedFor={promisedFor}
    before={null}
    timeZone="America/Denver"
  />
);
const why = () => screen.getByLabelText('Why');
const moment = () => screen.getByLabelText('New promise');

test('what is typed stays when the page learns of another promise, of this form or of another tablet', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ '/api/commands/promise.give': yes({}) });
  const { rerender } = render(promise('2026-05-22T23:00:00.000Z'));
  await hand.type(screen.getByLabelText('What you told them'), 'Friday at five.');
  await hand.type(why(), 'the first day that holds');
  await hand.click(screen.getByRole('button', { name: 'Record this promise' }));
  await waitFor(() => expect(why()).toHaveValue(''));
  expect(server.asked).toHaveLength(1);
  // Typed on before the page was read again.
  await hand.type(why(), 'a part is late');
  rerender(promise('2026-05-08T23:00:00.000Z'));
  await waitFor(() => expect(moment()).toHaveDisplayValue(/8 May 2026/));
  expect(why()).toHaveValue('a part is late');
});

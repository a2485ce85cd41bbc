import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Reason } from '@/core/stance/reasons';
import { WhatItWas } from '@/features/heights/what-it-was';
import { WhyOff } from '@/features/heights/why-off';
import { ODALYS, ORDER } from '../support/bay';
import { shopServer, yes } from '../support/shop-server';

const SET = '00000000-0000-4000-8000-0000000000f1';
const REASONS: Reason[] = [
  {
    id: 'not-seated',
    end: 'front',
    corner: 'LF',
    share: 0.62,
    text: 'The left front stands high.',
    todo: 'Look there.',
  },
  { id: 'wrong-part', end: 'front', corner: null, share: 0.3, text: 'Front over.', todo: 'Read the number.' },
  { id: 'none', end: 'both', corner: null, share: 0.08, text: 'None of these.', todo: 'Measure again.' },
];

test('the causes stand with their shares, each with what to do about it', () => {
  shopServer({});
  render(
    <WhyOff
      orderId={ORDER}
      setId={SET}
      reasons={REASONS}
      planned="front 22 in"
      got="front 22 1/2 in"
      leads={[ODALYS] as never}
    />,
  );
  const rows = screen.getAllByRole('listitem');
  expect(rows.map((row) => row.textContent)).toEqual([
    expect.stringMatching(/^62%The left front stands high\.Look there\.$/),
    expect.stringMatching(/^30%/),
    expect.stringMatching(/^8%None of these/),
  ]);
  expect(screen.getByRole('button', { name: 'Accept it as it is' })).toBeVisible();
});

test('what it was is said of the set, with its place; another than the likeliest can be chosen', async () => {
  const server = shopServer({ 'cause.found': yes({ cause: 'wrong-part' }) });
  const hand = userEvent.setup();
  render(<WhatItWas orderId={ORDER} setId={SET} reasons={REASONS} />);
  await hand.click(screen.getByLabelText('The heights were off: what was found?'));
  await hand.click(screen.getByRole('option', { name: 'A part that was not the one planned, front' }));
  await hand.click(screen.getByRole('button', { name: 'It was this' }));
  await waitFor(() => expect(server.asked).toHaveLength(1));
  expect(server.asked[0]!.body).toMatchObject({
    input: { orderId: ORDER, setId: SET, cause: 'wrong-part', end: 'front', corner: null },
  });
});

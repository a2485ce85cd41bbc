import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import type { Alone } from '@/core/practice/alone';
import { nextSteps } from '@/core/procedure/engine';
import { StepNow } from '@/features/bay/step-now';
import { BRANNOCH, ILSE, ODALYS, ORDER, bayProps } from '../support/bay';
import { provedRun } from '../support/library';
import { shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

const ALONE: Alone = {
  asked: ['springs'],
  may: [{ personId: ILSE, name: 'Ilse', skill: 'springs' }],
  leads: [{ id: ODALYS, name: 'Odalys' }],
};

/** A strut that comes out, at a tablet where these were said to stand beside at steps before. */
function StrutOut({ said }: { said: string[] }) {
  const [beside, setBeside] = useState(said);
  const [tablet] = useState(() => new Tablet(provedRun('strut-top-spacer')));
  const [step] = useState(() => tablet.workTo(({ id }) => id.endsWith('/strut-out-L')));
  const props = bayProps(tablet, { alone: ALONE });
  const { refused } = nextSteps(props.document, props.run).find((one) => one.step.id === step.id)!;
  return (
    <StepNow
      {...props}
      step={step}
      refused={refused}
      number={1}
      onDone={() => undefined}
      beside={beside}
      onBeside={setBeside}
    />
  );
}

test('nobody’s name is not enough: whoever may not do it alone says who stands beside them', async () => {
  const server = shopServer({ 'step.done': yes({ entryId: 'e' }) });
  const hand = userEvent.setup();
  render(<StrutOut said={[]} />);
  expect(screen.getByRole('button', { name: 'Say who is beside you' })).toBeDisabled();
  const ilse = await screen.findByRole('button', { name: 'Ilse' });
  expect(screen.getByRole('button', { name: 'Odalys' })).toBeVisible();
  await hand.click(ilse);
  expect(ilse).toHaveAttribute('aria-pressed', 'true');
  await hand.click(screen.getByRole('button', { name: 'Done' }));
  await waitFor(() => expect(server.inputs('step.done')).toHaveLength(1));
  expect(server.inputs('step.done')[0]).toMatchObject({ orderId: ORDER, beside: [ILSE] });
});

test('only whoever is asked for at this step is named: not oneself, nor who stood beside at another', async () => {
  const server = shopServer({ 'step.done': yes({ entryId: 'e' }) });
  const elsewhere = '00000000-0000-4000-8000-0000000000ff';
  render(<StrutOut said={[BRANNOCH, ILSE, elsewhere]} />);
  await userEvent.click(screen.getByRole('button', { name: 'Done' }));
  await waitFor(() => expect(server.inputs('step.done')).toHaveLength(1));
  expect(server.inputs('step.done')[0]!.beside).toEqual([ILSE]);
});

import { act, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { AnswerWatch } from '@/features/handoff/answer-watch';
import { CloseVisit } from '@/features/handoff/close-visit';
import { LiftHole } from '@/features/handoff/lift-hole';
import { SendLink } from '@/features/handoff/send-link';
import { SignForm } from '@/features/handoff/sign-form';
import { StageForm } from '@/features/handoff/stage-form';
import { TellCorrection } from '@/features/handoff/tell-correction';
import { UseChoice } from '@/features/handoff/use-choice';
import { BackToBay } from '@/features/rework/back-to-bay';
import { ODALYS, ORDER } from '../support/bay';
import { went } from '../support/navigation';
import { no, shopServer, yes } from '../support/shop-server';

/** A box to draw in, as the browser's own canvas would give it: a stroke is whatever the test says was drawn. */
let drawn: () => void = () => undefined;
jest.mock('signature_pad', () => ({
  __esModule: true,
  default: class {
    addEventListener(_: string, stroke: () => void) {
      drawn = stroke;
    }
    toDataURL() {
      return 'data:image/png;base64,iVBORw0KGgo=';
    }
    off() {}
    clear() {}
  },
}));

/** What ends a job at the desk: the way back to the bay, the stage, the link, the signature, the correction. */

const EVIDENCE = '00000000-0000-4000-8000-0000000000e7';
const LEADS = [{ id: ODALYS, name: 'Odalys' }];
const named = (name: string | RegExp) => screen.getByRole('button', { name });

describe('back to the bay', () => {
  const open = async (part: boolean) => {
    const server = shopServer({ 'bay.back': yes({}) });
    const hand = userEvent.setup();
    render(
      <BackToBay
        orderId={ORDER}
        from="heights"
        evidence={EVIDENCE}
        why="front short by 1/2 inch"
        todo={'Measure the front again\n\n  Ask and weigh  '}
        part={part}
      />,
    );
    await hand.click(named('Back to the bay'));
    return { server, hand };
  };

  test('each line is a step, the changed part and the end taken down again go with it', async () => {
    const { server, hand } = await open(true);
    expect(screen.getByLabelText('Why')).toHaveValue('front short by 1/2 inch');
    await hand.type(screen.getByLabelText('Changed part'), 'spacer, 40 mm plate');
    await hand.click(screen.getByRole('combobox', { name: 'Taken down again' }));
    await hand.click(screen.getByRole('option', { name: /the front/ }));
    await hand.click(named('Send it back'));
    await waitFor(() => expect(server.inputs('bay.back')).toHaveLength(1));
    expect(server.inputs('bay.back')[0]).toEqual({
      orderId: ORDER,
      from: 'heights',
      ref: EVIDENCE,
      reason: 'front short by 1/2 inch',
      part: 'spacer, 40 mm plate',
      steps: ['Measure the front again', 'Ask and weigh'],
      again: 'front',
    });
    await waitFor(() => expect(went).toContain(`/bay/${ORDER}`));
  });

  test('where nothing is taken down nothing is asked of it; a refusal stands at its field and keeps the words', async () => {
    const { server, hand } = await open(false);
    expect(screen.queryByLabelText('Changed part')).toBeNull();
    server.replies['bay.back'] = no({ field: 'reason', code: 'required', message: 'Say why.' });
    await hand.clear(screen.getByLabelText('Why'));
    await hand.click(named('Send it back'));
    await waitFor(() => expect(screen.getByLabelText('Why')).toHaveAttribute('aria-invalid', 'true'));
    expect(screen.getByLabelText('What is to be done, a step a line')).toHaveValue(
      'Measure the front again\n\n  Ask and weigh  ',
    );
  });
});

test('a stage is handed over with what waits by name, and how the car leaves', async () => {
  const server = shopServer({ 'stage.close': yes({}) });
  const hand = userEvent.setup();
  const left = [
    { id: 'step-a', text: 'Rear shocks in' },
    { id: 'step-b', text: 'Rear track bar torqued' },
  ];
  render(<StageForm orderId={ORDER} left={left} leads={LEADS} />);
  await hand.click(named('Hand over a stage'));
  await hand.click(screen.getByRole('checkbox', { name: 'Rear shocks in' }));
  await hand.type(screen.getByLabelText('Which stage this is'), 'front only');
  await hand.type(screen.getByLabelText('Why the rest waits'), 'the rear shocks are late');
  await hand.type(screen.getByLabelText('PIN'), '1717');
  await hand.click(named('Defer the rest'));
  await waitFor(() => expect(server.inputs('stage.close')).toHaveLength(1));
  expect(server.inputs('stage.close')[0]).toMatchObject({
    orderId: ORDER,
    left: ['step-b'],
    name: 'front only',
    pushOnly: true,
    reason: 'the rear shocks are late',
    leadId: ODALYS,
    pin: '1717',
  });
});

describe('the customer’s page', () => {
  const link = {
    until: 'Apr 30',
    worksStill: true,
    views: [{ when: 'Apr 14, 9:02', what: 'pdf' }],
  };

  test('is sent to the number that is known, and waits until it has left', async () => {
    const server = shopServer({ 'link.send': yes({ messageId: 'm', byHand: false }) });
    const hand = userEvent.setup();
    render(<SendLink orderId={ORDER} link={null} reach="555 0177" />);
    expect(screen.getByText(/It has no address yet/)).toBeVisible();
    await hand.click(named('Send it'));
    expect(await screen.findByText(/Waits to go out to 555 0177/)).toBeVisible();
    expect(server.inputs('link.send')).toEqual([{ orderId: ORDER }]);
  });

  test('shows its code once, and of one that works only after a yes', async () => {
    const address = 'http://shop.local/c/abc';
    const server = shopServer({ [`/api/orders/${ORDER}/link`]: yes({ address, picture: '<svg/>' }) });
    const hand = userEvent.setup();
    render(<SendLink orderId={ORDER} link={link} reach={null} />);
    expect(screen.getByText('the PDF')).toBeVisible();
    await hand.click(named('Show its code'));
    expect(server.asked).toHaveLength(0);
    await hand.click(named('Make a new address'));
    expect(await screen.findByTestId('link-address')).toHaveTextContent(address);
  });

  test('is ended by a tap and a yes, and a refusal is said', async () => {
    const server = shopServer({ 'link.revoke': no({ message: 'It has ended already.' }) });
    const hand = userEvent.setup();
    render(<SendLink orderId={ORDER} link={{ ...link, worksStill: false }} reach={null} />);
    expect(screen.getByText(/Its time is over/)).toBeVisible();
    await hand.click(named('End this page'));
    await hand.click(within(screen.getByRole('dialog')).getByRole('button', { name: 'Leave it as it is' }));
    expect(server.inputs('link.revoke')).toEqual([]);
    await hand.click(named('End this page'));
    await hand.click(named('End its address'));
    expect(await screen.findByText('It has ended already.')).toBeVisible();
  });
});

test('nothing is signed without a drawn signature, and the box says so', async () => {
  const server = shopServer({ 'handoff.sign': yes({}) });
  const hand = userEvent.setup();
  render(<SignForm orderId={ORDER} customer="Wren Tallow" />);
  expect(screen.getByLabelText('Who signs')).toHaveValue('Wren Tallow');
  expect(named('Clear')).toBeDisabled();
  await hand.click(named('Sign and hand over'));
  expect(await screen.findByRole('alert')).toBeVisible();
  expect(server.inputs('handoff.sign')).toEqual([]);
  act(() => drawn());
  await hand.click(named('Clear'));
  expect(named('Clear')).toBeDisabled();
  act(() => drawn());
  await hand.click(named('Sign and hand over'));
  await waitFor(() => expect(server.inputs('handoff.sign')).toHaveLength(1));
  expect(server.inputs('handoff.sign')[0]).toMatchObject({ orderId: ORDER, signer: 'Wren Tallow' });
});

test('the correction is told in the words that stand there', async () => {
  const server = shopServer({ 'correction.tell': yes({}) });
  const hand = userEvent.setup();
  render(<TellCorrection orderId={ORDER} version={2} message={'Hello.\n{why}\nYours'} reach="555 0177" />);
  expect(screen.getByTestId('as-sent')).toHaveTextContent('Hello. … Yours');
  await hand.type(
    screen.getByLabelText('What the customer is told was corrected'),
    'the left torque was misread',
  );
  expect(screen.getByTestId('as-sent')).toHaveTextContent('Hello. the left torque was misread Yours');
  await hand.click(named('Tell the customer'));
  await waitFor(() =>
    expect(server.inputs('correction.tell')).toEqual([
      { orderId: ORDER, version: 2, words: 'the left torque was misread' },
    ]),
  );
});

test('what an earlier visit left is answered: settled, or watched on', async () => {
  const server = shopServer({ 'watch.answer': yes({}) });
  const hand = userEvent.setup();
  render(<AnswerWatch orderId={ORDER} watchId={EVIDENCE} words="Left boot damp" />);
  await hand.click(named('Answer it'));
  expect(screen.getByText('Left boot damp')).toBeVisible();
  await hand.type(screen.getByLabelText(/What you found/), 'dry after 300 miles');
  await hand.click(screen.getByRole('radio', { name: 'Watch it on' }));
  await hand.click(named('Record the answer'));
  await waitFor(() =>
    expect(server.inputs('watch.answer')).toEqual([
      { orderId: ORDER, watchId: EVIDENCE, answer: 'dry after 300 miles', settled: false },
    ]),
  );
});

test('a rule is lifted by the lead alone, with a reason and the PIN', async () => {
  const server = shopServer({ 'override.record': yes({}) });
  const hand = userEvent.setup();
  render(
    <LiftHole
      orderId={ORDER}
      rule="missing-shot"
      target={EVIDENCE}
      text="A photo is missing."
      leads={LEADS}
    />,
  );
  await hand.click(named('Allow, with a reason'));
  await hand.click(named('Lift it'));
  expect(server.inputs('override.record')).toEqual([]);
  await hand.type(screen.getByRole('textbox'), 'the camera fell, seen by eye');
  await hand.type(screen.getByLabelText('PIN'), '1717');
  await hand.click(named('Lift it'));
  await waitFor(() => expect(server.inputs('override.record')).toHaveLength(1));
  expect(server.inputs('override.record')[0]).toMatchObject({
    orderId: ORDER,
    rule: 'missing-shot',
    ref: EVIDENCE,
  });
});

test('how the car is used is one tap, and a visit closes with its note', async () => {
  const server = shopServer({ 'use.set': yes({}), 'visit.close': yes({}) });
  const hand = userEvent.setup();
  const view = render(<UseChoice orderId={ORDER} use="road" />);
  const other = screen.getAllByRole('radio').find((one) => !one.matches('[aria-checked="true"]'))!;
  await hand.click(other);
  await waitFor(() => expect(server.inputs('use.set')).toHaveLength(1));
  expect((server.inputs('use.set')[0] as { use: string }).use).not.toBe('road');
  view.unmount();
  render(<CloseVisit orderId={ORDER} />);
  await hand.type(screen.getByLabelText('Note with the visit'), 'all four held');
  await hand.click(named('Close the visit'));
  await waitFor(() =>
    expect(server.inputs('visit.close')).toEqual([{ orderId: ORDER, note: 'all four held' }]),
  );
});

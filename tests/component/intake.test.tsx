import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { IntakeForm } from '@/features/intake/intake-form';
import type { KnownCar } from '@/server/queries/cars';
import { went } from '../support/navigation';
import { ORDER } from '../support/bay';
import { type Asked, no, shopServer, yes } from '../support/shop-server';

const KNOWN: KnownCar = {
  id: '00000000-0000-4000-8000-0000000000c1',
  customerId: '00000000-0000-4000-8000-0000000000c2',
  label: 'Coppice crew cab',
  plate: 'KLM 4127',
  customer: 'Hollin Orchard',
  distanceUnit: 'km',
  sets: [
    {
      id: '00000000-0000-4000-8000-0000000000c3',
      name: 'mud',
      tires: 'LT285/70R17',
      wheels: '17 x 8.5, offset 10',
    } as KnownCar['sets'][number],
  ],
  open: null,
};

function opened(answers: Parameters<typeof shopServer>[0] = {}) {
  const server = shopServer({
    '/api/find/cars': ({ url }: Asked) =>
      yes({ cars: /4127|Hollin|0177/.test(decodeURIComponent(url)) ? [KNOWN] : [] }),
    'intake.open': yes({ orderId: ORDER, number: 1700 }),
    ...answers,
  });
  render(
    <IntakeForm
      places={[{ id: 'lift-1', name: 'Lift 1', kind: 'lift' } as never]}
      lengthUnit="mm"
      distanceUnit="mi"
      timeZone="America/Denver"
    />,
  );
  const hand = userEvent.setup();
  const type = async (label: string, text: string) => {
    await hand.clear(screen.getByLabelText(label));
    await hand.type(screen.getByLabelText(label), text);
  };
  const take = () => hand.click(screen.getByRole('button', { name: /^Take it in|take it in$/ }));
  return { server, hand, type, take, sent: () => server.inputs('intake.open') };
}

/** What cannot be left out, and nothing else. */
const LEAST: [string, string][] = [
  ['Plate', 'VET 88'],
  ['Maker, model, what it does', 'Fell pick-up'],
  ['Name', 'Tolliver Creek'],
  ['In their words', 'Level it'],
  ['Odometer', '61,240'],
  ['Tires fitted', '235/75R15'],
  ['Wheelbase', '3120'],
];

test('begins at the plate, says what is missing, and sends nothing until it is there', async () => {
  const { hand, take, sent, type } = opened();
  expect(screen.getByLabelText('Plate')).toHaveFocus();
  expect(screen.getByText(/7 things are missing/).parentElement).toHaveTextContent(
    /plate, what the car is, the customer’s name, what is wanted, odometer, tires fitted, wheelbase/,
  );
  await take();
  await waitFor(() => expect(screen.getByLabelText('Plate')).toHaveAttribute('aria-invalid', 'true'));
  for (const [label] of LEAST) expect(screen.getByLabelText(label)).toBeRequired();
  expect(sent()).toEqual([]);
  await hand.click(screen.getByRole('button', { name: 'Go to the first' }));
  expect(screen.getByLabelText('Plate')).toHaveFocus();
  for (const [label, text] of LEAST) await type(label, text);
  expect(screen.queryByText(/missing/)).toBeNull();
});

test('a new car under sixty keys beside its own words; what was left as it was goes with it', async () => {
  const { type, take, sent } = opened();
  for (const [label, text] of LEAST) await type(label, text);
  await take();
  await waitFor(() => expect(sent()).toHaveLength(1));
  expect(sent()[0]).toMatchObject({
    orderKind: 'job',
    customer: { name: 'Tolliver Creek' },
    vehicle: {
      plate: 'VET 88',
      label: 'Fell pick-up',
      wheelbase: '3120',
      distanceUnit: 'mi',
      body: 'pick-up',
    },
    odometer: { value: 61240, unit: 'mi' },
    tires: '235/75R15',
    wants: 'Level it',
    targets: { front: null, rear: null, unit: 'mm', method: 'hub' },
    promisedFor: null,
    agreed: false,
  });
  const keys = LEAST.reduce((sum, [, text]) => sum + text.length, 0);
  expect(keys).toBeLessThan(75);
  // Keys beside the words themselves: one to go from field to field, and one to send.
  expect(LEAST.length + 1).toBeLessThan(60);
  await waitFor(() => expect(went).toContain(`/orders/${ORDER}/heights`));
});

test('a plate that is known brings its car and its customer; nothing of them is written a second time', async () => {
  const { hand, type, take, sent } = opened();
  await type('Plate', 'klm-4127');
  await hand.click(await screen.findByRole('button', { name: 'Take that car' }));
  expect(screen.queryByLabelText('Plate')).toBeNull();
  expect(screen.queryByLabelText('Name')).toBeNull();
  expect(screen.getByText(/3 things are missing/)).toBeVisible();
  // Its own dial, and one of its own sets of wheels.
  await hand.click(screen.getByRole('combobox', { name: 'Comes on' }));
  await hand.click(screen.getByRole('option', { name: 'mud: LT285/70R17 on 17 x 8.5, offset 10' }));
  await type('Odometer', '98000');
  await type('In their words', 'Re-level');
  await take();
  await waitFor(() => expect(sent()).toHaveLength(1));
  expect(sent()[0]).toMatchObject({
    vehicle: { id: KNOWN.id },
    customer: { id: KNOWN.customerId },
    odometer: { value: 98000, unit: 'km' },
    wheelSetId: KNOWN.sets[0]!.id,
    tires: 'LT285/70R17',
    wheels: '17 x 8.5, offset 10',
  });
});

test('a telephone that is known makes it that customer’s new car', async () => {
  const { hand, type, take, sent } = opened();
  for (const [label, text] of LEAST) await type(label, text);
  await type('Phone', '555 0177');
  await hand.click(await screen.findByRole('button', { name: 'It is their car' }));
  await take();
  await waitFor(() => expect(sent()).toHaveLength(1));
  expect(sent()[0]).toMatchObject({ customer: { id: KNOWN.customerId }, vehicle: { plate: 'VET 88' } });
});

test('what is wanted is a lift or a height, a promise is in the shop’s time, and a visit asks for neither', async () => {
  const { hand, type, take, sent } = opened();
  for (const [label, text] of LEAST) await type(label, text);
  await type('Front target height, or lift', '+50');
  expect(screen.getByText(/^up by 1 15\/16", 50 mm$/)).toBeVisible();
  await type('Promised for', '2026-04-16 16:00');
  await take();
  await waitFor(() => expect(sent()).toHaveLength(1));
  expect(sent()[0]).toMatchObject({ targets: { front: '+50' }, promisedFor: '2026-04-16T22:00:00.000Z' });

  await hand.click(screen.getByRole('combobox', { name: 'It comes for' }));
  await hand.click(screen.getByRole('option', { name: 'an inspection only' }));
  expect(screen.queryByLabelText('Front target height, or lift')).toBeNull();
  await take();
  await waitFor(() => expect(sent()).toHaveLength(2));
  expect(sent()[1]).toMatchObject({ orderKind: 'inspection', targets: { front: null } });
});

test('an odd dial is asked back about at its field, and sent as it stands when it is so', async () => {
  let first = true;
  const { type, take, sent } = opened({
    'intake.open': () => {
      const answer = first
        ? no({
            field: 'odometer.value',
            code: 'confirm',
            message: 'The dial shows less than in March: 61,240?',
          })
        : yes({ orderId: ORDER, number: 1700 });
      first = false;
      return answer;
    },
  });
  for (const [label, text] of LEAST) await type(label, text);
  await take();
  const said = await screen.findByText(/shows less than in March/);
  expect(screen.getByLabelText('Odometer')).toHaveAttribute('aria-describedby', said.id);
  expect(screen.getByRole('button', { name: 'It is so: take it in' })).toBeVisible();
  await take();
  await waitFor(() => expect(sent()).toHaveLength(2));
  expect(sent().map(({ confirmed }) => confirmed)).toEqual([false, true]);
});

test('what does not read is refused at its field before it is sent, and stays in it', async () => {
  const { type, take, sent } = opened();
  for (const [label, text] of LEAST) await type(label, text);
  await type('Odometer', 'sixty');
  await type('Promised for', 'when it is done');
  await take();
  await waitFor(() => expect(screen.getByLabelText('Odometer')).toHaveAttribute('aria-invalid', 'true'));
  expect(screen.getByLabelText('Promised for')).toHaveAttribute('aria-invalid', 'true');
  expect(screen.getByLabelText('Odometer')).toHaveValue('sixty');
  expect(screen.getByLabelText('Promised for')).toHaveValue('when it is done');
  expect(sent()).toEqual([]);
});

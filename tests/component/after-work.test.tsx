import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { TakingBack } from '@/contracts/taking-back';
import { CarRow } from '@/features/come-backs/car-row';
import { AnswerOnPage } from '@/features/customer/offer-answer';
import { OwnDoor } from '@/features/customer/own-door';
import { AskDate, LongCheckIn, TellOdometer } from '@/features/customer/page-forms';
import { RackDrop } from '@/features/stand-ins/rack-drop';
import { StandInSwitch } from '@/features/stand-ins/stand-in-switch';
import { CorrectOdometer } from '@/features/trail/correct-odometer';
import { CorrectTorque } from '@/features/trail/correct-torque';
import { TakeBack } from '@/features/trail/take-back';
import { type OfferedProcedure, StartForm } from '@/features/work/start-form';
import type { ComeBack } from '@/server/queries/come-backs';
import { LONG_CLICKER, ODALYS, ORDER, SHORT_CLICKER } from '../support/bay';
import { went } from '../support/navigation';
import { no, shopServer, yes } from '../support/shop-server';

const ENTRY = '00000000-0000-4000-8000-0000000000e1';
const SMALLER = '00000000-0000-4000-8000-0000000000e2';
const FALLS = '00000000-0000-4000-8000-0000000000e3';

describe('taking an entry back', () => {
  const way = (entryId: string, more: Partial<TakingBack> = {}) =>
    ({ entryId, words: 'Step: strut out.', does: [], falls: [], ...more }) as unknown as TakingBack;
  const open = async (answer: object) => {
    const server = shopServer({ '/take-back/': yes(answer), 'entry.void': yes({}) });
    const hand = userEvent.setup();
    render(<TakeBack orderId={ORDER} entryId={ENTRY} words="Strut out, Brannoch." />);
    await hand.click(screen.getByRole('button', { name: 'Take back' }));
    await screen.findByLabelText('Why');
    return { server, hand };
  };
  const send = (hand: ReturnType<typeof userEvent.setup>) =>
    hand.click(screen.getByRole('button', { name: 'Take it back' }));

  test('says what it undoes first, and takes with it what could not have been done without', async () => {
    const { server, hand } = await open({
      ways: [
        way(ENTRY, {
          does: ['The strut counts as in again.'],
          falls: [{ entryId: FALLS, words: 'Spacer on' }] as never,
        }),
      ],
      checksOwed: [],
    });
    expect(screen.getByText('The strut counts as in again.')).toBeVisible();
    expect(screen.getByText('Spacer on')).toBeVisible();
    await send(hand);
    // Not without a reason.
    await waitFor(() => expect(screen.getByLabelText('Why')).toHaveAttribute('aria-invalid', 'true'));
    await hand.type(screen.getByLabelText('Why'), 'it was the other side');
    await send(hand);
    await waitFor(() => expect(server.inputs('entry.void')).toHaveLength(1));
    expect(server.inputs('entry.void')[0]).toEqual({
      orderId: ORDER,
      entryId: ENTRY,
      also: [FALLS],
      reason: 'it was the other side',
    });
  });

  test('left standing, what falls with it is said to raise an alarm; where less is enough, less is offered', async () => {
    const { server, hand } = await open({
      ways: [
        way(ENTRY, { falls: [{ entryId: FALLS, words: 'Spacer on' }] as never }),
        way(SMALLER, { words: 'the photo alone' }),
      ],
      checksOwed: [],
    });
    await hand.click(screen.getByRole('checkbox', { name: 'Take these back with it' }));
    expect(screen.getByText(/stop the job with an alarm/)).toBeVisible();
    await hand.click(screen.getByRole('radio', { name: 'Only this: the photo alone' }));
    expect(screen.getByText('Nothing else changes with it.')).toBeVisible();
    await hand.type(screen.getByLabelText('Why'), 'wrong picture');
    await send(hand);
    await waitFor(() => expect(server.inputs('entry.void')).toHaveLength(1));
    expect(server.inputs('entry.void')[0]).toMatchObject({ entryId: SMALLER, also: [] });
  });

  test('one that lacks only its second check is not taken back for that', async () => {
    await open({ ways: [way(ENTRY)], checksOwed: ['Ball-joint nut, left front'] });
    expect(screen.getByText(/lacks only its second check: have it checked/)).toBeVisible();
  });
});

test('a torque is corrected with another wrench and reading; left blank it clicked', async () => {
  const server = shopServer({ 'torque.correct': yes({}) });
  const hand = userEvent.setup();
  render(
    <CorrectTorque
      orderId={ORDER}
      entryId={ENTRY}
      words="Bar link nut, left front."
      wrenches={[LONG_CLICKER, SHORT_CLICKER]}
      wrenchId={LONG_CLICKER.id}
      closed
    />,
  );
  await hand.click(screen.getByRole('button', { name: 'Correct' }));
  expect(screen.getByText(/the signed one is kept, and the customer is told/)).toBeVisible();
  await hand.click(await screen.findByRole('combobox', { name: 'Wrench' }));
  await hand.click(screen.getByRole('option', { name: 'Short clicker' }));
  await hand.type(screen.getByLabelText('Why'), 'read off the wrong line');
  await hand.click(screen.getByRole('button', { name: 'Record the correction' }));
  await waitFor(() => expect(server.inputs('torque.correct')).toHaveLength(1));
  expect(server.inputs('torque.correct')[0]).toMatchObject({
    wrenchId: SHORT_CLICKER.id,
    reading: { clicked: true },
    reason: 'read off the wrong line',
  });
});

test('an odometer is corrected from what was recorded', async () => {
  const server = shopServer({ 'odometer.correct': yes({}) });
  const hand = userEvent.setup();
  render(
    <CorrectOdometer
      orderId={ORDER}
      entryId={ENTRY}
      words="Taken in."
      odometer={{ value: 16240, unit: 'mi' }}
    />,
  );
  await hand.click(screen.getByRole('button', { name: 'Correct the dial' }));
  const dial = await screen.findByLabelText('What the dial read');
  expect(dial).toHaveValue('16240');
  await hand.clear(dial);
  await hand.type(dial, '61,240');
  await hand.type(screen.getByLabelText('Why'), 'two digits swapped');
  await hand.click(screen.getByRole('button', { name: 'Record the correction' }));
  await waitFor(() => expect(server.inputs('odometer.correct')).toHaveLength(1));
  expect(server.inputs('odometer.correct')[0]).toMatchObject({ odometer: { value: 61240, unit: 'mi' } });
});

describe('the customer’s own page', () => {
  const through = (form: React.ReactNode, answers: object = {}) => {
    const server = shopServer({
      '/api/c/abc/commands/': yes({}),
      ...answers,
    });
    render(<OwnDoor token="abc">{form}</OwnDoor>);
    return { server, hand: userEvent.setup() };
  };

  test('tells the mileage by the page’s own way in; less than before is asked back', async () => {
    let first = true;
    const { server, hand } = through(<TellOdometer orderId={ORDER} unit="km" />, {
      '/api/c/abc/commands/': () => {
        const answer = first
          ? no({ field: 'odometer.value', code: 'confirm', message: 'It showed more in March.' })
          : yes({});
        first = false;
        return answer;
      },
    });
    await hand.type(screen.getByLabelText('Mileage today'), '98.300');
    await hand.click(screen.getByRole('button', { name: 'Tell the shop' }));
    await hand.click(await screen.findByRole('button', { name: 'It shows less: tell the shop' }));
    expect(await screen.findByText('Thank you: it is written down.')).toBeVisible();
    expect(server.asked.every(({ url }) => url === '/api/c/abc/commands/odometer.report')).toBe(true);
    expect(server.asked.at(-1)!.input).toMatchObject({
      odometer: { value: 98300, unit: 'km' },
      confirmed: true,
    });
  });

  test('asks for a date, in the customer’s words', async () => {
    const { server, hand } = through(<AskDate orderId={ORDER} />);
    await hand.type(screen.getByLabelText('A day that suits you'), '20 April 2026');
    await hand.type(screen.getByLabelText(/What for/), 're-torque, early');
    await hand.click(screen.getByRole('button', { name: 'Ask for it' }));
    expect(await screen.findByText('Asked. The answer will stand here.')).toBeVisible();
    expect(server.asked[0]!.input).toEqual({ orderId: ORDER, day: '2026-04-20', words: 're-torque, early' });
  });

  test('how it drives is answered question by question; one left out is asked for', async () => {
    const { server, hand } = through(<LongCheckIn orderId={ORDER} />);
    await hand.click(screen.getByRole('button', { name: 'Send it' }));
    await waitFor(() =>
      expect(screen.getByRole('combobox', { name: 'The ride' })).toHaveAttribute('aria-invalid', 'true'),
    );
    expect(server.asked).toEqual([]);
    for (const name of [
      'The ride',
      'Noise',
      'Fuel it takes',
      'Tires and wear',
      'Would you have it done again?',
    ]) {
      await hand.click(screen.getByRole('combobox', { name }));
      await hand.click(screen.getAllByRole('option')[1]!);
    }
    await hand.click(screen.getByRole('button', { name: 'Send it' }));
    await waitFor(() => expect(server.asked).toHaveLength(1));
    expect(server.asked[0]!.input).toMatchObject({ again: 'yes', words: '' });
  });

  test('a yes says that it came from this page', async () => {
    const { server, hand } = through(
      <AnswerOnPage
        command="proposal.answer"
        input={{ orderId: ORDER, version: 2, planVersion: 3 }}
        yes="Yes, at this price"
        no="Not now"
      />,
    );
    await hand.click(screen.getByRole('button', { name: 'Not now' }));
    await hand.click(screen.getByRole('button', { name: 'Yes, at this price' }));
    await waitFor(() => expect(server.asked).toHaveLength(2));
    expect(server.asked.map(({ input }) => [input.yes, input.how, input.planVersion])).toEqual([
      [false, 'on the link', 3],
      [true, 'on the link', 3],
    ]);
  });
});

describe('a car that comes back', () => {
  const due = (more: Partial<ComeBack> = {}): ComeBack => ({
    id: '00000000-0000-4000-8000-0000000000f0',
    orderId: ORDER,
    orderNumber: 1601,
    vehicleId: 'v',
    label: 'Moss wagon',
    plate: 'KLM 204',
    customer: 'Hollin',
    phone: '555 0177',
    kind: 'wheel',
    because: 'handoff',
    places: ['front.left.wheel-nuts'],
    dueOdometer: 41100,
    unit: 'mi',
    dueOn: '2026-04-15',
    earliestOn: '2026-04-14',
    latestOn: '2026-04-18',
    customerId: '00000000-0000-4000-8000-0000000000c2',
    reminders: true,
    reminded: ['soon'],
    pacePerDay: 40,
    paceAssumed: false,
    lastOdometer: 41080,
    startOdometer: 41000,
    daysLeft: 1,
    stripe: 'full',
    openVisit: null,
    ...more,
  });
  const open = (comeBacks: ComeBack[], answers: object = {}) => {
    const server = shopServer({
      'visit.open': yes({ orderId: ORDER, page: 'bay' }),
      'odometer.report': yes({}),
      'followup.close': yes({}),
      'reminders.set': yes({}),
      ...answers,
    });
    render(
      <ul>
        <CarRow comeBacks={comeBacks} places={[{ id: 'lift-1', name: 'Lift 1' }]} sets={[]} mayClose />
      </ul>,
    );
    return { server, hand: userEvent.setup() };
  };

  test('opens its visit with what is due, and asks the odometer as it arrives', async () => {
    const later = due({ id: '00000000-0000-4000-8000-0000000000f2', kind: 'alignment', daysLeft: 90 });
    const { server, hand } = open([due(), later]);
    expect(screen.getAllByText(/reminder sent: nearly due/)[0]).toBeVisible();
    await hand.click(screen.getByRole('button', { name: 'It is here' }));
    const boxes = await screen.findAllByRole('checkbox');
    expect(boxes.map((box) => box.getAttribute('aria-checked'))).toEqual(['true', 'false']);
    await hand.type(screen.getByLabelText('Odometer as it arrives'), '41090');
    await hand.click(screen.getByRole('button', { name: 'Open the visit' }));
    await waitFor(() => expect(went).toContain(`/bay/${ORDER}`));
    expect(server.inputs('visit.open')[0]).toMatchObject({
      followUpIds: [due().id],
      odometer: { value: 41090, unit: 'mi' },
    });
  });

  test('the rest stands under More: an odometer by phone, an end without a visit, no reminders', async () => {
    const { server, hand } = open([due({ daysLeft: -3, lastOdometer: 41200 })]);
    expect(screen.queryByRole('button', { name: 'Close without a visit' })).toBeNull();
    await hand.click(screen.getByRole('button', { name: 'More for Moss wagon' }));
    await hand.click(screen.getByRole('button', { name: 'Close without a visit' }));
    await hand.type(await screen.findByLabelText('In their words, or why'), 'sold the car');
    await hand.click(screen.getByRole('button', { name: 'Close it' }));
    await waitFor(() => expect(server.inputs('followup.close')).toHaveLength(1));
    expect(server.inputs('followup.close')[0]).toMatchObject({ how: 'refused', reason: 'sold the car' });
    await hand.click(screen.getByRole('button', { name: 'No reminders' }));
    await waitFor(() =>
      expect(server.inputs('reminders.set')).toEqual([{ customerId: due().customerId, wanted: false }]),
    );
  });

  test('how it drives is asked about by phone when its day has come; a visit that is open is gone on with', async () => {
    open([due({ kind: 'check-in', daysLeft: 0, openVisit: ORDER })]);
    expect(screen.getByRole('link', { name: 'Go on with it' })).toHaveAttribute('href', `/bay/${ORDER}`);
    await userEvent.click(screen.getByRole('button', { name: 'Record what they say' }));
    expect(await screen.findByRole('combobox', { name: 'The ride' })).toBeVisible();
  });
});

describe('a job begun', () => {
  const offered = (id: string, more: Partial<OfferedProcedure> = {}): OfferedProcedure => ({
    id,
    title: id,
    summary: `what ${id} is`,
    steps: 12,
    minutes: 90,
    version: 1,
    fits: true,
    suggested: false,
    possible: false,
    ways: [],
    ...more,
  });
  const LIST = {
    tools: [],
    ranges: [],
    consumables: [],
    helpers: [],
    approvals: [],
    values: [],
    parts: [],
    unanswered: [],
    small: [{ what: 'Cotter pins, new', size: 'M12x1.5', count: 2, out: 0, back: 0 }],
    holes: [],
  };
  const PREVIEW = { list: LIST, conflicts: [], steps: 12, minutes: 90, withoutValue: 3 };

  test('is what was chosen, with its ways; what it needs is read anew at each choice', async () => {
    const server = shopServer({ '/api/pull-list': yes(PREVIEW), 'run.start': yes({}) });
    const hand = userEvent.setup();
    render(
      <StartForm
        orderId={ORDER}
        leads={[{ id: ODALYS, name: 'Odalys' }]}
        procedures={[
          offered('top-spacer', {
            suggested: true,
            ways: [{ id: 'joint', choice: 'Knuckle', title: 'Upper joint parted' }],
          }),
          offered('rear-block', { version: 2 }),
          offered('cart', { fits: false }),
        ]}
      />,
    );
    expect(await screen.findByText(/3 fasteners have no torque value yet/)).toBeVisible();
    await hand.click(screen.getByRole('checkbox', { name: /rear-block/ }));
    await hand.click(screen.getByRole('radio', { name: 'Upper joint parted' }));
    await hand.click(screen.getByRole('button', { name: 'All 3 procedures' }));
    expect(screen.getByText(/not made for this car’s suspension/)).toBeVisible();
    await waitFor(() => expect(server.asked.filter(({ url }) => url === '/api/pull-list')).toHaveLength(3));
    await hand.click(await screen.findByRole('button', { name: 'Start 2 procedures as one run' }));
    await waitFor(() => expect(server.inputs('run.start')).toHaveLength(1));
    expect(server.inputs('run.start')[0]).toMatchObject({
      procedures: [
        { id: 'top-spacer', ways: ['joint'] },
        { id: 'rear-block', ways: [] },
      ],
      leadId: null,
    });
  });

  test('a tool that is there after all goes on the board, and two values of one place are chosen between', async () => {
    const holes = [
      {
        code: 'tool',
        text: 'No 24 mm crowfoot on the board.',
        hard: false,
        later: false,
        tool: { kind: 'crowfoot', size: '24 mm' },
      },
    ];
    const conflicts = [
      {
        place: 'front.left.strut-top',
        name: 'Strut top nuts',
        values: [
          { prefix: 'top-spacer', spec: { nm: 42, source: 'a' } },
          { prefix: 'other', spec: null },
        ],
      },
    ];
    const server = shopServer({
      '/api/pull-list': yes({ ...PREVIEW, conflicts, list: { ...LIST, holes } }),
      'tool.add': yes({}),
    });
    const hand = userEvent.setup();
    render(
      <StartForm orderId={ORDER} leads={[]} procedures={[offered('top-spacer', { suggested: true })]} />,
    );
    await hand.click(await screen.findByRole('button', { name: 'We have it' }));
    await waitFor(() =>
      expect(server.inputs('tool.add')).toEqual([{ kind: 'crowfoot', size: '24 mm', drive: null }]),
    );
    expect(screen.getByText(/Two values for strut top nuts/)).toBeVisible();
    await hand.click(screen.getByRole('radio', { name: /no value/ }));
    await waitFor(() =>
      expect(server.asked.at(-1)!.body).toMatchObject({ choices: { 'front.left.strut-top': 'other' } }),
    );
  });

  test('what cannot be read is said, and nothing begins', async () => {
    shopServer({ '/api/pull-list': no({ message: 'These two do not go together.' }) });
    render(
      <StartForm orderId={ORDER} leads={[]} procedures={[offered('top-spacer', { suggested: true })]} />,
    );
    expect(await screen.findByText('These two do not go together.')).toBeVisible();
    expect(screen.queryByRole('button', { name: /^Start/ })).toBeNull();
  });
});

describe('stand-ins', () => {
  test('each is off until it is chosen by its name, and the gateway can be let fail', async () => {
    const server = shopServer({ 'standin.set': yes({}) });
    const hand = userEvent.setup();
    const { rerender } = render(<StandInSwitch standIn="gateway" chosen={false} working mayChoose />);
    await hand.click(screen.getByRole('button', { name: /^Use the stand-in/ }));
    rerender(<StandInSwitch standIn="gateway" chosen working mayChoose />);
    await hand.click(screen.getByRole('button', { name: 'Let it fail' }));
    await waitFor(() => expect(server.asked).toHaveLength(2));
    expect(server.inputs('standin.set')).toEqual([
      { standIn: 'gateway', chosen: true },
      { standIn: 'gateway', chosen: true, working: false },
    ]);
    rerender(<StandInSwitch standIn="gateway" chosen working={false} mayChoose={false} />);
    expect(screen.getByText(/in use, out of order/)).toBeVisible();
    expect(screen.queryByRole('button')).toBeNull();
  });

  test('the rack drops a sheet for a car, as it came out', async () => {
    const server = shopServer({ '/api/rack': yes({ name: 'sheet-7.json' }) });
    const hand = userEvent.setup();
    render(<RackDrop orders={[{ id: ORDER, words: '1601 · Moss wagon' }]} />);
    await hand.click(screen.getByRole('combobox', { name: 'As' }));
    await hand.click(screen.getByRole('option', { name: 'JSON' }));
    await hand.click(screen.getByRole('combobox', { name: 'Came out' }));
    await hand.click(screen.getByRole('option', { name: 'caster short' }));
    await hand.click(screen.getByRole('button', { name: 'Drop a sheet' }));
    expect(await screen.findByText(/sheet-7\.json lies in the folder/)).toBeVisible();
    expect(server.asked[0]!.body).toEqual({ orderId: ORDER, as: 'json', outcome: 'short' });
  });
});

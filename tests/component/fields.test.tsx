import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import type { FieldError } from '@/contracts/answer';
import { CheckField, CheckSet } from '@/ui/checkbox';
import { ChoiceField } from '@/ui/choice';
import { Combobox, among } from '@/ui/combobox';
import { DayField, MomentField, TimeField } from '@/ui/day-field';
import { AngleField, LengthField, MoneyField, NumberField } from '@/ui/figure-fields';
import { OdometerFields, TorqueField, emptyOdometer, odometerFrom } from '@/ui/unit-fields';
import { Form } from '@/ui/form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, BareField, TextField } from '@/ui/text-field';

type Values = Record<string, unknown>;

/** A form with one field of a kind: what it sends, and what the shop answers. */
function drawn(start: Values, field: ReactNode, answer: readonly FieldError[] = []) {
  const sent: Values[] = [];
  render(
    <Form
      draft={null}
      keeps
      start={start}
      said="Recorded."
      onSend={async (_, values) => {
        sent.push(structuredClone(values));
        return answer;
      }}
    >
      {field}
      <Send>Record it</Send>
    </Form>,
  );
  const hand = userEvent.setup();
  const send = async () => {
    await hand.click(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(sent.length).toBeGreaterThan(0));
    return sent.at(-1)!;
  };
  return { hand, send };
}

/** Each field that is typed into: what is typed, and what the form sends of it. */
const TYPED: [name: string, start: Values, field: ReactNode, label: string, text: string, sent: Values][] = [
  [
    'words',
    { plate: '' },
    <TextField key="" name="plate" label="Plate" />,
    'Plate',
    'KLM 204',
    { plate: 'KLM 204' },
  ],
  [
    'many words',
    { note: '' },
    <AreaField key="" name="note" label="Note" />,
    'Note',
    'rust',
    { note: 'rust' },
  ],
  [
    'words in a row',
    { line: '' },
    <BareField key="" name="line" label="Line 1" />,
    'Line 1',
    'a',
    { line: 'a' },
  ],
  [
    'a figure with a point',
    { t: null },
    <NumberField key="" name="t" label="Height, mm" />,
    'Height, mm',
    '12.5',
    { t: 12.5 },
  ],
  [
    'with a comma',
    { t: null },
    <NumberField key="" name="t" label="Height, mm" />,
    'Height, mm',
    '0,5',
    { t: 0.5 },
  ],
  [
    'as a fraction',
    { t: null },
    <NumberField key="" name="t" label="Lift, in" />,
    'Lift, in',
    '2 1/2',
    { t: 2.5 },
  ],
  [
    'that does not read',
    { t: null },
    <NumberField key="" name="t" label="Height, mm" />,
    'Height, mm',
    'about 5',
    { t: 'about 5' },
  ],
  [
    'a whole one with thousands',
    { t: null },
    <NumberField key="" whole name="t" label="Odometer" />,
    'Odometer',
    '41,000',
    { t: 41000 },
  ],
  [
    'degrees and minutes',
    { toe: null },
    <AngleField key="" name="toe" label="Toe" />,
    'Toe',
    "0°30'",
    { toe: 0.5 },
  ],
  [
    'degrees below zero',
    { toe: null },
    <AngleField key="" name="toe" label="Toe" />,
    'Toe',
    '−0.25',
    { toe: -0.25 },
  ],
  [
    'a price',
    { price: null },
    <MoneyField key="" name="price" label="Price" />,
    'Price',
    '185.50',
    { price: 18550 },
  ],
  [
    'a price with a comma',
    { price: null },
    <MoneyField key="" name="price" label="Price" />,
    'Price',
    '185,5',
    { price: 18550 },
  ],
  [
    'a length as on the tape',
    { h: '' },
    <LengthField key="" name="h" label="Height" unit="in" />,
    'Height',
    '21 3/16',
    { h: '21 3/16' },
  ],
  ['a time', { from: '' }, <TimeField key="" name="from" label="From" />, 'From', '4 pm', { from: '16:00' }],
  [
    'a day',
    { day: '' },
    <DayField key="" name="day" label="Day" />,
    'Day',
    'Apr 20 2026',
    { day: '2026-04-20' },
  ],
  [
    'a day and a time',
    { day: '' },
    <MomentField key="" name="day" label="Day" />,
    'Day',
    'Apr 20 2026, 9:30',
    { day: '2026-04-20T09:30' },
  ],
  [
    'a day that is none',
    { day: '' },
    <DayField key="" name="day" label="Day" />,
    'Day',
    'some day',
    { day: 'some day' },
  ],
];

describe('a field sends what was typed, and is wrong where it stands', () => {
  test.each(TYPED)('%s', async (_, start, field, label, text, sent) => {
    const { hand, send } = drawn(start, field);
    await hand.type(screen.getByLabelText(label), text);
    expect(await send()).toEqual(sent);
  });

  const wrongAt = TYPED.filter(([name]) => !/comma|fraction|not read|minutes|none|a time|a day$/.test(name));
  test.each(wrongAt)(
    'what is wrong with %s is said at it, and what was typed stays',
    async (_, start, field, label, text) => {
      const name = Object.keys(start)[0]!;
      const { hand, send } = drawn(start, field, [
        { field: name, code: 'any.invalid', message: 'The shop does not take this.' },
      ]);
      const input = screen.getByLabelText(label);
      await hand.type(input, text);
      const before = (input as HTMLInputElement).value;
      await send();
      await waitFor(() => expect(input).toHaveAttribute('aria-invalid', 'true'));
      const said = document.getElementById(input.getAttribute('aria-describedby')!)!;
      expect(said).toHaveTextContent('The shop does not take this.');
      expect(said).toHaveAttribute('role', 'alert');
      expect(input).toHaveValue(before);
      expect(input).toHaveFocus();
      expect(screen.queryByText('Recorded.')).toBeNull();
    },
  );
});

test('while a figure is typed it stays as it is typed, to the letter', async () => {
  const { hand, send } = drawn({ t: 12 }, <NumberField name="t" label="Height, mm" />);
  const input = screen.getByLabelText('Height, mm');
  await hand.clear(input);
  for (const [letter, shown] of [
    ['1', '1'],
    ['2', '12'],
    ['.', '12.'],
    ['5', '12.5'],
    ['0', '12.50'],
  ] as const) {
    await hand.type(input, letter);
    expect(input).toHaveValue(shown);
  }
  expect(await send()).toEqual({ t: 12.5 });
  await hand.clear(input);
  expect(await send()).toEqual({ t: null });
});

test('a length says below it what it comes to, and a lift which way', async () => {
  const { hand } = drawn(
    { h: '' },
    <LengthField name="h" label="Height" unit="mm" lift hint="as on the tape" />,
  );
  expect(screen.getByText('as on the tape')).toBeVisible();
  await hand.type(screen.getByLabelText('Height'), '+50');
  expect(screen.getByText(/^up by 1 15\/16", 50 mm$/)).toBeVisible();
  await hand.clear(screen.getByLabelText('Height'));
  await hand.type(screen.getByLabelText('Height'), '540');
  expect(screen.getByText(/21 1\/4", 540 mm/)).toBeVisible();
});

test('one of several is chosen by letters and by a press, and Escape leaves it', async () => {
  const { hand, send } = drawn(
    { state: 'on-wheels' },
    <SelectField
      name="state"
      label="How it stands"
      options={[
        ['on-wheels', 'on its wheels'],
        ['frame', 'frame on stands'],
        ['', 'nobody said'],
      ]}
    />,
  );
  const select = screen.getByRole('combobox', { name: 'How it stands' });
  select.focus();
  await hand.keyboard('{Enter}');
  await hand.keyboard('{Escape}');
  expect(select).toHaveTextContent('on its wheels');
  expect(select).toHaveFocus();
  await hand.keyboard('{Enter}{ArrowDown}{Enter}');
  expect(select).toHaveTextContent('frame on stands');
  expect(await send()).toEqual({ state: 'frame' });
  await hand.click(select);
  await hand.click(screen.getByRole('option', { name: 'nobody said' }));
  expect(await send()).toEqual({ state: '' });
});

test('one of a few is chosen by arrows, with one stop for Tab', async () => {
  const { hand, send } = drawn(
    { end: 'front' },
    <ChoiceField
      name="end"
      label="Which end"
      options={[
        ['front', 'Front'],
        ['rear', 'Rear'],
      ]}
    />,
  );
  const [front, rear] = screen.getAllByRole('radio');
  await hand.tab();
  expect(front).toHaveFocus();
  await hand.keyboard('{ArrowRight>}');
  await waitFor(() => expect(rear).toBeChecked());
  await hand.keyboard('{/ArrowRight}');
  await hand.tab();
  expect(screen.getByRole('button', { name: 'Record it' })).toHaveFocus();
  expect(await send()).toEqual({ end: 'rear' });
});

test('boxes are ticked by Space and by their words; a set sends those ticked in its own order', async () => {
  const { hand, send } = drawn(
    { floor: false, days: [5] },
    <>
      <CheckField name="floor" label="Level floor" />
      <CheckSet
        name="days"
        legend="Open on"
        options={[
          [1, 'Mon'],
          [2, 'Tue'],
          [5, 'Fri'],
        ]}
      />
    </>,
  );
  const floor = screen.getByRole('checkbox', { name: 'Level floor' });
  floor.focus();
  await hand.keyboard(' ');
  expect(floor).toBeChecked();
  await hand.click(screen.getByText('Tue'));
  await hand.click(screen.getByText('Mon'));
  await hand.click(screen.getByText('Tue'));
  expect(await send()).toEqual({ floor: true, days: [1, 5] });
});

const CARS = ['Moss wagon · KLM 204', 'Works truck · VET 88', 'Long-bed · PRS 610'].map((words) => ({
  id: words.slice(-3),
  words,
}));

test('one of many is found by letters of any of its words, taken by Enter and given up again', async () => {
  const { hand, send } = drawn(
    { car: null },
    <Combobox<(typeof CARS)[number]>
      name="car"
      label="Which car"
      nothing="none yet"
      placeholder="Plate, car"
      find={among(CARS, (car) => car.words)}
      idOf={(car) => car.id}
      wordsOf={(car) => car.words}
    />,
  );
  const open = screen.getByRole('button', { name: 'Which car' });
  expect(open).toHaveTextContent('none yet');
  await hand.click(open);
  await hand.keyboard('truck vet');
  await screen.findByRole('option', { name: /Works truck/ });
  await waitFor(() => expect(screen.getAllByRole('option')).toHaveLength(1));
  await hand.keyboard('{Enter}');
  expect(open).toHaveTextContent('Works truck');
  expect(await send()).toEqual({ car: CARS[1] });
  await hand.click(open);
  await hand.keyboard('zeppelin');
  await screen.findByText('Nothing found for “zeppelin”.');
  await hand.clear(screen.getByPlaceholderText('Plate, car'));
  await hand.click(await screen.findByRole('option', { name: 'none yet' }));
  expect(await send()).toEqual({ car: null });
});

test('a day is chosen in the calendar; one that was typed is written as days are', async () => {
  const { hand, send } = drawn({ day: '2026-04-20' }, <DayField name="day" label="Day" />);
  await hand.click(screen.getByRole('button', { name: 'Choose the day in the calendar' }));
  const grid = await screen.findByRole('grid');
  await hand.click(within(grid).getByRole('button', { name: /April 22/ }));
  await waitFor(() => expect(screen.queryByRole('grid')).toBeNull());
  expect(await send()).toEqual({ day: '2026-04-22' });
  const input = screen.getByLabelText('Day');
  await hand.clear(input);
  await hand.type(input, '23 April 2026');
  await hand.tab();
  expect(input).toHaveValue('23 Apr 2026');
});

test('a torque and a dial go with their unit; a dial nobody could read with why', async () => {
  const { hand, send } = drawn(
    { odometer: emptyOdometer('mi'), reading: { value: null, unit: 'nm' } },
    <>
      <OdometerFields />
      <TorqueField name="reading" label="Reading" />
    </>,
  );
  await hand.type(screen.getByLabelText('Odometer'), '41,250');
  await hand.type(screen.getByLabelText('Reading'), '122,5');
  const first = await send();
  expect(first).toEqual({
    odometer: { value: 41250, unit: 'mi', unread: '' },
    reading: { value: 122.5, unit: 'nm' },
  });
  expect(odometerFrom(first.odometer as never)).toEqual({ value: 41250, unit: 'mi' });
  await hand.type(screen.getByLabelText(/Or: why/), 'display dead');
  expect(odometerFrom((await send()).odometer as never)).toEqual({ unread: 'display dead' });
});

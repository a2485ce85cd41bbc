import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Inspection } from '@/features/look-over/inspection';
import { CustomerDroveForm, RoadInForm, RoadOutForm } from '@/features/road/road-forms';
import { OrderValues } from '@/features/values/order-values';
import type { ValueLine } from '@/features/values/value-lines';
import { ODALYS, ORDER } from '../support/bay';
import { type Asked, no, shopServer, yes } from '../support/shop-server';

describe('the road test', () => {
  test('goes out by what the odometer reads; less than before is asked about once', async () => {
    let first = true;
    const server = shopServer({
      'road.out': () => {
        const answer = first
          ? no({ field: 'odometer.value', code: 'confirm', message: 'Less than at intake.' })
          : yes({});
        first = false;
        return answer;
      },
    });
    const hand = userEvent.setup();
    render(<RoadOutForm orderId={ORDER} unit="mi" />);
    await hand.type(screen.getByLabelText('Odometer going out'), '61.203');
    await hand.click(screen.getByRole('button', { name: 'Record that it goes out' }));
    await hand.click(await screen.findByRole('button', { name: 'The dial shows less: record it so' }));
    await waitFor(() => expect(server.asked).toHaveLength(2));
    expect(server.inputs('road.out').map(({ confirmed }) => confirmed)).toEqual([false, true]);
    expect(server.inputs('road.out')[1]).toMatchObject({ odometer: { value: 61203, unit: 'mi' } });
  });

  test('comes back with every check answered, faults in words, noises, rubs and the true speed', async () => {
    const server = shopServer({ 'road.in': yes({}) });
    const hand = userEvent.setup();
    render(<RoadInForm orderId={ORDER} unit="km" />);
    await hand.type(screen.getByLabelText('Odometer coming back'), '61240');
    const back = () => hand.click(screen.getByRole('button', { name: 'It is back' }));
    await back();
    // A check nobody answered is not taken for good.
    expect((await screen.findAllByRole('alert')).length).toBeGreaterThan(3);
    expect(server.asked).toEqual([]);
    for (const good of screen.getAllByRole('radio', { name: 'good' })) await hand.click(good);
    await hand.click(screen.getAllByRole('radio', { name: 'fault' })[0]!);
    await hand.type(screen.getByLabelText(/^What was wrong:/), 'pulls left on braking');
    await hand.click(screen.getByRole('button', { name: 'A noise' }));
    await hand.type(screen.getByLabelText('Noise 1: where'), 'right front');
    await hand.type(screen.getByLabelText('Noise 1: speed'), 'over bumps');
    await hand.type(screen.getByLabelText('Noise 1: what it sounds like'), 'a knock');
    await hand.click(screen.getByRole('button', { name: 'A noise' }));
    await hand.click(screen.getByRole('button', { name: 'Remove noise 2' }));
    await hand.click(screen.getByRole('button', { name: 'A rub or near one' }));
    await hand.type(screen.getByLabelText('Rub 1: gap in mm'), '4,5');
    await hand.type(screen.getByLabelText('Dial showed'), '62');
    await hand.type(screen.getByLabelText('True speed'), '60');
    await back();
    await waitFor(() => expect(server.asked).toHaveLength(1));
    const sent = server.inputs('road.in')[0] as {
      checks: { result: string; note: string }[];
      noises: object[];
    };
    expect(sent.checks[0]).toMatchObject({ result: 'fault', note: 'pulls left on braking' });
    expect(sent.checks.slice(1).every(({ result }) => result === 'good')).toBe(true);
    expect(sent).toMatchObject({
      noises: [{ place: 'right front', speed: 'over bumps', words: 'a knock' }],
      rubs: [{ corner: 'LF', when: 'at lock', gapMm: 4.5 }],
      dial: { shown: 62, truth: 60 },
      tell: false,
    });
  });

  test('what the customer says of it is recorded in their words, with or without an odometer', async () => {
    const server = shopServer({ 'customer.drove': yes({}) });
    const hand = userEvent.setup();
    render(<CustomerDroveForm orderId={ORDER} unit="mi" />);
    await hand.type(screen.getByLabelText(/in their words/), 'rides like new');
    await hand.click(screen.getByRole('checkbox', { name: /content/ }));
    await hand.click(screen.getByRole('button', { name: 'Record their words' }));
    await waitFor(() => expect(server.asked).toHaveLength(1));
    expect(server.inputs('customer.drove')[0]).toMatchObject({
      words: 'rides like new',
      content: true,
      odometer: null,
    });
  });
});

describe('torque values by sheet', () => {
  const line = (name: string, keys: string[], more: Partial<ValueLine> = {}): ValueLine => ({
    name,
    keys,
    like: {
      id: keys[0]!,
      name,
      place: `front.left.${keys[0]}`,
      count: 2,
      thread: 'M12x1.75',
      grade: '10.9',
      spec: null,
    },
    now: null,
    madeUp: false,
    removable: false,
    ...more,
  });
  const LINES = [
    line('U-bolt nuts', ['u-L', 'u-R']),
    line('Bar link nut', ['b-L', 'b-R'], { now: '40 N·m, box', madeUp: true }),
  ];
  const open = (leads: { id: string; name: string }[] | null = null, answers: object = {}) => {
    const server = shopServer({ 'values.set': yes({ values: 2, keptFor: 'Ox 2' }), ...answers });
    render(<OrderValues orderId={ORDER} lines={LINES} unit="nm" leads={leads} platform="Ox 2" />);
    return { server, hand: userEvent.setup() };
  };

  test('one source, both sides at once; what is left empty is not on it', async () => {
    const { server, hand } = open();
    expect(screen.getByText('made up')).toBeVisible();
    await hand.type(screen.getByLabelText(/Source of all of them/), 'kit sheet, page 3');
    await hand.type(screen.getByLabelText('Value of U-bolt nuts'), '109,5');
    await hand.type(screen.getByLabelText('Angle of U-bolt nuts'), '90');
    await hand.click(screen.getByRole('button', { name: 'Record these values' }));
    expect(await screen.findByText(/2 values recorded\. Kept for the next job: Ox 2\./)).toBeVisible();
    expect(server.inputs('values.set')[0]).toMatchObject({
      orderId: ORDER,
      unit: 'nm',
      source: 'kit sheet, page 3',
      values: [
        { fastenerIds: ['u-L', 'u-R'], value: 109.5, angleDeg: 90 },
        { fastenerIds: ['b-L', 'b-R'], value: null, angleDeg: null },
      ],
      leadId: null,
      confirmed: false,
    });
  });

  test('lines pasted from a table fill it in, and nothing is recorded by that', async () => {
    const { server, hand } = open();
    await hand.click(screen.getByRole('button', { name: /^Paste from a table/ }));
    await hand.type(
      screen.getByLabelText('Lines of the sheet'),
      'U-bolt nuts; 110; 90{Enter}Bar link nut; 45{Enter}Nobody; 3',
    );
    await hand.click(screen.getByRole('button', { name: 'Fill the sheet in' }));
    expect(screen.getByText(/2 lines filled in below\. Nothing is recorded yet\./)).toBeVisible();
    expect(screen.getByLabelText('Value of U-bolt nuts')).toHaveValue('110');
    expect(screen.getByLabelText('Angle of U-bolt nuts')).toHaveValue('90');
    expect(screen.getByLabelText('Value of Bar link nut')).toHaveValue('45');
    expect(screen.getByText(/Not read:/)).toHaveTextContent('Nobody');
    expect(server.asked).toEqual([]);
  });

  test('an odd value is asked about once; where somebody else looks the lead gives name and PIN', async () => {
    const { server, hand } = open([{ id: ODALYS, name: 'Odalys' }], {
      'values.set': ({ input }: Asked) =>
        input.confirmed
          ? yes({ values: 1, keptFor: null })
          : no({ field: 'values[0].value', code: 'confirm', message: '1,100 N·m for an M12?' }),
    });
    await hand.type(screen.getByLabelText(/Source of all of them/), 'kit sheet');
    await hand.type(screen.getByLabelText('Value of U-bolt nuts'), '1100');
    const send = async (words: string) => {
      for (const key of '4101') await hand.click(screen.getByRole('button', { name: key }));
      await hand.click(screen.getByRole('button', { name: words }));
    };
    await send('Record these values');
    expect(await screen.findByText(/for an M12/)).toBeVisible();
    expect(screen.getByLabelText('Value of U-bolt nuts')).toHaveAttribute('aria-invalid', 'true');
    if ((screen.getByLabelText('PIN') as HTMLInputElement).value === '4101')
      await hand.click(screen.getByRole('button', { name: 'That is what the sheet says: record it' }));
    else await send('That is what the sheet says: record it');
    expect(await screen.findByText(/no platform named/)).toBeVisible();
    expect(server.inputs('values.set').map(({ confirmed }) => confirmed)).toEqual([false, true]);
    expect(server.inputs('values.set')[1]).toMatchObject({ leadId: ODALYS, pin: '4101' });
  });
});

describe('a car looked over', () => {
  const open = (
    findings: Parameters<typeof Inspection>[0]['findings'] = [],
    offers: Parameters<typeof Inspection>[0]['offers'] = [],
  ) => {
    const server = shopServer({
      'finding.record': yes({ findingId: 'f1' }),
      'offer.make': yes({}),
      'offer.answer': yes({}),
    });
    render(<Inspection orderId={ORDER} findings={findings} offers={offers} currency="USD" closed={false} />);
    return { server, hand: userEvent.setup() };
  };
  const grade = (area: string, words: string) =>
    within(screen.getByRole('group', { name: `Grade ${area}` })).getByRole('button', { name: words });

  test('sound is one tap a row, and the rest of a sound car one tap in all', async () => {
    const { server, hand } = open();
    await hand.click(grade('Tires', 'Sound'));
    await waitFor(() => expect(server.inputs('finding.record')).toHaveLength(1));
    expect(server.inputs('finding.record')[0]).toMatchObject({
      area: 'tires',
      grade: 'sound',
      text: '',
      photoId: null,
    });
    await hand.click(screen.getByRole('button', { name: /record each sound/ }));
    // One entry for each area: nothing is graded by silence.
    await waitFor(() => expect(server.inputs('finding.record').length).toBeGreaterThan(7));
    const areas = server.inputs('finding.record').map(({ area }) => area);
    expect(new Set(areas.slice(1)).size).toBe(areas.length - 1);
  });

  test('what is not sound asks for words; the grade of the row is chosen already', async () => {
    const { server, hand } = open();
    await hand.click(grade('Brakes', 'Due soon'));
    expect(await screen.findByRole('radio', { name: 'Due soon' })).toBeChecked();
    await hand.type(screen.getByLabelText('What was found'), 'pads at 3 mm');
    await hand.click(screen.getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(server.inputs('finding.record')).toHaveLength(1));
    expect(server.inputs('finding.record')[0]).toMatchObject({
      area: 'brakes',
      grade: 'soon',
      text: 'pads at 3 mm',
    });
  });

  test('what was offered is answered where it stands', async () => {
    const finding = {
      findingId: 'f1',
      area: 'bushings' as const,
      grade: 'soon' as const,
      text: 'Bar bushes cracked',
      photoId: null,
      who: 'Odalys',
      when: 'Tue 14 Apr 2026, 12:40',
    };
    const offer = {
      offerId: '00000000-0000-4000-8000-0000000000f7',
      version: 2,
      findingId: 'f1',
      text: 'Bar bushes',
      cents: 9000,
      photoId: null,
      answer: null,
      minutes: 60,
      stands: 'asked' as const,
    };
    const { server, hand } = open([finding], [offer as never]);
    expect(screen.getByText(/Due soon/, { selector: '.font-medium' })).toHaveTextContent(
      'Bar bushes cracked',
    );
    await hand.click(screen.getByRole('button', { name: 'Yes' }));
    await waitFor(() => expect(server.inputs('offer.answer')).toHaveLength(1));
    expect(server.inputs('offer.answer')[0]).toMatchObject({
      offerId: offer.offerId,
      version: 2,
      yes: true,
      how: 'in the shop',
      witness: null,
    });
  });
});

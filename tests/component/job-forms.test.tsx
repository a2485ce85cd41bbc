import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { AlignmentForm } from '@/features/alignment/alignment-form';
import { CheckIn, type ShownLine } from '@/features/parts/check-in';
import { QuoteForm } from '@/features/quote/quote-form';
import { Notices } from '@/ui/notices';
import { ODALYS, ORDER } from '../support/bay';
import { no, shopServer, yes } from '../support/shop-server';

const HOLD = '00000000-0000-4000-8000-0000000000d1';

/** The forms of a job between intake and handoff: what they send is what stands in them. */

describe('the quote', () => {
  const LINES = [
    { text: 'Top spacers', cents: 18500, minutes: 150 },
    { text: 'Rear blocks', cents: 9900, minutes: 90 },
  ];
  const open = (more: object = {}) => {
    const server = shopServer({ 'quote.make': yes({ version: 1 }), ...more });
    render(
      <>
        <QuoteForm
          orderId={ORDER}
          start={{ lines: LINES, depositCents: null, promisedFor: '2026-04-16T22:00:00.000Z', unknown: '' }}
          currency="USD"
          centsPerHour={12000}
          timeZone="America/Denver"
          again={false}
        />
        <Notices />
      </>,
    );
    return { server, hand: userEvent.setup() };
  };
  const send = (hand: ReturnType<typeof userEvent.setup>) =>
    hand.click(screen.getByRole('button', { name: 'Record this quote' }));

  test('adds up as it is typed, and sends cents, minutes and the promise untouched', async () => {
    const { server, hand } = open();
    expect(screen.getByText(/\$284 and 4\.0 h by the book/)).toBeVisible();
    await hand.clear(screen.getByLabelText('Line 2, price'));
    await hand.type(screen.getByLabelText('Line 2, price'), '120,50');
    expect(screen.getByText(/\$305\.50 and 4\.0 h/)).toBeVisible();
    await hand.type(screen.getByLabelText('Deposit'), '100');
    await send(hand);
    await waitFor(() => expect(server.asked).toHaveLength(1));
    expect(server.inputs('quote.make')[0]).toEqual({
      orderId: ORDER,
      confirmed: false,
      lines: [LINES[0], { text: 'Rear blocks', cents: 12050, minutes: 90 }],
      depositCents: 10000,
      promisedFor: '2026-04-16T22:00:00.000Z',
      unknown: '',
    });
  });

  test('a line that is removed is put back where it was', async () => {
    const { server, hand } = open();
    await hand.click(screen.getByRole('button', { name: 'Remove line 1' }));
    expect(screen.queryByDisplayValue('Top spacers')).toBeNull();
    await hand.click(await screen.findByRole('button', { name: 'Put it back' }));
    await waitFor(() => expect(screen.getByLabelText('Line 1, text')).toHaveValue('Top spacers'));
    await hand.click(screen.getByRole('button', { name: 'Another line' }));
    await hand.type(screen.getByLabelText('Line 3, text'), 'Alignment');
    await hand.type(screen.getByLabelText('Line 3, price'), '89');
    await send(hand);
    await waitFor(() => expect(server.asked).toHaveLength(1));
    expect(server.inputs('quote.make')[0]!.lines).toEqual([
      ...LINES,
      { text: 'Alignment', cents: 8900, minutes: 0 },
    ]);
  });

  test('a price that does not read is refused at its line, and the shop’s no at its own', async () => {
    const { server, hand } = open({
      'quote.make': no({ field: 'lines[1].text', code: 'line', message: 'Say what the second line is.' }),
    });
    await hand.clear(screen.getByLabelText('Line 1, price'));
    await hand.type(screen.getByLabelText('Line 1, price'), 'ninety');
    await send(hand);
    await waitFor(() =>
      expect(screen.getByLabelText('Line 1, price')).toHaveAttribute('aria-invalid', 'true'),
    );
    expect(server.asked).toEqual([]);
    await hand.clear(screen.getByLabelText('Line 1, price'));
    await hand.type(screen.getByLabelText('Line 1, price'), '90');
    await send(hand);
    expect(await screen.findByText('Say what the second line is.')).toBeVisible();
    expect(screen.getByLabelText('Line 2, text')).toHaveAttribute('aria-invalid', 'true');
    expect(screen.getByLabelText('Line 2, text')).toHaveFocus();
  });
});

describe('parts checked in', () => {
  const line = (more: Partial<ShownLine> = {}): ShownLine =>
    ({
      lineId: 'line-1',
      name: 'Top spacer',
      count: 2,
      side: 'left',
      phase: 'fit',
      isIn: false,
      got: null,
      words: null,
      photoId: null,
      supply: null,
      ...more,
    }) as ShownLine;
  const open = (lines: ShownLine[], more: object = {}) => {
    const server = shopServer({
      'parts.checkin': yes({}),
      'supply.order': yes({}),
      'hold.end': yes({}),
    });
    render(
      <CheckIn
        orderId={ORDER}
        lines={lines}
        holds={[]}
        leads={[{ id: ODALYS, name: 'Odalys' }]}
        closed={false}
        askSupplier
        {...more}
      />,
    );
    return { server, hand: userEvent.setup() };
  };

  test('a whole box is one tap', async () => {
    const { server, hand } = open([line()]);
    expect(screen.getByText('0 of 1 lines are here and whole.')).toBeVisible();
    await hand.click(screen.getByRole('button', { name: 'All here, good' }));
    await waitFor(() => expect(server.asked).toHaveLength(1));
    expect(server.inputs('parts.checkin')[0]).toEqual({
      orderId: ORDER,
      lineId: 'line-1',
      got: 2,
      right: true,
      condition: 'good',
      note: '',
      photoId: null,
    });
  });

  test('a short one is counted, with what is wrong in words', async () => {
    const { server, hand } = open([line()]);
    await hand.click(screen.getByRole('button', { name: 'Short or wrong' }));
    const count = await screen.findByLabelText('How many are here');
    await hand.clear(count);
    await hand.type(count, '1');
    await hand.click(screen.getByRole('combobox', { name: 'Condition' }));
    await hand.click(screen.getByRole('option', { name: 'damaged' }));
    await hand.click(screen.getByRole('checkbox', { name: /Right side/ }));
    await hand.type(screen.getByLabelText('Note'), 'bent stud');
    await hand.click(screen.getByRole('button', { name: 'Record the count' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(server.inputs('parts.checkin')[0]).toMatchObject({
      got: 1,
      condition: 'damaged',
      right: false,
      note: 'bent stud',
    });
  });

  test('what is short is ordered; what is here can be counted again; a closed order only shows', async () => {
    const { server, hand } = open([
      line({ words: 'short, 1 of 2' }),
      line({ lineId: 'line-2', isIn: true, words: 'here' }),
    ]);
    await hand.click(screen.getByRole('button', { name: 'Order the rest' }));
    await waitFor(() =>
      expect(server.inputs('supply.order')).toEqual([{ orderId: ORDER, lineId: 'line-1' }]),
    );
    expect(screen.getByRole('button', { name: 'Count again' })).toBeVisible();
  });

  test('a hold is lifted by the lead, with a reason and a PIN', async () => {
    const { server, hand } = open([], { holds: [{ holdId: HOLD, reason: 'Blocks late', lateOnly: true }] });
    await hand.click(screen.getByRole('button', { name: 'The lead goes on without it' }));
    await hand.type(await screen.findByRole('textbox'), 'they come with the alignment');
    for (const key of '4101') await hand.click(screen.getByRole('button', { name: key }));
    await hand.click(screen.getByRole('button', { name: 'End the hold' }));
    await waitFor(() => expect(server.inputs('hold.end')).toHaveLength(1));
    expect(server.inputs('hold.end')[0]).toMatchObject({
      holdId: HOLD,
      reason: 'they come with the alignment',
      leadId: ODALYS,
      pin: '4101',
    });
  });
});

describe('the alignment sheet', () => {
  const SPEC = {
    spec: { front: { caster: { min: 2, max: 4 }, camber: { min: -1, max: 1 } } },
    source: 'the shop’s goal',
    casterGoal: null,
    casterWhy: '',
  };
  const open = (more: object = {}) => {
    const server = shopServer({ 'alignment.record': yes({}), 'spec.save': yes({}) });
    render(
      <AlignmentForm
        orderId={ORDER}
        platform="Ox 2"
        spec={SPEC as never}
        sheet={null}
        adjusters={[]}
        car={null}
        maySaveSpec
        {...more}
      />,
    );
    return { server, hand: userEvent.setup() };
  };
  const cell = (name: string) => screen.getByLabelText(name);

  test('a spec that is known is folded; the wheels are typed where they stand, from field to field by arrows', async () => {
    const { server, hand } = open();
    expect(screen.queryByLabelText('Where the spec comes from')).toBeNull();
    expect(screen.getByRole('button', { name: /Specification: the shop’s goal/ })).toBeVisible();
    cell('caster left front before').focus();
    await hand.keyboard('1,5{ArrowRight}3.1{ArrowRight}1.4{ArrowRight}3{ArrowDown}');
    expect(cell('camber right front after')).toHaveFocus();
    await hand.keyboard('0.2{ArrowDown}{ArrowDown}');
    // A rear wheel has no caster: down from toe is its camber.
    expect(cell('camber right rear after')).toHaveFocus();
    await hand.keyboard('{ArrowLeft}{ArrowLeft}');
    expect(cell('camber left rear after')).toHaveFocus();
    for (const side of ['left', 'right']) await hand.type(cell(`toe ${side} front before`), '-0.2');
    await hand.type(cell('toe left front after'), '0,05');
    await hand.type(cell('toe right front after'), '0.05');
    await hand.type(cell('camber left front after'), '-0.1');
    await hand.type(screen.getByLabelText('Rack'), 'ours');
    await hand.type(screen.getByLabelText('Who set it'), 'Ilse');
    await hand.click(screen.getByRole('button', { name: 'Record the sheet' }));
    await waitFor(() =>
      expect([
        server.inputs('alignment.record').length,
        ...screen.queryAllByRole('alert').map((one) => one.textContent),
      ]).toEqual([1]),
    );
    const sent = server.inputs('alignment.record')[0] as { before: object; after: object; spec: object };
    expect(sent).toMatchObject({
      orderId: ORDER,
      specSource: 'the shop’s goal',
      spec: SPEC.spec,
      before: { LF: { caster: 1.5 }, RF: { caster: 1.4 } },
      after: {
        LF: { caster: 3.1, camber: -0.1, toe: 0.05 },
        RF: { caster: 3, camber: 0.2, toe: 0.05 },
      },
    });
    expect(server.inputs('spec.save')).toEqual([]);
  });

  test('within a figure the arrows stay in it', async () => {
    const { hand } = open();
    const first = cell('caster left front before') as HTMLInputElement;
    await hand.type(first, '12');
    await hand.keyboard('{ArrowLeft}');
    expect(first).toHaveFocus();
    await hand.keyboard('.5');
    expect(first).toHaveValue('1.52');
  });

  test('without a spec the ranges come first, one at least, and are kept for the platform when that is ticked', async () => {
    const { server, hand } = open({ spec: null });
    await hand.type(screen.getByLabelText('Where the spec comes from'), 'the plate');
    await hand.type(cell('caster left front after'), '3');
    for (const set of ['before', 'after'])
      for (const side of ['left', 'right']) await hand.type(cell(`toe ${side} front ${set}`), '0.1');
    await hand.type(screen.getByLabelText('Rack'), 'ours');
    await hand.type(screen.getByLabelText('Who set it'), 'Ilse');
    await hand.click(screen.getByRole('button', { name: 'Record the sheet' }));
    expect(await screen.findByText(/Give at least one range/)).toBeVisible();
    expect(server.asked).toEqual([]);
    const row = within(screen.getAllByRole('row', { name: /^Caster, front/ })[0]!);
    await hand.type(row.getByLabelText('Caster, front, from'), '2');
    await hand.type(row.getByLabelText('Caster, front, to'), '4');
    await hand.click(screen.getByRole('checkbox', { name: 'Save this for every Ox 2' }));
    await hand.click(screen.getByRole('button', { name: 'Record the sheet' }));
    await waitFor(() => expect(server.inputs('alignment.record')).toHaveLength(1));
    expect(server.inputs('spec.save')[0]).toMatchObject({
      platform: 'Ox 2',
      source: 'the plate',
      spec: { front: { caster: { min: 2, max: 4 } } },
    });
  });
});

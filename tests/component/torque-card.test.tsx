import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { judgeTorque } from '@/core/procedure/engine';
import { TorqueCard } from '@/features/bay/torque-card';
import type { BayBundle } from '@/features/bay/bay-bundle';
import { LONG_CLICKER, ORDER, SHORT_CLICKER, bayProps } from '../support/bay';
import { SILENT, no, shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

/** A job worked to its first step with a torque, everything before it done. */
function atTorque() {
  const tablet = new Tablet();
  const step = tablet.workTo((one) => (one.torques ?? []).length > 0);
  return { tablet, id: step.torques![0]! };
}

function shown(tablet: Tablet, id: string, more: Partial<BayBundle> = {}) {
  const props = bayProps(tablet, more);
  const fastener = props.document.fasteners.find((one) => one.id === id)!;
  const words: string[] = [];
  const take = { current: null as (() => void) | null };
  render(
    <TorqueCard
      {...props}
      fastener={fastener}
      first
      takeRef={take}
      onWords={(one) => void words.push(one)}
    />,
  );
  const hand = userEvent.setup();
  return {
    hand,
    fastener,
    words,
    take,
    record: () => screen.getByRole('button', { name: /^Record/ }),
    type: async (text: string) => {
      await hand.click(screen.getByRole('button', { name: /^More ways/ }));
      await hand.click(screen.getByRole('button', { name: 'Type it' }));
      await hand.type(screen.getByLabelText(/^Reading|^Angle/), text);
    },
  };
}

const UNITS = { lbft: 'lbf·ft', nm: 'N·m' };

test('the value stands in the person’s unit with the other beside it, where it is from, and that it is made up', () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const nm = tablet.order.run.fasteners.get(id)!.spec!.nm;
  shown(tablet, id);
  expect(screen.getByText(String(Math.round(nm / 1.3558179)))).toBeVisible();
  expect(screen.getByText(UNITS.lbft)).toBeVisible();
  expect(screen.getByText(new RegExp(`${Math.round(nm)} ${UNITS.nm}`))).toBeVisible();
  const spec = tablet.order.run.fasteners.get(id)!.spec!;
  expect(spec).toMatchObject({ madeUp: true, source: 'made up' });
  expect(screen.getByText('made up', { selector: 'strong' })).toBeVisible();
});

test('a tap records a click with the wrench that fits, and says so to whoever listens', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const server = shopServer({ 'torque.record': yes({}) });
  const { hand, record, fastener, words } = shown(tablet, id);
  // The button and the big one at the foot say the same.
  expect(words.at(-1)).toBe(record().textContent);
  await hand.click(record());
  await waitFor(() =>
    expect(screen.getByText(new RegExp(`^${fastener.name}.*: recorded\\.$`))).toBeInTheDocument(),
  );
  expect(server.inputs('torque.record')).toEqual([
    {
      orderId: ORDER,
      fastenerId: id,
      wrenchId: LONG_CLICKER.id,
      reading: { clicked: true },
      angleDeg: null,
      extension: null,
      newHardware: fastener.hardware === 'new' ? true : null,
      moved: false,
      movedDeg: null,
      confirmed: false,
    },
  ]);
});

test('a typed torque changes the button, and that figure in that unit is what is recorded', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const server = shopServer({ 'torque.record': yes({}) });
  const { hand, record, type, words } = shown(tablet, id);
  await type('116');
  expect(record()).toHaveTextContent('Record 116 lbf·ft, typed');
  expect(words.at(-1)).toBe('Record 116 lbf·ft, typed');
  expect(screen.getByText(/157 N·m/)).toBeVisible();
  await hand.click(record());
  await waitFor(() => expect(server.asked).toHaveLength(1));
  expect(server.inputs('torque.record')[0]).toMatchObject({ reading: { value: 116, unit: 'lbft' } });
});

test('what does not read as a figure is said at it and nothing is sent', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const server = shopServer({});
  const { hand, record, type } = shown(tablet, id);
  await type('about 90');
  await hand.click(record());
  const input = screen.getByLabelText(/^Reading/);
  await waitFor(() => expect(input).toHaveAttribute('aria-invalid', 'true'));
  expect(screen.getByRole('alert')).toHaveTextContent('“about 90” does not read as a figure.');
  expect(input).toHaveValue('about 90');
  expect(server.asked).toEqual([]);
});

test('an odd reading is asked about once, in sight: pulled again it sends nothing, meant it is sent as it was', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const server = shopServer({
    'torque.record': ({ input }: { input: Record<string, unknown> }) =>
      input.confirmed
        ? yes({})
        : no({ field: 'reading', code: 'confirm', message: '1310 lbf·ft? Did it read 131.0?' }),
  });
  const { hand, record, type } = shown(tablet, id);
  await type('1310');
  await hand.click(record());
  const asks = await screen.findByText(/Did it read 131.0/, { selector: '.hatch p' });
  expect(screen.queryByRole('button', { name: /^Record/ })).toBeNull();
  await hand.click(screen.getByRole('button', { name: 'Pull again' }));
  expect(asks).not.toBeInTheDocument();
  expect(screen.getByLabelText(/^Reading/)).toHaveValue('');
  expect(server.asked).toHaveLength(1);

  await hand.type(screen.getByLabelText(/^Reading/), '1310');
  await hand.click(record());
  await hand.click(await screen.findByRole('button', { name: 'It did read 1310' }));
  await waitFor(() => expect(server.asked).toHaveLength(3));
  expect(server.inputs('torque.record')[2]).toMatchObject({
    reading: { value: 1310, unit: 'lbft' },
    confirmed: true,
  });
});

test('a lost answer is asked for again under the same id, so that it is recorded once; a refusal is final', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const answers = [SILENT, no({ field: 'wrenchId', message: 'Long clicker is out.' }), yes({})];
  const server = shopServer({ 'torque.record': () => answers.shift()! });
  const { hand, record } = shown(tablet, id);
  await hand.click(record());
  await screen.findByText(/did not answer/);
  await hand.click(record());
  await screen.findByText('Long clicker is out.');
  await hand.click(record());
  await waitFor(() => expect(server.asked).toHaveLength(3));
  const [first, second, third] = server.asked.map(({ body }) => body.id);
  expect(second).toBe(first);
  expect(third).not.toBe(first);
});

test('a wrench whose range does not hold the value, or past its date, says so beside it', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const { hand } = shown(tablet, id);
  expect(screen.queryByText(/Outside this wrench/)).toBeNull();
  const chosen = screen.getByRole('button', { name: 'Wrench: Long clicker' });
  await hand.click(chosen);
  await hand.click(screen.getByRole('radio', { name: /Short clicker, past its date/ }));
  expect(chosen).toHaveAttribute('aria-expanded', 'false');
  expect(chosen).toHaveTextContent('Short clicker');
  const nm = tablet.order.run.fasteners.get(id)!.spec!.nm;
  expect(Boolean(screen.queryByText('Outside this wrench’s range.'))).toBe(nm > SHORT_CLICKER.highNm);
  expect(screen.getByText(/Past its calibration date/)).toBeVisible();
});

test('where it may not be torqued yet the card says why and has nothing to tap', () => {
  const tablet = new Tablet();
  const refusedNow = () => {
    const { run, document } = tablet.order;
    return document.fasteners.find(
      ({ id }) =>
        run.fasteners.get(id)!.spec &&
        !run.fasteners.get(id)!.torqued &&
        judgeTorque(document, run, id).some(({ code }) => code !== 'value'),
    );
  };
  tablet.workTo(() => refusedNow() !== undefined);
  const { id } = refusedNow()!;
  const [why] = judgeTorque(tablet.document, tablet.order.run, id);
  shown(tablet, id);
  expect(screen.getByText(why!.message)).toBeVisible();
  expect(screen.queryByRole('button', { name: /^Record/ })).toBeNull();
});

test('a fastener without a value asks for one and cannot be recorded', async () => {
  const { tablet } = atTorque();
  const bare = structuredClone(tablet.document);
  const step = bare.steps.find((one) => (one.torques ?? []).length > 0)!;
  const fastener = bare.fasteners.find((one) => one.id === step.torques![0])!;
  fastener.spec = null;
  const fresh = new Tablet(bare);
  fresh.workTo((one) => one.id === step.id);
  shown(fresh, fastener.id);
  expect(screen.queryByRole('button', { name: /^Record/ })).toBeNull();
  expect(await screen.findByText(/No value/i)).toBeVisible();
});

test('in a re-torque a nut that moved is recorded with by how much', async () => {
  const { tablet, id } = atTorque();
  tablet.torqueAll(id);
  const server = shopServer({ 'torque.record': yes({}) });
  const props = bayProps(tablet);
  const run = structuredClone(props.run);
  run.fasteners.get(id)!.torqued = false;
  const fastener = props.document.fasteners.find((one) => one.id === id)!;
  render(<TorqueCard {...props} run={run} recheck fastener={fastener} first={false} />);
  const hand = userEvent.setup();
  await hand.click(screen.getByRole('button', { name: 'It moved' }));
  await hand.type(screen.getByLabelText(/By degrees/), '15');
  await hand.click(screen.getByRole('button', { name: /^Record: clicked at/ }));
  await waitFor(() => expect(server.asked).toHaveLength(1));
  expect(server.inputs('torque.record')[0]).toMatchObject({
    moved: true,
    movedDeg: 15,
    reading: { clicked: true },
  });
});

test('an extension is worked out into the setting of the dial and goes with the reading', async () => {
  const { tablet, id } = atTorque();
  tablet.give(id);
  const server = shopServer({ 'torque.record': yes({}) });
  const { hand, record } = shown(tablet, id);
  await hand.click(screen.getByRole('button', { name: /^More ways/ }));
  await hand.click(screen.getByRole('button', { name: 'Extension' }));
  const group = screen.getByRole('region');
  const boxes = within(group).getAllByRole('textbox');
  await hand.type(boxes[0]!, '400');
  await hand.type(boxes[1]!, '100');
  const nm = tablet.order.run.fasteners.get(id)!.spec!.nm;
  const setting = Math.round((nm * 400) / 500 / 1.3558179);
  expect(within(group).getByText(new RegExp(`\\b${setting}\\b`))).toBeVisible();
  await hand.click(record());
  await waitFor(() => expect(server.asked).toHaveLength(1));
  expect(server.inputs('torque.record')[0]).toMatchObject({
    extension: { wrenchLength: 400, extension: 100 },
  });
});

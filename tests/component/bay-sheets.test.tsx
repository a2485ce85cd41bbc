import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { RULES_EDITION } from '@/core/procedure/engine';
import { judgeSupport } from '@/core/procedure/support';
import { FoundButton } from '@/features/bay/found-sheet';
import { LoweringControl } from '@/features/bay/lowering-control';
import { StillTight } from '@/features/bay/still-tight';
import { StuckButton } from '@/features/bay/stuck-button';
import { SupportControl } from '@/features/bay/support-control';
import { WaySwitch } from '@/features/bay/way-switch';
import { BRANNOCH, ODALYS, ORDER, bayProps } from '../support/bay';
import { provedRun } from '../support/library';
import { no, shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

/** What the bay opens over its step: each says what it will do to the record before it does it. */

const sheet = () => within(screen.getByRole('dialog'));
const FINDING = '00000000-0000-4000-8000-0000000000f6';
const LEADS = [{ id: ODALYS, name: 'Odalys' }];

describe('how it stands', () => {
  const open = (tablet: Tablet) => {
    const server = shopServer({ 'support.set': yes({ step: null }) });
    const { document, run } = bayProps(tablet);
    render(<SupportControl orderId={ORDER} document={document} run={run} />);
    return { server, document, run, hand: userEvent.setup() };
  };

  test('what may not be is said under its button before it is pressed, in the engine’s own words', async () => {
    const tablet = new Tablet();
    tablet.workTo((step) => (step.loosens ?? []).length > 0);
    const { document, run, hand } = open(tablet);
    await hand.click(screen.getByRole('button', { name: /It stands/ }));
    for (const to of ['on-wheels', 'at-height'] as const) {
      const refused = judgeSupport(document, run, ['front', 'rear'], to);
      for (const { message } of refused) expect(sheet().getAllByText(message).length).toBeGreaterThan(0);
    }
  });

  test('one end or both are raised by one tap, and the sheet closes as it is recorded', async () => {
    const { server, hand } = open(new Tablet());
    await hand.click(screen.getByRole('button', { name: /It stands/ }));
    expect(sheet().getByRole('button', { name: 'Lower it onto its wheels: as it stands' })).toBeDisabled();
    await hand.click(sheet().getByRole('radio', { name: 'Rear' }));
    await hand.click(sheet().getByRole('button', { name: 'Raised, on lift or stands' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(server.inputs('support.set')).toEqual([
      { orderId: ORDER, ends: ['rear'], to: 'raised', chocked: false },
    ]);
  });

  test('what the shop refuses stays in sight, and the sheet open', async () => {
    const { server, hand } = open(new Tablet());
    server.replies['support.set'] = no({
      field: 'to',
      code: 'open',
      message: 'The caliper hangs by its hose.',
    });
    await hand.click(screen.getByRole('button', { name: /It stands/ }));
    await hand.click(sheet().getByRole('button', { name: 'Raised, on lift or stands' }));
    expect(await sheet().findByText('The caliper hangs by its hose.')).toBeVisible();
  });
});

describe('lowering from one tablet alone', () => {
  const open = (holder: Parameters<typeof LoweringControl>[0]['holder']) => {
    const server = shopServer({
      'lowering.take': yes({}),
      'lowering.give': yes({}),
      'lowering.back': yes({}),
    });
    render(<LoweringControl orderId={ORDER} holder={holder} leads={LEADS} />);
    return { server, hand: userEvent.setup() };
  };

  test('says what it means before it is taken, and nothing is taken by looking', async () => {
    const { server, hand } = open(null);
    await hand.click(screen.getByRole('button', { name: 'Lower from this tablet alone' }));
    expect(sheet().getByText(/no other tablet lowers, drives, opens or loosens/)).toBeVisible();
    await hand.click(sheet().getByRole('button', { name: 'Leave it as it is' }));
    expect(server.asked).toEqual([]);
    await hand.click(screen.getByRole('button', { name: 'Lower from this tablet alone' }));
    await hand.click(sheet().getByRole('button', { name: 'This tablet alone' }));
    await waitFor(() => expect(server.inputs('lowering.take')).toEqual([{ orderId: ORDER }]));
  });

  test('who has it gives it back by one tap', async () => {
    const { server, hand } = open({ mine: true, name: 'Tablet 2', since: '11:40' });
    expect(screen.getByText('This tablet')).toBeVisible();
    await hand.click(screen.getByRole('button', { name: 'Give it back' }));
    await waitFor(() => expect(server.inputs('lowering.give')).toHaveLength(1));
  });

  test('the lead takes it back only after a look at the car, with a reason and a PIN', async () => {
    const { server, hand } = open({ mine: false, name: 'Tablet 2', since: '11:40' });
    await hand.click(screen.getByRole('button', { name: 'Take it back' }));
    await hand.click(await screen.findByRole('checkbox', { name: /The lead has looked/ }));
    await hand.type(screen.getByLabelText('Why it is taken back'), 'its battery is flat');
    for (const key of '4101') await hand.click(sheet().getByRole('button', { name: key }));
    await hand.click(sheet().getByRole('button', { name: 'Take it back' }));
    await waitFor(() => expect(server.inputs('lowering.back')).toHaveLength(1));
    expect(server.inputs('lowering.back')[0]).toEqual({
      orderId: ORDER,
      leadId: ODALYS,
      looked: true,
      reason: 'its battery is flat',
      pin: '4101',
    });
  });
});

describe('a fastener that will not come', () => {
  const tablet = new Tablet();
  const step = tablet.workTo((one) => (one.loosens ?? []).length > 0);
  const props = bayProps(tablet);
  const fasteners = step.loosens!.map((id) => props.document.fasteners.find((one) => one.id === id)!);
  const open = (more: object = {}, of = fasteners) => {
    const server = shopServer({ 'stuck.begin': yes({ stuckId: 's1' }), 'stuck.end': yes({}) });
    render(<StuckButton {...props} {...more} fasteners={of} stepId={step.id} className="btn" />);
    return { server, hand: userEvent.setup() };
  };

  test('with one at the step a tap starts its minutes, and says so beforehand', async () => {
    const { server, hand } = open({}, fasteners.slice(0, 1));
    expect(screen.getByText('starts its minutes')).toBeVisible();
    await hand.click(screen.getByRole('button', { name: /^Stuck/ }));
    await waitFor(() => expect(server.inputs('stuck.begin')).toHaveLength(1));
    expect(server.inputs('stuck.begin')[0]).toEqual({
      orderId: ORDER,
      fastenerId: fasteners[0]!.id,
      what: 'seized',
      photoId: null,
    });
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  test('with several it asks which and how; none at the step has no button', async () => {
    const two = [...fasteners, props.document.fasteners.find(({ id }) => !step.loosens!.includes(id))!];
    const { server, hand } = open({}, two);
    await hand.click(screen.getByRole('button', { name: /^Stuck/ }));
    await hand.click(sheet().getByRole('radio', { name: 'sheared' }));
    await hand.click(sheet().getAllByRole('button', { name: /^Record it sheared/ })[1]!);
    await waitFor(() => expect(server.inputs('stuck.begin')).toHaveLength(1));
    expect(server.inputs('stuck.begin')[0]).toMatchObject({ what: 'sheared', fastenerId: two[1]!.id });
    const { container } = render(<StuckButton {...props} fasteners={[]} stepId={step.id} className="btn" />);
    expect(container).toBeEmptyDOMElement();
  });

  test('while it is stuck the button counts its minutes, and ends them by what brought it loose', async () => {
    const stuck = [{ stuckId: 's1', fastenerId: fasteners[0]!.id, minutes: 12.4 }];
    const { server, hand } = open({ stuck }, fasteners.slice(0, 1));
    await hand.click(screen.getByRole('button', { name: /^Stuck 12 min/ }));
    expect(sheet().getByText(/Heat is a hot-work step/)).toBeVisible();
    const cures = sheet()
      .getAllByRole('button')
      .filter((one) => !/Close|Photo/.test(one.textContent!));
    await hand.click(cures[0]!);
    await waitFor(() => expect(server.inputs('stuck.end')).toHaveLength(1));
    expect(server.inputs('stuck.end')[0]).toMatchObject({ stuckId: 's1', how: cures[0]!.textContent });
  });
});

describe('something noticed on the way', () => {
  const tablet = new Tablet();
  const props = bayProps(tablet);
  const [step] = props.document.steps;
  const open = async (kind: string, answers: object = {}) => {
    const server = shopServer({
      'finding.record': yes({ findingId: FINDING }),
      'offer.make': yes({}),
      'damage.record': yes({}),
      'watch.add': yes({ watchId: 'w1' }),
      'setting.record': yes({}),
      ...answers,
    });
    const hand = userEvent.setup();
    render(<FoundButton {...props} step={step!} className="btn" />);
    await hand.click(screen.getByRole('button', { name: 'Found' }));
    await hand.click(sheet().getByRole('radio', { name: kind }));
    await screen.findByRole('button', { name: /Record it|Add it/ });
    const type = async (label: string | RegExp, text: string) =>
      hand.type(sheet().getByLabelText(label), text);
    return { server, hand, type };
  };

  test('is recorded, priced and asked in one go', async () => {
    const { server, hand, type } = await open('Found on the car');
    await type('What was found', 'Bar bushes cracked');
    await type(/Price/, '90');
    await type(/Minutes/, '1 h');
    await hand.click(sheet().getByRole('button', { name: 'Record it, go on' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(server.inputs('finding.record')[0]).toMatchObject({
      area: 'bushings',
      grade: 'now',
      text: 'Bar bushes cracked',
    });
    expect(server.inputs('offer.make')[0]).toMatchObject({
      findingId: FINDING,
      text: 'Bar bushes cracked',
      cents: 9000,
      minutes: 60,
    });
  });

  test('a price that could not be asked is said, and asked again without recording it twice', async () => {
    const { server, hand, type } = await open('Found on the car', {
      'offer.make': no({ field: 'cents', code: 'low', message: 'Ten cents?' }),
    });
    await type('What was found', 'Boot torn');
    await type(/Price/, '0.10');
    await type(/Minutes/, '20');
    await hand.click(sheet().getByRole('button', { name: 'Record it, go on' }));
    expect(await sheet().findByText(/The customer was not asked: Ten cents\?/)).toBeVisible();
    server.replies['offer.make'] = yes({});
    await hand.clear(sheet().getByLabelText(/Price/));
    await type(/Price/, '10');
    await hand.click(sheet().getByRole('button', { name: 'Ask the customer' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(server.inputs('finding.record')).toHaveLength(1);
    expect(server.inputs('offer.make').at(-1)).toMatchObject({ cents: 1000, text: 'Boot torn' });
  });

  test('damage says who pays and whether the customer knows', async () => {
    const { server, hand, type } = await open('Damage done here');
    await type('What was damaged', 'Clip of the left lead');
    await type('How it came about', 'brittle');
    await hand.click(sheet().getByRole('checkbox', { name: 'The customer has been told' }));
    await hand.click(sheet().getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(server.inputs('damage.record')).toHaveLength(1));
    expect(server.inputs('damage.record')[0]).toMatchObject({
      text: 'Clip of the left lead',
      cause: 'brittle',
      pays: 'the shop',
      customerTold: true,
    });
  });

  test('a doubt has the day or the distance by which it is answered', async () => {
    const { server, hand, type } = await open('To be watched');
    await type(/The doubt/, 'Left liner close to the tire');
    await type('To be answered by', '20 Apr 2026');
    await type('Or after', '400');
    await hand.click(sheet().getByRole('button', { name: 'Add it to the watch list' }));
    await waitFor(() => expect(server.inputs('watch.add')).toHaveLength(1));
    expect(server.inputs('watch.add')[0]).toMatchObject({
      byDay: '2026-04-20',
      byDistance: { distance: 400, unit: 'mi' },
    });
  });

  test('a setting of a corner is told with before or after', async () => {
    const { server, hand, type } = await open('Corner setting');
    await type('clicks from closed', '9');
    await hand.click(sheet().getByRole('button', { name: 'Record it' }));
    await waitFor(() => expect(server.inputs('setting.record')).toHaveLength(1));
    expect(server.inputs('setting.record')[0]).toMatchObject({
      orderId: ORDER,
      what: 'damper clicks',
      value: 9,
    });
  });
});

test('another way of a procedure needs the lead’s reason and PIN; a job without ways has no button', async () => {
  const props = bayProps(new Tablet(), {
    sources: [
      {
        id: 'strut-top-spacer',
        title: 'Top spacer',
        taken: [],
        ways: [
          { id: 'joint', choice: 'Freeing the knuckle', title: 'Upper joint parted' },
          { id: 'stabilizer', choice: 'Bar', title: 'Bar off first' },
        ],
      },
    ],
    leads: LEADS,
  });
  const server = shopServer({ 'run.way': yes({}) });
  const hand = userEvent.setup();
  render(<WaySwitch {...props} />);
  await hand.click(screen.getByRole('button', { name: 'Another way' }));
  await hand.click(await screen.findByRole('radio', { name: 'Upper joint parted' }));
  await hand.type(screen.getByLabelText('Why this way'), 'the arm does not reach');
  for (const key of '4101') await hand.click(sheet().getByRole('button', { name: key }));
  await hand.click(sheet().getByRole('button', { name: 'Go on this way' }));
  await waitFor(() => expect(server.inputs('run.way')).toHaveLength(1));
  expect(server.inputs('run.way')[0]).toMatchObject({
    procedureId: 'strut-top-spacer',
    ways: ['joint'],
    reason: 'the arm does not reach',
    leadId: ODALYS,
  });
  const { container } = render(<WaySwitch {...props} sources={[]} />);
  expect(container).toBeEmptyDOMElement();
  expect(props.viewer.id).toBe(BRANNOCH);
});

describe('what is still tight', () => {
  test('tells how the axle hangs, what carries it, and every joint still closed on the way out', async () => {
    const tablet = new Tablet(provedRun('lowering'));
    Object.assign(tablet.entries[0]!.data, { rules: RULES_EDITION });
    tablet.workTo((step) => step.id === 'X/f-part-L');
    const { document, run } = bayProps(tablet);
    render(<StillTight document={document} run={run} end="front" />);
    const hand = userEvent.setup();
    await hand.click(screen.getByRole('button', { name: 'What is still tight here' }));
    const axle = within(sheet().getByRole('region', { name: 'Under the car' }));
    expect(axle.getByText(/Left wheel 90 mm, right wheel 90 mm below ride height/)).toBeVisible();
    expect(axle.getByText(/Carried: Left front lower arm: jack/)).toBeVisible();
    expect(axle.getByText('Left front lower ball joint: closed')).toBeVisible();
    expect(axle.getByText(/Left front brake hose 110 mm/)).toBeVisible();
    await hand.click(sheet().getByRole('button', { name: 'rear' }));
    expect(sheet().queryByText('Left front lower ball joint: closed')).toBeNull();
  });

  test('of a run that does not say what holds what only the steps are told', async () => {
    const tablet = new Tablet();
    tablet.workTo((step) => step.phase === 'teardown');
    const { document, run } = bayProps(tablet);
    render(<StillTight document={document} run={run} end="rear" />);
    await userEvent.setup().click(screen.getByRole('button', { name: 'What is still tight here' }));
    expect(sheet().queryByRole('region', { name: 'Under the car' })).toBeNull();
    expect(sheet().getByText(/Unrecorded work is not known here/)).toBeVisible();
  });
});

import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { tryMove } from '@/core/moves/try';
import { figuresMove } from '@/core/moves/figures';
import { type RunDocument, RULES_EDITION } from '@/core/procedure/run-state';
import type { Step } from '@/core/procedure/types';
import { MeasureCard } from '@/features/measuring/measure-card';
import { TapeGoes } from '@/features/measuring/tape-goes';
import { TryCard } from '@/features/measuring/try-card';
import { TryChart } from '@/features/measuring/try-chart';
import { cardFigures, figuresStand } from '@/features/measuring/typed-figures';
import { MeasurePad, fractionText } from '@/ui/measure-pad';
import { ORDER } from '../support/bay';
import { shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

const bench: Step = {
  id: 'bench',
  phase: 'plan',
  do: 'Links set on the bench',
  minutes: 10,
  measure: [
    { id: 'left', what: 'link', unit: 'mm', corner: 'LF' },
    {
      id: 'right',
      what: 'link',
      unit: 'mm',
      corner: 'RF',
      from: { twin: 'bench.left' },
      judge: { within: 0.8 },
      low: 'Half a turn out.',
      high: 'Half a turn in.',
    },
    { id: 'pull', what: 'pull', unit: 'word' },
  ],
};
const runOf = (...steps: Step[]): RunDocument => ({
  items: [],
  fasteners: [],
  steps,
  sources: [],
  carried: { open: [], loose: {} },
  planned: {
    figures: {},
    heights: { LF: 540, RF: 540, LR: 580, RR: 580 },
    slopes: { 'rear.hole': { slope: 10, sd: 4, from: 'by the plan of this car' } },
  },
});

/** The card over a record, as the step holds it. */
function Card({ tablet, lengths = 'mm' }: { tablet: Tablet; lengths?: 'in' | 'mm' }) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const figures = cardFigures(tablet.order.state, bench, typed, lengths);
  const { missing, whole } = figuresStand(figures);
  return (
    <>
      <MeasureCard
        figures={figures}
        typed={typed}
        onTyped={(id, text) => setTyped((before) => ({ ...before, [id]: text }))}
        lengths={lengths}
        orderId={ORDER}
        leads={[]}
        sheet={{}}
        onSheet={() => undefined}
      />
      <output>{`${missing.length} missing, ${whole ? 'whole' : 'not whole'}`}</output>
    </>
  );
}
const pad = (name: string) => within(screen.getByRole('group', { name: `Pad for ${name}` }));
const press = async (hand: ReturnType<typeof userEvent.setup>, name: string, keys: string) => {
  for (const key of keys)
    await hand.click(pad(name).getByRole('button', { name: key, exact: true } as never));
};

describe('the figures of a step', () => {
  test('one after the other on the pad, judged as they are typed', async () => {
    const hand = userEvent.setup();
    render(<Card tablet={new Tablet(runOf(bench), RULES_EDITION)} />);
    expect(screen.getByRole('status')).toHaveTextContent('3 missing');
    await press(hand, 'link, left front', '486');
    await hand.click(pad('link, left front').getByRole('button', { name: 'Next: link, right front' }));
    await press(hand, 'link, right front', '488');
    expect(screen.getByText(/1\.2 mm too much: Half a turn in\./)).toBeVisible();
    expect(screen.getByRole('status')).toHaveTextContent('1 missing, not whole');
    await hand.click(pad('link, right front').getByRole('button', { name: 'take the last figure away' }));
    await press(hand, 'link, right front', '6');
    expect(screen.queryByText(/too much/)).toBeNull();
    await hand.type(screen.getByRole('textbox', { name: 'pull' }), 'to the left');
    expect(screen.getByRole('status')).toHaveTextContent('0 missing, whole');
  });

  test('what is on record says so, and what stands beside it', () => {
    const tablet = new Tablet(runOf(bench), RULES_EDITION);
    tablet.keep(
      ...figuresMove(tablet.order, {
        stepId: 'bench',
        lengths: 'mm',
        figures: [
          { measureId: 'left', text: '486' },
          { measureId: 'right', text: '489' },
        ],
      }),
    );
    render(<Card tablet={tablet} />);
    expect(screen.getByText('recorded')).toBeVisible();
    expect(screen.getAllByText(/the other one: 486 mm/)[0]).toBeVisible();
    expect(screen.getByText(/2\.2 mm too much/)).toBeVisible();
    expect(screen.getByRole('button', { name: 'The lead leaves it so' })).toBeVisible();
  });

  test('what does not read is said at its row and is not whole', async () => {
    const hand = userEvent.setup();
    render(<Card tablet={new Tablet(runOf(bench), RULES_EDITION)} />);
    await hand.type(screen.getByRole('textbox', { name: 'link, left front' }), 'long');
    expect(screen.getByRole('status')).toHaveTextContent('not whole');
    expect(screen.getByText(/does not read|not a length|Type/i)).toBeVisible();
  });
});

describe('the pad', () => {
  test('a whole and a sixteenth are a reading, and it goes on by itself', async () => {
    const hand = userEvent.setup();
    const next = jest.fn();
    function Alone() {
      const [text, setText] = useState('');
      return (
        <MeasurePad label="left front" unit="in" value={text} onChange={setText} onNext={next} next="Next" />
      );
    }
    render(<Alone />);
    await press(hand, 'left front', '21');
    await hand.click(pad('left front').getByRole('button', { name: '3/16 inch' }));
    expect(screen.getByText('21 3/16')).toBeInTheDocument();
    expect(next).toHaveBeenCalledTimes(1);
  });
  test('degrees have a sign, counts have neither sign nor point', async () => {
    const hand = userEvent.setup();
    const set = jest.fn();
    const { rerender } = render(<MeasurePad label="angle" unit="deg" value="4" onChange={set} />);
    await hand.click(screen.getByRole('button', { name: 'change the sign' }));
    expect(set).toHaveBeenLastCalledWith('-4');
    rerender(<MeasurePad label="angle" unit="count" value="4" onChange={set} />);
    expect(screen.queryByRole('button', { name: 'change the sign' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'point' })).toBeNull();
    rerender(<MeasurePad label="angle" unit="turns" value="2" onChange={set} />);
    await hand.click(screen.getByRole('button', { name: 'and 1/4' }));
    expect(set).toHaveBeenLastCalledWith('2 1/4');
  });
  test('sixteenths are written as they are on a tape', () => {
    expect([0, 2, 4, 8, 15].map(fractionText)).toEqual(['', '1/8', '1/4', '1/2', '15/16']);
  });
});

describe('a setting tried', () => {
  const read: Step = {
    id: 'read',
    phase: 'on-wheels',
    do: 'Read it',
    end: 'rear',
    minutes: 5,
    trial: { setting: 'hole of the plate', unit: 'hole', allowed: [1, 2, 3], prior: 'plan', target: 'plan' },
  };
  const card = (tablet: Tablet, stands = jest.fn()) => {
    const server = shopServer({ 'try.record': yes({ entryId: 'e' }) });
    render(
      <TryCard
        state={tablet.order.state}
        step={read}
        orderId={ORDER}
        leads={[]}
        lengths="mm"
        cutStep={0.25}
        onStands={stands}
      />,
    );
    return { server, stands, hand: userEvent.setup() };
  };

  test('both sides are read, and the button says what it records', async () => {
    const { server, hand, stands } = card(new Tablet(runOf(read), RULES_EDITION));
    const record = screen.getByRole('button', { name: 'Record this try: hole 1' });
    expect(record).toBeDisabled();
    await hand.type(screen.getByLabelText(/left rear, as it stands/), '571');
    await hand.type(screen.getByLabelText(/right rear, as it stands/), '570');
    await hand.click(record);
    expect(server.inputs('try.record')).toEqual([
      { orderId: ORDER, stepId: 'read', set: 1, readings: ['571', '570'], lengths: 'mm' },
    ]);
    expect(stands).toHaveBeenLastCalledWith(false);
  });

  test('the next hole with what it gives, then that it is there', () => {
    const tablet = new Tablet(runOf(read), RULES_EDITION);
    tablet.keep(...tryMove(tablet.order, { stepId: 'read', set: 1, readings: ['561 mm'], lengths: 'mm' }));
    const { stands } = card(tablet);
    expect(screen.getByRole('status')).toHaveTextContent(/^Next: hole 3, gives/);
    expect(screen.getByRole('img', { name: /hole 1 read 561 mm; next hole 3/ })).toBeVisible();
    expect(stands).toHaveBeenLastCalledWith(false);
  });

  test('there, nothing more is asked', () => {
    const tablet = new Tablet(runOf(read), RULES_EDITION);
    tablet.keep(...tryMove(tablet.order, { stepId: 'read', set: 2, readings: ['579 mm'], lengths: 'mm' }));
    const { stands } = card(tablet);
    expect(screen.getByRole('status')).toHaveTextContent('It is there');
    expect(screen.queryByRole('button', { name: /Record this try/ })).toBeNull();
    expect(stands).toHaveBeenLastCalledWith(true);
  });

  test('the chart tells its tries and the next one to whoever hears it, of many settings only those near', () => {
    const rows = Array.from({ length: 41 }, (_, at) => ({ set: at - 20, height: 540 + at, sd: 2, off: 0 }));
    render(
      <TryChart
        tries={[{ set: 0, height: 560 }]}
        rows={rows}
        target={563}
        tolerance={3}
        best={3}
        say={(value) => `${value} mm`}
        saySet={(set) => `${set} turns`}
        setting="turns"
      />,
    );
    const chart = screen.getByRole('img', {
      name: 'Tries against 563 mm: 0 turns read 560 mm; next 3 turns.',
    });
    expect(chart.querySelectorAll('g[stroke]').length).toBeLessThan(12);
  });

  test('where the tape goes is drawn and told', () => {
    render(<TapeGoes corner="RF" method="floor" upperPoint="fender lip" />);
    expect(
      screen.getByRole('img', { name: /right front: the tape goes from the floor.* to the fender lip/ }),
    ).toBeVisible();
  });
});

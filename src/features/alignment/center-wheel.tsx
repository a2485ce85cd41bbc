'use client';

import { useState } from 'react';
import { Refusal } from '@/core/refusal';
import { centerSteering } from '@/core/calc/steering.center';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';

interface Try {
  off: number;
  turns: number;
  way: 'longer' | 'shorter';
}

/**
 * Straightens the wheel by the drag-link sleeve: how many turns for how far it is off; after a try the way is known,
 * since the first one shows whether longer or shorter brings it nearer.
 */
export function CenterWheel({ startOff }: { startOff: number | null }) {
  const [off, setOff] = useState(startOff === null ? '' : String(startOff));
  const [ratio, setRatio] = useState('16');
  const [arm, setArm] = useState('150');
  const [perTurn, setPerTurn] = useState('3');
  const [tries, setTries] = useState<Try[]>([]);
  const [way, setWay] = useState<'longer' | 'shorter'>('longer');
  const numbers = [off, ratio, arm, perTurn].map((text) => Number(text.replace('−', '-')));
  const [offNumber, ratioNumber, armNumber, perTurnNumber] = numbers as [number, number, number, number];
  const whole =
    numbers.every(Number.isFinite) && off !== '' && ratioNumber > 0 && armNumber > 0 && perTurnNumber > 0;
  let answer: { linkChange: number; turns: number } | null = null;
  try {
    if (whole)
      answer = centerSteering({
        wheelOffDeg: offNumber,
        ratio: ratioNumber,
        pitmanArm: armNumber,
        mmPerTurn: perTurnNumber,
      });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
  }
  const last = tries[tries.length - 1];
  const worse = last !== undefined && Math.abs(offNumber) > Math.abs(last.off);
  const suggested = last ? (worse ? (last.way === 'longer' ? 'shorter' : 'longer') : last.way) : way;
  const done = whole && Math.abs(offNumber) < 1;
  const field = (label: string, value: string, set: (text: string) => void) => (
    <label className="block">
      <span className="label block">{label}</span>
      <input
        className="input text-right"
        inputMode="decimal"
        value={value}
        onChange={(event) => set(event.target.value)}
      />
    </label>
  );
  return (
    <section className="mb-8 max-w-4xl" data-testid="center-wheel">
      <h2 className="border-b border-ink pb-1">Wheel to the center</h2>
      <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
        {field('Wheel off, °', off, setOff)}
        {field('Steering ratio', ratio, setRatio)}
        {field('Pitman arm, mm', arm, setArm)}
        {field('Sleeve, mm a turn', perTurn, setPerTurn)}
      </div>
      {done ? (
        <p className="mt-3 text-lg font-semibold">
          Within a degree: straight. Torque the sleeve clamps and stripe them.
        </p>
      ) : answer ? (
        <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
          <p className="text-lg">
            <strong className="figure text-3xl">{answer.turns.toFixed(2)}</strong> turns of the sleeve (
            {answer.linkChange.toFixed(1)} mm)
            {last ? (
              <>
                , <strong>{suggested}</strong>
                {worse ? ': the last try went the wrong way.' : ': the last try went the right way.'}
              </>
            ) : (
              '. Which way is tried and seen.'
            )}
          </p>
          {!last && (
            <Choice
              label="Which way first"
              options={[
                ['longer', 'longer'],
                ['shorter', 'shorter'],
              ]}
              value={way}
              onValue={setWay}
            />
          )}
          <Button
            weight="pen"
            onClick={() => {
              setTries((before) => [...before, { off: offNumber, turns: answer.turns, way: suggested }]);
              setOff('');
            }}
          >
            Tried: read it again
          </Button>
        </div>
      ) : (
        <p className="mt-3 text-soft">
          {tries.length
            ? 'How far is it off now?'
            : 'How far the wheel stands off when the car runs straight.'}
        </p>
      )}
      {tries.length > 0 && (
        <p className="mt-2 text-soft">
          {tries.map((one) => `${one.off}° off, ${one.turns.toFixed(2)} turns ${one.way}`).join(' → ')}
        </p>
      )}
    </section>
  );
}

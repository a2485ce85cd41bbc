'use client';

import dynamic from 'next/dynamic';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { CarStand, PlannerInput } from '@/core/planner/car-stand';
import { type Movement, poseCar, travelRange } from '@/core/planner/moving-car/pose';
import { strikesIn } from '@/core/planner/moving-car/strikes';
import { alongView } from '@/core/planner/moving-car/along-view';
import { sideView } from '@/core/planner/moving-car/side-view';
import { topView } from '@/core/planner/moving-car/top-view';
import type { OneEnd } from '@/core/planner/measures';
import { type PerCorner, eachCorner, endOfCorner, sideOfCorner } from '@/core/corners';
import type { BodyKind } from '@/core/stance/shapes';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Shapes } from '@/ui/shapes';
import { Slider } from '@/ui/slider';

const MotionCurves = dynamic(() => import('./motion-curves').then((one) => one.MotionCurves));

/** Which wheels of an axle the handle moves. */
const WHEELS = [
  ['both', 'both wheels'],
  ['left', 'left wheel'],
  ['right', 'right wheel'],
  ['roll', 'left up, right down'],
] as const;
type Wheels = (typeof WHEELS)[number][0];

interface Handles {
  front: number;
  rear: number;
  steer: number;
  wheels: Wheels;
}
const AT_RIDE: Handles = { front: 0, rear: 0, steer: 0, wheels: 'both' };

function movementOf({ front, rear, steer, wheels }: Handles): Movement {
  return {
    travel: eachCorner((corner) => {
      const by = endOfCorner(corner) === 'front' ? front : rear;
      const left = sideOfCorner(corner) < 0;
      if (wheels === 'roll') return left ? by : -by;
      if (wheels === 'both') return by;
      return (wheels === 'left') === left ? by : 0;
    }),
    steer: steer / 100,
  };
}

/** Once through: droop, ride, bump, back, then lock to lock, with how long each way takes. */
const ONCE: readonly { to: 'low' | 'high' | 'ride' | 'left' | 'right'; ms: number }[] = [
  { to: 'low', ms: 1200 },
  { to: 'high', ms: 1900 },
  { to: 'ride', ms: 800 },
  { to: 'left', ms: 700 },
  { to: 'right', ms: 1300 },
  { to: 'ride', ms: 700 },
];
/** Where motion is not wanted each place is shown still for this long. */
const STILL_MS = 900;

/** Moves the handles through the whole travel once. */
function usePlay(
  ranges: Record<OneEnd, { low: number; high: number }>,
  set: (handles: Handles) => void,
  from: Handles,
): { playing: boolean; play: () => void; stop: () => void } {
  const [playing, setPlaying] = useState(false);
  const frame = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const stop = () => {
    cancelAnimationFrame(frame.current);
    if (timer.current) clearTimeout(timer.current);
    setPlaying(false);
  };
  useEffect(() => stop, []);
  const target = (to: (typeof ONCE)[number]['to']): Handles => {
    const at = (end: OneEnd) => (to === 'low' ? ranges[end].low : to === 'high' ? ranges[end].high : 0);
    return {
      ...from,
      front: at('front'),
      rear: at('rear'),
      steer: to === 'left' ? -100 : to === 'right' ? 100 : 0,
    };
  };
  const play = () => {
    stop();
    setPlaying(true);
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    let start: Handles = { ...from, front: 0, rear: 0, steer: 0 };
    let leg = 0;
    if (still) {
      const next = () => {
        const one = ONCE[leg];
        if (!one) return stop();
        set(target(one.to));
        leg += 1;
        timer.current = setTimeout(next, STILL_MS);
      };
      return next();
    }
    let began = performance.now();
    const step = (now: number) => {
      const one = ONCE[leg]!;
      const share = Math.min(1, (now - began) / one.ms);
      const goal = target(one.to);
      const between = (a: number, b: number) => a + (b - a) * share;
      set({
        ...from,
        front: between(start.front, goal.front),
        rear: between(start.rear, goal.rear),
        steer: between(start.steer, goal.steer),
      });
      if (share === 1) {
        leg += 1;
        start = goal;
        began = now;
        if (leg === ONCE.length) return stop();
      }
      frame.current = requestAnimationFrame(step);
    };
    frame.current = requestAnimationFrame(step);
  };
  return { playing, play, stop };
}

const upDown = (mm: number) =>
  mm === 0 ? 'at ride' : `${Math.abs(Math.round(mm))} mm ${mm < 0 ? 'down' : 'up'}`;

/** The plan's car on handles: each axle through its travel, one wheel or both, and the steering from lock to lock. */
export function MovingCar({
  car,
  input,
  body,
  baseline,
  fromFloor,
}: {
  car: CarStand;
  input: PlannerInput;
  body: BodyKind;
  baseline: PerCorner<number>;
  fromFloor: boolean;
}) {
  const [handles, setHandles] = useState<Handles>(AT_RIDE);
  const [curves, setCurves] = useState<OneEnd | null>(null);
  const ranges = useMemo(() => ({ front: travelRange(car, 'front'), rear: travelRange(car, 'rear') }), [car]);
  const held = (end: OneEnd) => Math.min(ranges[end].high, Math.max(ranges[end].low, handles[end]));
  const now = { ...handles, front: held('front'), rear: held('rear') };
  const { playing, play, stop } = usePlay(ranges, setHandles, handles);
  const move = (change: Partial<Handles>) => {
    stop();
    setHandles((before) => ({ ...before, ...change }));
  };
  const pose = poseCar(car, movementOf(now));
  const strikes = strikesIn(car, pose);
  return (
    <section aria-label="The moving car" className="mt-4">
      <Shapes drawing={sideView(car, pose, body, baseline, fromFloor, strikes)} className="w-full" />
      <div className="grid gap-x-6 sm:grid-cols-2">
        <Shapes drawing={alongView(car, pose, 'front', strikes)} className="w-full" />
        <Shapes drawing={alongView(car, pose, 'rear', strikes)} className="w-full" />
      </div>
      <Shapes drawing={topView(car, pose, strikes)} className="w-full" />
      <div className="grid gap-x-8 gap-y-1 border-t border-rule pt-3 sm:grid-cols-2">
        {(['front', 'rear'] as const).map((end) => (
          <div key={end}>
            <p className="flex justify-between">
              <span className="font-head text-lg">{end === 'front' ? 'Front travel' : 'Rear travel'}</span>
              <span className="figure text-lg">{upDown(now[end])}</span>
            </p>
            <Slider
              label={end === 'front' ? 'Front travel' : 'Rear travel'}
              value={Math.round(now[end])}
              min={ranges[end].low}
              max={ranges[end].high}
              step={1}
              onValue={(value) => move({ [end]: value })}
            />
          </div>
        ))}
        <div>
          <p className="flex justify-between">
            <span className="font-head text-lg">Steering</span>
            <span className="figure text-lg">
              {Math.round(now.steer) === 0
                ? 'straight'
                : `${Math.abs(Math.round(now.steer))}% to the ${now.steer < 0 ? 'left' : 'right'}`}
            </span>
          </p>
          <Slider
            label="Steering"
            value={Math.round(now.steer)}
            min={-100}
            max={100}
            step={1}
            onValue={(steer) => move({ steer })}
          />
        </div>
        <div className="self-end">
          <Choice
            label="What the handles move"
            value={handles.wheels}
            onValue={(wheels) => move({ wheels: wheels as Wheels })}
            options={WHEELS}
          />
        </div>
      </div>
      <p className="flex flex-wrap gap-2 pt-3">
        <Button onClick={playing ? stop : play}>{playing ? 'Stop' : 'Play once through'}</Button>
        <Button onClick={() => move({ front: ranges.front.low, rear: ranges.rear.low, wheels: 'both' })}>
          Full droop
        </Button>
        <Button onClick={() => move({ front: ranges.front.high, rear: ranges.rear.high, wheels: 'both' })}>
          Full bump
        </Button>
        <Button onClick={() => move(AT_RIDE)}>At ride</Button>
        {(['front', 'rear'] as const).map((end) => (
          <Button
            key={end}
            aria-expanded={curves === end}
            onClick={() => setCurves(curves === end ? null : end)}
          >
            {end === 'front' ? 'Curves, front' : 'Curves, rear'}
          </Button>
        ))}
      </p>
      <ul aria-label="What strikes here" className="pt-3" aria-live="polite">
        {pose.stopped.map((words) => (
          <li key={words} className="hatch px-3 py-1.5 font-semibold">
            {words}
          </li>
        ))}
        {strikes.map(({ id, what, text, corner }) => (
          <li
            key={id}
            className="flex justify-between gap-4 border-b border-rule py-1 font-medium text-danger"
          >
            <span>
              {what}, {sideOfCorner(corner) < 0 ? 'left' : 'right'} {endOfCorner(corner)}
            </span>
            <span className="figure">{text}</span>
          </li>
        ))}
        {strikes.length === 0 && pose.stopped.length === 0 && (
          <li className="text-soft">
            Nothing strikes in this place by these figures. Points that nobody measured are assumed: look in
            the air.
          </li>
        )}
      </ul>
      {curves && <MotionCurves key={curves} input={input} end={curves} at={now[curves]} />}
    </section>
  );
}

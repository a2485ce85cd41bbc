'use client';

import { Slider as Radix } from 'radix-ui';

/** A figure pushed along its range; arrows move it by a step. */
export function Slider({
  label,
  value,
  min,
  max,
  step,
  onValue,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onValue: (value: number) => void;
}) {
  return (
    <Radix.Root
      className="relative flex h-11 w-full touch-none items-center select-none"
      value={[value]}
      min={min}
      max={max}
      step={step}
      onValueChange={([next]) => onValue(next!)}
    >
      <Radix.Track className="relative h-0.75 grow bg-rule">
        <Radix.Range className="absolute h-full bg-ink" />
      </Radix.Track>
      <Radix.Thumb
        aria-label={label}
        className="block h-7 w-4 cursor-grab border-[1.5px] border-ink bg-pen"
      />
    </Radix.Root>
  );
}

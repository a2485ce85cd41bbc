'use client';

import { X } from 'lucide-react';
import { useRef } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { Accessory } from '@/core/planner/plan-part';
import { fieldsOf } from '@/ui/form';
import { CheckLine } from '@/ui/checkbox';
import { SelectField } from '@/ui/select';

const LB = 0.45359237;

/** Weights on the car by place: bumper, winch, camper, load; and what is still to come. */
export function Weights({
  accessories,
  wheelbase,
  unit,
  change,
}: {
  accessories: Accessory[];
  wheelbase: number;
  unit: TapeUnit;
  change: (next: Accessory[]) => void;
}) {
  const form = useRef<HTMLFormElement>(null);
  const imperial = unit === 'in';
  const places: [string, number][] = [
    ['ahead of the front axle', -650],
    ['over the front axle', 0],
    ['between the axles', wheelbase / 2],
    ['over the rear axle', wheelbase],
    ['behind the rear axle', wheelbase + 700],
  ];
  return (
    <section aria-label="Weights">
      <h2 className="border-b border-ink pb-1">Weights on it</h2>
      <ul>
        {accessories.map((one) => (
          <li key={one.id} className="flex items-center gap-3 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{one.name}</span>{' '}
              <span className="figure">{imperial ? `${Math.round(one.kg / LB)} lb` : `${one.kg} kg`}</span>
              <span className="block text-[0.95rem] text-soft">
                {
                  places.reduce((best, place) =>
                    Math.abs(place[1] - one.x) < Math.abs(best[1] - one.x) ? place : best,
                  )[0]
                }
                {one.y ? `, ${one.y < 0 ? 'left' : 'right'} side` : ''}
              </span>
            </span>
            <CheckLine
              className="items-center gap-2"
              checked={Boolean(one.later)}
              onChecked={(later) =>
                change(accessories.map((other) => (other.id === one.id ? { ...one, later } : other)))
              }
            >
              still to come
            </CheckLine>
            <button
              type="button"
              className="grid size-9 cursor-pointer place-items-center hover:bg-hair"
              aria-label={`Take off ${one.name}`}
              onClick={() => change(accessories.filter((other) => other.id !== one.id))}
            >
              <X className="size-5" aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <form
        ref={form}
        className="mt-2 grid grid-cols-[1.6fr_0.8fr_auto] items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const f = fieldsOf(event.currentTarget);
          const typed = Number(f.weight);
          if (!f.name?.trim() || !Number.isFinite(typed) || typed === 0) return;
          change([
            ...accessories,
            {
              id: crypto.randomUUID(),
              name: f.name.trim(),
              kg: Math.round((imperial ? typed * LB : typed) * 10) / 10,
              x: Number(f.x),
              y: Number(f.y),
            },
          ]);
          form.current?.reset();
        }}
      >
        <label className="label">
          What
          <input name="name" className="input" placeholder="winch, camper" />
        </label>
        <label className="label">
          {imperial ? 'lb' : 'kg'}
          <input name="weight" className="input" inputMode="decimal" />
        </label>
        <button className="btn">Put on</button>
        <SelectField
          name="x"
          label="Where"
          options={places.map(([words, x]) => [String(x), words] as const)}
        />
        <SelectField
          className="col-span-2"
          name="y"
          label="Side"
          options={[
            ['0', 'middle'],
            ['-500', 'left'],
            ['500', 'right'],
          ]}
        />
      </form>
    </section>
  );
}

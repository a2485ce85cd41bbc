'use client';

import { X } from 'lucide-react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { Accessory } from '@/core/planner/plan-part';
import { Button } from '@/ui/button';
import { CheckLine } from '@/ui/checkbox';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Form } from '@/ui/form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

const LB = 0.45359237;

const wrong = (field: string, message: string) => Promise.resolve([{ field, code: 'bad-value', message }]);

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
              <span className="block text-sm text-soft">
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
            <Button
              weight="plain"
              size="icon"
              aria-label={`Take off ${one.name}`}
              onClick={() => change(accessories.filter((other) => other.id !== one.id))}
            >
              <X className="size-5" aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <Form
        className="mt-2 grid grid-cols-[1.6fr_0.8fr_auto] items-end gap-2"
        draft={null}
        start={{ name: '', weight: null as TypedFigure, x: String(places[0]![1]), y: '0' }}
        onSend={(_, { name, weight, x, y }) => {
          if (!name.trim()) return wrong('name', 'Write what it is.');
          if (typeof weight !== 'number' || weight === 0) return wrong('weight', 'Write its weight.');
          const kg = Math.round((imperial ? weight * LB : weight) * 10) / 10;
          const id = crypto.randomUUID();
          change([...accessories, { id, name: name.trim(), kg, x: Number(x), y: Number(y) }]);
          return Promise.resolve([]);
        }}
      >
        <TextField name="name" label="What" placeholder="winch, camper" />
        <NumberField name="weight" label={imperial ? 'lb' : 'kg'} />
        <Send weight="line">Add</Send>
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
      </Form>
    </section>
  );
}

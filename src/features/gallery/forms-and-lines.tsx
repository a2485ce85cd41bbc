'use client';

import { useState } from 'react';
import { CheckSet } from '@/ui/checkbox';
import { ChoiceField } from '@/ui/choice';
import { Combobox, among } from '@/ui/combobox';
import { AngleField, LengthField, MoneyField, type TypedFigure } from '@/ui/figure-fields';
import { OdometerFields, TorqueField } from '@/ui/unit-fields';
import { Fold } from '@/ui/fold';
import { Form } from '@/ui/form';
import { Sortable, UpDown, moved, useLine } from '@/ui/lines';
import { Progress } from '@/ui/progress';
import { Send } from '@/ui/send';
import { Failed, Loading, Nothing } from '@/ui/states';
import { Part } from './part';

export const FEW = [
  ['front', 'Front'],
  ['rear', 'Rear'],
  ['both', 'Both'],
] as const;

const CARS = [
  { id: 'klm', words: 'Moss wagon · KLM 204' },
  { id: 'vet', words: 'Works truck · VET 88' },
  { id: 'prs', words: 'Long-bed · PRS 610' },
];

const START = {
  odometer: { value: 41000 as TypedFigure, unit: 'mi', unread: '' },
  toe: 0.12 as TypedFigure,
  price: 18500 as TypedFigure,
  reading: { value: 90 as TypedFigure, unit: 'lbft' },
  height: '22 1/2',
  car: null as (typeof CARS)[number] | null,
  days: [1, 2],
  end: 'front',
};

/** A form takes nothing that does not read, and says it where it stands. */
export function AForm({ theme }: { theme: string }) {
  return (
    <Part name="A form">
      <Form
        draft={`gallery ${theme}`}
        className="grid grid-cols-2 gap-3"
        aria-label="A form"
        keeps
        said="Recorded."
        start={START}
        onSend={async (_, { toe, car }) => [
          ...(typeof toe === 'string'
            ? [{ field: 'toe', code: 'number.base', message: 'Write the toe as an angle.' }]
            : []),
          ...(car ? [] : [{ field: 'car', code: 'any.required', message: 'Choose the car.' }]),
        ]}
      >
        <Combobox<(typeof CARS)[number]>
          className="col-span-2"
          name="car"
          label="Which car"
          nothing="none yet"
          placeholder="Plate, car"
          find={among(CARS, (car) => car.words)}
          idOf={(car) => car.id}
          wordsOf={(car) => car.words}
        />
        <div className="col-span-2">
          <OdometerFields />
        </div>
        <AngleField name="toe" label="Toe, °" />
        <MoneyField name="price" label="Price" />
        <TorqueField className="col-span-2" name="reading" label="Reading" />
        <LengthField name="height" label="Front target height" unit="in" />
        <ChoiceField name="end" label="Which end" options={FEW} fieldClassName="self-end" />
        <CheckSet
          name="days"
          legend="Open on"
          className="col-span-2 flex flex-wrap gap-x-4"
          options={[
            [1, 'Mon'],
            [2, 'Tue'],
            [3, 'Wed'],
          ]}
        />
        <Send>Record it</Send>
      </Form>
    </Part>
  );
}

function SortedLine({ id, at, count, move }: { id: string; at: number; count: number; move: Move }) {
  const { ref, style, handle } = useLine(id, id);
  return (
    <li ref={ref} style={style} className="flex items-center justify-between border-b border-rule">
      <span className="flex items-center gap-2">
        {handle}
        {id}
      </span>
      <span>
        <UpDown at={at} count={count} label={id} onMove={move} />
      </span>
    </li>
  );
}

type Move = (from: number, to: number) => void;

export function Lists() {
  const [lines, setLines] = useState(['Raise the front', 'Wheels off', 'Struts out']);
  const move: Move = (from, to) => setLines((before) => moved(before, from, to));
  return (
    <Part name="Lines, folds, how far">
      <Sortable ids={lines} onMove={move}>
        <ol aria-label="Steps in their order">
          {lines.map((line, at) => (
            <SortedLine key={line} id={line} at={at} count={lines.length} move={move} />
          ))}
        </ol>
      </Sortable>
      <Fold title="What else is known of it">
        <p className="py-2">Opened when it is wanted.</p>
      </Fold>
      <Progress share={0.4} label="left-side.jpg" />
      <Nothing>Nothing waits to be looked at.</Nothing>
      <Loading />
      <Failed onAgain={() => undefined} />
    </Part>
  );
}

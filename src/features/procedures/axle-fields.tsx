'use client';

import { CARRIERS, type Anatomy, type Carrier, type Carry, type Drop } from '@/core/anatomy/types';
import { CORNERS, type Corner } from '@/core/corners';
import type { Step } from '@/core/procedure/types';
import { createContext, use } from 'react';
import { PickMany } from '@/ui/pick-many';
import { Rows } from '@/ui/rows';

/** The axles the procedure that is edited is worked on. */
export const AnatomiesContext = createContext<readonly Anatomy[]>([]);

interface Named {
  id: string;
  name: string;
}
/** The things of all anatomies, each once, as they are picked. */
const choices = (things: readonly Named[]) => [
  ...new Map(things.map(({ id, name }) => [id, { id, words: `${name} (${id})` }])).values(),
];

const isCarrier = (word: string): word is Carrier => CARRIERS.some((one) => one === word);
const carryRows = (carries: readonly Carry[] | undefined) =>
  (carries ?? []).map(({ body, by }) => [body, by]);
const carriesFrom = (rows: readonly (readonly string[])[]): Carry[] =>
  rows.flatMap(([body, by]) => (isCarrier(by ?? '') ? [{ body: body!, by: by as Carrier }] : []));

const dropRows = (step: Step) =>
  (step.drops ?? []).map(({ corner, end, mm }) => [corner ?? end ?? '', String(mm)]);
const isCorner = (word: string): word is Corner => CORNERS.some((one) => one === word);
const dropsFrom = (rows: readonly (readonly string[])[]): Drop[] =>
  rows.flatMap(([where, typed]): Drop[] => {
    const mm = Number(typed);
    if (!typed || !Number.isFinite(mm) || mm < 0) return [];
    if (isCorner(where!)) return [{ corner: where, mm }];
    return where === 'front' || where === 'rear' ? [{ end: where, mm }] : [];
  });

/** What a step does to the axle: marks, carrying, how far the wheel goes down, what comes off and goes back on. */
export function AxleFields({ step, onChange }: { step: Step; onChange: (patch: Partial<Step>) => void }) {
  const anatomies = use(AnatomiesContext);
  if (!anatomies.length) return null;
  const bodies = choices(anatomies.flatMap((one) => one.bodies.filter(({ kind }) => kind !== 'frame')));
  const joints = choices(anatomies.flatMap((one) => one.joints));
  const known = bodies.flatMap(({ id }) => CARRIERS.map((by) => [id, by]));
  return (
    <>
      <PickMany
        className="col-span-2"
        name="marks"
        label="Marked across before it is eased"
        options={joints}
        value={step.marks ?? []}
        onValue={(marks) => onChange({ marks })}
      />
      <PickMany
        name="out"
        label="Comes off the car"
        options={bodies}
        value={step.out ?? []}
        onValue={(out) => onChange({ out })}
      />
      <PickMany
        name="in"
        label="Goes back on"
        options={bodies}
        value={step.in ?? []}
        onValue={(ids) => onChange({ in: ids })}
      />
      <Rows
        name="carries"
        label="Carried from here on"
        one="a part"
        columns={['what', 'by']}
        rows={carryRows(step.carries)}
        known={known}
        onRows={(rows) => onChange({ carries: carriesFrom(rows) })}
      />
      <Rows
        name="lets"
        label="No longer carried"
        one="a part"
        columns={['what', 'by']}
        rows={carryRows(step.lets)}
        known={known}
        onRows={(rows) => onChange({ lets: carriesFrom(rows) })}
      />
      <Rows
        name="drops"
        label="Wheel hangs below ride height"
        one="a wheel"
        columns={['corner or end', 'mm']}
        rows={dropRows(step)}
        onRows={(rows) => onChange({ drops: dropsFrom(rows) })}
      />
    </>
  );
}

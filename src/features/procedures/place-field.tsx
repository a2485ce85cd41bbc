'use client';

import { PLACES } from '@/core/procedure/places';
import type { Item } from '@/core/procedure/types';
import { Combobox, among } from '@/ui/combobox';

/** The end and corner that follow from a place. */
const cornerOf = (place: string): Pick<Item, 'end' | 'corner'> => {
  const [end, side] = place.split('.');
  if (end !== 'front' && end !== 'rear') return { end: undefined, corner: undefined };
  if (side !== 'left' && side !== 'right') return { end, corner: undefined };
  return { end, corner: `${side === 'left' ? 'L' : 'R'}${end === 'front' ? 'F' : 'R'}` as Item['corner'] };
};

const words = (place: string) => place.replaceAll('.', ' ').replaceAll('-', ' ');
const find = among([...PLACES], (place) => `${place} ${words(place)}`);

/** The place of an item or a fastener, found by its words; its end and corner follow from it. */
export function PlaceField({
  of,
  place,
  onChange,
}: {
  of: string;
  place: string;
  onChange: (change: { place: string } & Pick<Item, 'end' | 'corner'>) => void;
}) {
  return (
    <div className="min-w-56">
      <Combobox<string>
        bare
        name={`${of}.place`}
        label={`Place of ${of}`}
        nothing="no place"
        placeholder="front left wheel nuts"
        find={find}
        idOf={(one) => one}
        wordsOf={words}
        value={place || null}
        onValue={(one) => onChange({ place: one ?? '', ...cornerOf(one ?? '') })}
      />
    </div>
  );
}

'use client';

import { useEffect, useState } from 'react';
import type { KnownCar } from '@/server/queries/cars';
import { Button } from '@/ui/button';
import { carsOfPhone, carsOfPlate } from '../cars/find-cars';

/** Typed letters rest this long before they are looked for. */
const REST_MS = 350;

/** Looks for what is typed once it rests; what was typed since is looked for instead. */
function useKnown(
  typed: string,
  least: number,
  look: (typed: string, signal: AbortSignal) => Promise<KnownCar[]>,
): KnownCar[] {
  const [found, setFound] = useState<{ of: string; cars: KnownCar[] }>({ of: '', cars: [] });
  const letters = typed.replace(/[^\p{L}\d]/gu, '');
  useEffect(() => {
    if (letters.length < least) return;
    const stop = new AbortController();
    const wait = setTimeout(() => {
      look(typed, stop.signal).then(
        (cars) => setFound({ of: letters, cars }),
        () => undefined,
      );
    }, REST_MS);
    return () => {
      clearTimeout(wait);
      stop.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the letters say all of what is typed
  }, [letters, least, look]);
  return found.of === letters ? found.cars : [];
}

function KnownHere({ words, take, onTake }: { words: string; take: string; onTake: () => void }) {
  return (
    <div
      className="caution col-span-2 flex flex-wrap items-center justify-between gap-2 px-4 py-2"
      role="status"
    >
      <span>{words}</span>
      <Button onClick={onTake}>{take}</Button>
    </div>
  );
}

/** A plate that is known here: the car is taken instead of written down a second time. */
export function KnownPlate({ plate, onTake }: { plate: string; onTake: (car: KnownCar) => void }) {
  const [car] = useKnown(plate, 3, carsOfPlate);
  return (
    car && (
      <KnownHere
        words={`${car.plate} is known here: ${car.label}, of ${car.customer}.`}
        take="Take that car"
        onTake={() => onTake(car)}
      />
    )
  );
}

/** A telephone that is known here: the new car is that customer’s. */
export function KnownPhone({
  phone,
  onTake,
}: {
  phone: string;
  onTake: (customer: { id: string; name: string }) => void;
}) {
  const [car] = useKnown(phone, 6, carsOfPhone);
  return (
    car && (
      <KnownHere
        words={`That telephone is ${car.customer}’s, with ${car.label}.`}
        take="It is their car"
        onTake={() => onTake({ id: car.customerId, name: car.customer })}
      />
    )
  );
}

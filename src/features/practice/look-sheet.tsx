'use client';

import { useMemo, useState } from 'react';
import { type Place, placesToLook } from '@/core/practice/looks';
import { type LookWay, WAY_WORDS } from '@/core/practice/scenario';
import type { RunDocument } from '@/core/procedure/engine';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Dialog } from '@/ui/dialog';
import type { LookedAt } from './use-practice';

/** Places first that are where the step is. */
function groupsOf(places: readonly Place[]): [string, Place[]][] {
  const groups = new Map<string, Place[]>();
  for (const place of places) groups.set(place.where, [...(groups.get(place.where) ?? []), place]);
  return [...groups];
}

/** Looking into the practice car: where, how, and what is seen there. */
export function LookSheet({
  document,
  seen,
  onLook,
  onMend,
}: {
  document: RunDocument;
  seen: readonly LookedAt[];
  onLook: (place: Place, way: LookWay) => Promise<void>;
  onMend: (place: LookedAt) => Promise<void>;
}) {
  const [open, setOpen] = useState(false);
  const groups = useMemo(() => groupsOf(placesToLook(document)), [document]);
  const [where, setWhere] = useState(groups[0]?.[0] ?? '');
  const [busy, setBusy] = useState(false);
  const doing = (work: () => Promise<void>) => {
    setBusy(true);
    void work().finally(() => setBusy(false));
  };
  const [last] = seen;
  return (
    <>
      <Button size="tall" className="px-5 text-xl" onClick={() => setOpen(true)}>
        Look at the car
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Look at the car" wide>
        <div role="status" className="min-h-20 border-b border-rule pb-3">
          {last ? (
            <div className="flex flex-wrap items-center justify-between gap-3">
              <p className="min-w-0 flex-1 basis-80 text-xl font-semibold">{last.words}</p>
              <Button size="tall" disabled={busy} onClick={() => doing(() => onMend(last))}>
                Put it right
              </Button>
            </div>
          ) : (
            <p className="text-lg text-soft">
              Only what a person would see, feel or measure there is told. What is wrong can then be put
              right.
            </p>
          )}
        </div>
        <Choice
          label="Where"
          className="my-3 flex flex-wrap gap-2"
          itemClassName="min-h-14 px-4"
          value={where}
          onValue={setWhere}
          options={groups.map(([name]) => [name, name] as [string, string])}
        />
        <ul>
          {(groups.find(([name]) => name === where)?.[1] ?? []).map((place) => (
            <li
              key={place.at}
              data-place={place.at}
              className="flex flex-wrap items-center justify-between gap-2 border-t border-rule py-2"
            >
              <span className="min-w-0 flex-1 basis-60 text-lg">{place.name}</span>
              <span className="flex gap-2">
                {place.ways.map((way) => (
                  <Button
                    key={way}
                    size="tall"
                    disabled={busy}
                    onClick={() => doing(() => onLook(place, way))}
                    aria-label={`${WAY_WORDS[way]}: ${place.name}`}
                  >
                    {WAY_WORDS[way]}
                  </Button>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </Dialog>
    </>
  );
}

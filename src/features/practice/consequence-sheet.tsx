'use client';

import type { Consequence } from '@/core/practice/consequences';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';

const WHOM = { person: 'Somebody is hurt by it', car: 'The car is', time: 'It costs time' } as const;

/** What would have come of it, soberly, and one step back. */
export function ConsequenceSheet({
  happened,
  onBack,
}: {
  happened: readonly Consequence[];
  onBack: () => void;
}) {
  return (
    <Dialog open={happened.length > 0} onClose={onBack} title="What this would have done">
      <ul>
        {happened.map(({ words, harm, fault }) => (
          <li key={words} className="hatch my-3 px-4 py-3">
            <p className="font-head text-lg">{WHOM[harm]}</p>
            <p className="text-2xl leading-snug font-semibold">{words}</p>
            {fault && (
              <p className="mt-1 text-lg">It could have been found: by looking there before this step.</p>
            )}
          </li>
        ))}
      </ul>
      <p className="text-lg text-soft">
        It has not happened: the car is as it was before this tap. In earnest there is no way back.
      </p>
      <Button weight="pen" size="tallest" wide className="mt-4 text-2xl" onClick={onBack}>
        One step back
      </Button>
    </Dialog>
  );
}

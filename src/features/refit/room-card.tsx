'use client';

import type { RungId } from '@/core/anatomy/refit-ladder';
import { expectedMinutes, roomNow } from '@/core/procedure/refits';
import type { Step } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';
import type { BayProps } from '../bay/bay-props';
import { RungWords, roomHeadline } from './rung-words';

/** Getting a taller strut or coil back in: short by how much, with what force, and what makes room, mildest first. */
export function RoomCard({ step, ...props }: BayProps & { step: Step }) {
  const { send, busy, errors } = useCommand('room.made');
  const room = roomNow(props.document, props.run, step.id);
  if (!room) return null;
  const lengths = props.lengthUnit;
  const usedHere = new Set<RungId>(
    props.state.roomMade.filter(({ data }) => data.stepId === step.id).map(({ data }) => data.rung),
  );
  const short = room.short !== null && room.short > 0;
  return (
    <details
      open={short || usedHere.size > 0}
      className="border-t-2 border-rule px-6 py-3"
      aria-label="Getting it back in"
    >
      <summary className="min-h-14 cursor-pointer py-2 text-2xl font-semibold">
        {roomHeadline(room, lengths)}
      </summary>
      <p className="pb-2 text-lg text-soft">
        What makes room, mildest first: tap what did it.
        {room.planned ? ' Room by the axle’s assumed figures: look before it hangs lower.' : ''}
      </p>
      <ol>
        {room.rungs.map((rung, index) => (
          <li
            key={rung.id}
            data-rung={rung.id}
            className="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-start gap-x-3 border-t border-rule py-3"
          >
            <span className="figure text-2xl text-soft">{index + 1}</span>
            <div className="min-w-0">
              <RungWords
                rung={rung}
                minutes={expectedMinutes(rung, props.rungMinutes)}
                times={props.rungMinutes[rung.id]?.length ?? 0}
                lengths={lengths}
              />
              {rung.closed.length > 0 && (
                <p className="text-lg">
                  Closed by the record: {rung.closed.join(', ')}. Also opened writes it down.
                </p>
              )}
            </div>
            {usedHere.has(rung.id) ? (
              <p className="py-3 text-xl font-semibold">✓ used</p>
            ) : (
              <Button
                size="tall"
                disabled={busy || rung.closed.length > 0}
                onClick={() => void send({ orderId: props.orderId, stepId: step.id, rung: rung.id })}
                aria-label={`Used: ${rung.title}`}
              >
                This did it
              </Button>
            )}
          </li>
        ))}
      </ol>
      <FormErrors errors={errors} />
    </details>
  );
}

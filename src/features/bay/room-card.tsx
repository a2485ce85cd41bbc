'use client';

import type { RungId } from '@/core/anatomy/refit-ladder';
import { figureText } from '@/core/planner/figure-text';
import { type RoomNow, type RungNow, expectedMinutes, roomNow } from '@/core/procedure/refits';
import type { Step } from '@/core/procedure/types';
import { capital } from '@/core/wording';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';
import type { BayProps } from './bay-props';

/** Force in words that a hand can picture. */
const forceText = (newtons: number, lengths: 'in' | 'mm') =>
  `${Math.round(newtons / 10) * 10} N, like ${figureText(newtons / 9.81, 'kg', lengths)} lying on it`;

/** How it goes in by the plan, as the axle stands by the record. */
function headline({ planned, short, force, name }: RoomNow, lengths: 'in' | 'mm'): string {
  if (!planned || short === null) return `${capital(name)} will not go in?`;
  if (planned.fits) return `By the plan it goes in without force.`;
  if (short === 0)
    return `By the plan it was ${figureText(planned.shortfall, 'mm', lengths)} too long: as it hangs now it goes in.`;
  return `By the plan ${figureText(short, 'mm', lengths)} too long as it hangs now: ${forceText(force!, lengths)}.`;
}

function RungRow({
  rung,
  number,
  minutes,
  times,
  used,
  busy,
  lengths,
  onUsed,
}: {
  rung: RungNow;
  number: number;
  minutes: number;
  times: number;
  used: boolean;
  busy: boolean;
  lengths: 'in' | 'mm';
  onUsed: () => void;
}) {
  const open = rung.closed.length === 0;
  return (
    <li
      data-rung={rung.id}
      className="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-start gap-x-3 border-t border-rule py-3"
    >
      <span className="figure text-2xl text-soft">{number}</span>
      <div className="min-w-0">
        <p className="text-xl leading-snug font-semibold">{rung.title}</p>
        <p className="text-lg text-soft">
          {Math.round(minutes)} min{times > 0 ? ` by ${times} here and the book` : ' by the book'}
          {rung.leaves !== null &&
            (rung.leaves === 0
              ? '; with all before it, room enough'
              : `; with all before it, still ${figureText(rung.leaves, 'mm', lengths)} short`)}
        </p>
        {!open && <p className="text-lg">Closed by the record: {rung.closed.join(', ')}</p>}
        {rung.caution && <p className="caution mt-1 px-3 py-1 text-lg font-medium">{rung.caution}</p>}
      </div>
      {used ? (
        <p className="py-3 text-xl font-semibold">✓ used</p>
      ) : (
        <Button size="tall" disabled={busy || !open} onClick={onUsed} aria-label={`Used: ${rung.title}`}>
          This did it
        </Button>
      )}
    </li>
  );
}

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
        {headline(room, lengths)}
      </summary>
      <p className="pb-2 text-lg text-soft">
        What makes room, mildest first: tap what did it.
        {room.planned ? ' Room by the axle’s assumed figures: look before it hangs lower.' : ''}
      </p>
      <ol>
        {room.rungs.map((rung, index) => (
          <RungRow
            key={rung.id}
            rung={rung}
            number={index + 1}
            minutes={expectedMinutes(rung, props.rungMinutes)}
            times={props.rungMinutes[rung.id]?.length ?? 0}
            used={usedHere.has(rung.id)}
            busy={busy}
            lengths={lengths}
            onUsed={() => void send({ orderId: props.orderId, stepId: step.id, rung: rung.id })}
          />
        ))}
      </ol>
      <FormErrors errors={errors} />
    </details>
  );
}

'use client';

import { CommandForm } from '@/features/transport/command-form';
import { CheckLine } from '@/ui/checkbox';
import { DayField } from '@/ui/day-field';
import { WrongAt, useDescribed } from '@/ui/field';
import { Held } from '@/ui/held';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

export interface OrderLine {
  lineId: string;
  count: number;
  name: string;
  code: string;
  side: string;
  ordered: string | null;
}

function TickedLines({ lines }: { lines: OrderLine[] }) {
  const { id } = useDescribed('lineIds');
  return (
    <Held<string[]> name="lineIds" value={undefined} first={[]}>
      {({ value: ticked, set }) => (
        <fieldset>
          <legend className="label">Ordered</legend>
          <WrongAt name="lineIds" id={id} />
          {lines.map(({ lineId, count, name, ordered }) => (
            <CheckLine
              key={lineId}
              checked={ticked.includes(lineId)}
              onChecked={() =>
                set(ticked.includes(lineId) ? ticked.filter((one) => one !== lineId) : [...ticked, lineId])
              }
            >
              <span>
                {count} × {name}
                {ordered && <span className="block text-soft">{ordered}</span>}
              </span>
            </CheckLine>
          ))}
        </fieldset>
      )}
    </Held>
  );
}

/** Which lines of the list are ordered, from whom, and for which day. */
export function OrderedForm({ orderId, lines }: { orderId: string; lines: OrderLine[] }) {
  return (
    <CommandForm
      command="supply.told"
      about={orderId}
      className="no-print grid gap-3"
      said="Written down: it stands at each line, and the week counts on the day."
      start={{
        lineIds: lines.filter((line) => !line.ordered).map((line) => line.lineId),
        from: '',
        promisedOn: '',
      }}
      input={(typed) => ({ orderId, ...typed })}
    >
      <TickedLines lines={lines} />
      <TextField name="from" label="From whom" />
      <DayField name="promisedOn" label="Promised for" />
      <Send wide size="tall">
        These are ordered
      </Send>
    </CommandForm>
  );
}

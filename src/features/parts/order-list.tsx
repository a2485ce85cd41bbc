'use client';

import { CommandForm } from '@/features/transport/command-form';
import { CheckSet } from '@/ui/checkbox';
import { DayField } from '@/ui/day-field';
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
      <CheckSet
        name="lineIds"
        legend="Ordered"
        className=""
        options={lines.map(({ lineId, count, name, ordered }) => [
          lineId,
          <span key={lineId}>
            {count} × {name}
            {ordered && <span className="block text-soft">{ordered}</span>}
          </span>,
        ])}
      />
      <TextField name="from" label="From whom" />
      <DayField name="promisedOn" label="Promised for" />
      <Send wide size="tall">
        These are ordered
      </Send>
    </CommandForm>
  );
}

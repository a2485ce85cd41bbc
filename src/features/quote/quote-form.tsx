'use client';

import { Trash2 } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { hoursText, moneyText } from '@/core/units/money';
import { fromShopTime, shopInput } from '@/core/units/shop-time';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';
import { MoneyField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Sortable, useLine } from '@/ui/lines';
import { notice } from '@/ui/notice';
import { Send } from '@/ui/send';
import { BareField, TextField } from '@/ui/text-field';

interface TypedLine {
  text: string;
  cents: TypedFigure;
  minutes: TypedFigure;
}

const figure = (typed: TypedFigure) => (typeof typed === 'number' ? typed : 0);

function Line({ id, at, onRemove }: { id: string; at: number; onRemove: () => void }) {
  const { ref, style, handle } = useLine(id, `line ${at + 1}`);
  const name = `lines.${at}`;
  return (
    <tr ref={ref} style={style}>
      <td className="w-10">{handle}</td>
      <td>
        <BareField name={`${name}.text`} label={`Line ${at + 1}, text`} />
      </td>
      <td>
        <MoneyField bare name={`${name}.cents`} label={`Line ${at + 1}, price`} />
      </td>
      <td>
        <NumberField bare name={`${name}.minutes`} label={`Line ${at + 1}, minutes`} />
      </td>
      <td>
        <Button weight="plain" aria-label={`Remove line ${at + 1}`} onClick={onRemove}>
          <Trash2 className="size-5" aria-hidden />
        </Button>
      </td>
    </tr>
  );
}

function Lines({
  lines,
  currency,
  centsPerHour,
}: {
  lines: TypedLine[];
  currency: string;
  centsPerHour: number;
}) {
  const { fields, append, remove, move, insert } = useFieldArray({ name: 'lines' });
  const parts = lines.reduce((sum, line) => sum + figure(line.cents), 0);
  const minutes = lines.reduce((sum, line) => sum + figure(line.minutes), 0);
  const take = (at: number) => {
    const taken = lines[at]!;
    remove(at);
    notice(`“${taken.text || `Line ${at + 1}`}” is out of the quote.`, () => insert(at, taken));
  };
  return (
    <>
      <Sortable ids={fields.map((line) => line.id)} onMove={move}>
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">
                <span className="sr-only">Move</span>
              </th>
              <th scope="col">Line</th>
              <th scope="col" className="w-32 text-right!">
                Price
              </th>
              <th scope="col" className="w-28 text-right!">
                Minutes
              </th>
              <th scope="col" className="w-14">
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {fields.map((line, at) => (
              <Line key={line.id} id={line.id} at={at} onRemove={() => take(at)} />
            ))}
          </tbody>
        </table>
      </Sortable>
      <p className="flex flex-wrap items-baseline justify-between gap-4 py-3">
        <Button onClick={() => append({ text: '', cents: null, minutes: null })}>Another line</Button>
        <span className="text-right">
          <span className="figure text-2xl">
            {moneyText(parts, currency)} and {hoursText(minutes)} by the book
          </span>
          <span className="block text-soft">
            at {moneyText(centsPerHour, currency)} an hour; the likely price comes from this shop’s past when
            it is kept
          </span>
        </span>
      </p>
    </>
  );
}

/** Writes a version of the quote. */
export function QuoteForm({
  orderId,
  start,
  currency,
  centsPerHour,
  timeZone,
  again,
}: {
  orderId: string;
  start: {
    lines: { text: string; cents: number; minutes: number }[];
    depositCents: number | null;
    promisedFor: string | null;
    unknown: string;
  };
  currency: string;
  centsPerHour: number;
  timeZone: string;
  again: boolean;
}) {
  return (
    <CommandForm
      command="quote.make"
      keeps
      start={{
        lines: start.lines as TypedLine[],
        depositCents: start.depositCents as TypedFigure,
        promisedFor: start.promisedFor ? shopInput(start.promisedFor, timeZone) : '',
        unknown: start.unknown,
      }}
      input={(typed, confirmed) => ({
        orderId,
        confirmed,
        lines: typed.lines.map((line) => ({ ...line, minutes: line.minutes ?? 0 })),
        depositCents: typed.depositCents ?? 0,
        promisedFor: sentMoment(typed.promisedFor, (kept) => fromShopTime(kept, timeZone)),
        unknown: typed.unknown,
      })}
    >
      {({ lines }) => (
        <>
          <Lines lines={lines} currency={currency} centsPerHour={centsPerHour} />
          <div className="grid gap-3 sm:grid-cols-2">
            <MoneyField name="depositCents" label="Deposit" />
            <MomentField name="promisedFor" label="Promised for" />
            <TextField className="sm:col-span-2" name="unknown" label="What is still unknown" />
          </div>
          <Send wide size="tall" className="mt-4" again="Record it like this">
            {again ? 'Record as a new version' : 'Record this quote'}
          </Send>
        </>
      )}
    </CommandForm>
  );
}

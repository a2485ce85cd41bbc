'use client';

import { useState } from 'react';
import { hoursText, moneyText, readMoney } from '@/core/units/money';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';

interface DraftLine {
  text: string;
  price: string;
  minutes: string;
}

/** Writes a version of the quote: its lines begin from the plan and the offers said yes to. */
export function QuoteForm({
  orderId,
  lines: start,
  currency,
  centsPerHour,
  promisedFor,
  again,
}: {
  orderId: string;
  lines: { text: string; cents: number; minutes: number }[];
  currency: string;
  centsPerHour: number;
  promisedFor: string | null;
  again: boolean;
}) {
  const { send, busy, errors } = useCommand('quote.make');
  const [lines, setLines] = useState<DraftLine[]>(
    start.map((line) => ({
      text: line.text,
      price: (line.cents / 100).toFixed(2),
      minutes: String(line.minutes),
    })),
  );
  const [deposit, setDeposit] = useState('');
  const [promise, setPromise] = useState(promisedFor?.slice(0, 16) ?? '');
  const [unknown, setUnknown] = useState('Rust: a bolt that shears is charged by the hour, asked first.');
  const change = (index: number, next: Partial<DraftLine>) =>
    setLines((before) => before.map((line, at) => (at === index ? { ...line, ...next } : line)));
  const parts = lines.reduce((sum, line) => sum + (readMoney(line.price) ?? 0), 0);
  const minutes = lines.reduce((sum, line) => sum + (Number(line.minutes) || 0), 0);
  const error = (index: number, field: string) =>
    errors.find((one) => one.field === `lines[${index}].${field}`)?.message;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send({
          orderId,
          lines: lines.map((line) => ({
            text: line.text,
            cents: readMoney(line.price) ?? line.price,
            minutes: line.minutes.trim() === '' ? 0 : Number(line.minutes),
          })),
          depositCents: deposit.trim() === '' ? 0 : (readMoney(deposit) ?? deposit),
          promisedFor: sentMoment(promise, (kept) => new Date(kept).toISOString()),
          unknown,
        });
      }}
    >
      <Errors errors={errors}>
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col" className="w-32 text-right!">
                Price
              </th>
              <th scope="col" className="w-28 text-right!">
                Minutes
              </th>
              <th scope="col" className="w-24">
                <span className="sr-only">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, index) => (
              <tr key={index}>
                {(['text', 'price', 'minutes'] as const).map((key) => {
                  const wrong = error(index, key === 'price' ? 'cents' : key);
                  return (
                    <td key={key}>
                      <input
                        className={`input ${key === 'text' ? '' : 'text-right'}`}
                        aria-label={`Line ${index + 1}, ${key}`}
                        aria-invalid={wrong ? true : undefined}
                        inputMode={key === 'text' ? undefined : 'decimal'}
                        value={line[key]}
                        onChange={(event) => change(index, { [key]: event.target.value })}
                      />
                      {wrong && (
                        <p role="alert" className="font-medium text-danger">
                          {wrong}
                        </p>
                      )}
                    </td>
                  );
                })}
                <td>
                  <button
                    type="button"
                    className="btn btn-plain"
                    aria-label={`Take out line ${index + 1}`}
                    onClick={() => setLines((before) => before.filter((_, at) => at !== index))}
                  >
                    Take out
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="flex flex-wrap items-baseline justify-between gap-4 py-3">
          <button
            type="button"
            className="btn"
            onClick={() => setLines((before) => [...before, { text: '', price: '', minutes: '' }])}
          >
            Another line
          </button>
          <span className="figure text-[1.4rem]">
            {moneyText(parts, currency)} and {hoursText(minutes)} at {moneyText(centsPerHour, currency)}:{' '}
            {moneyText(parts + Math.round((minutes / 60) * centsPerHour), currency)}
          </span>
        </p>
        <div className="grid gap-3 sm:grid-cols-2">
          <TextField
            name="depositCents"
            label="Deposit"
            inputMode="decimal"
            value={deposit}
            onChange={(event) => setDeposit(event.target.value)}
          />
          <MomentField
            name="promisedFor"
            label="Promised for"

            value={promise}
            onValue={(chosen) => setPromise(chosen)}
          />
          <TextField
            className="sm:col-span-2"
            name="unknown"
            label="What is still unknown"
            value={unknown}
            onChange={(event) => setUnknown(event.target.value)}
          />
        </div>
        <FormErrors
          errors={errors}
          shown={[
            'depositCents',
            'promisedFor',
            'unknown',
            ...errors.map((one) => one.field).filter((one) => one.startsWith('lines[')),
          ]}
        />
        <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
          {busy ? 'Writing…' : again ? 'Keep as a new version' : 'Keep this quote'}
        </button>
      </Errors>
    </form>
  );
}

'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useCommand } from '@/ui/commands';
import { Errors, FormErrors, TextField } from '@/ui/form';

export interface OfferedProcedure {
  id: string;
  title: string;
  summary: string;
  steps: number;
  minutes: number;
  fits: boolean;
  ways: { id: string; choice: string; title: string }[];
}

/** Chooses procedures and ways and starts the run: from then on the bay view leads. */
export function StartForm({ orderId, procedures }: { orderId: string; procedures: OfferedProcedure[] }) {
  const router = useRouter();
  const { give, busy, errors } = useCommand('run.start');
  const [without, setWithout] = useState('');
  const missing = errors.some((error) => error.field === 'startWithout');
  const [taken, setTaken] = useState(procedures.filter((one) => one.fits).map((one) => one.id));
  const [ways, setWays] = useState<Record<string, Record<string, string>>>({});
  const toggle = (id: string) =>
    setTaken((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]));
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const chosen = procedures
          .filter((one) => taken.includes(one.id))
          .map((one) => ({ id: one.id, ways: Object.values(ways[one.id] ?? {}).filter(Boolean) }));
        if (await give({ orderId, procedures: chosen, startWithout: without || null }))
          router.push(`/bay/${orderId}`);
      }}
    >
      <ul className="border-t border-ink">
        {procedures.map((one) => (
          <li key={one.id} className="border-b border-rule py-4">
            <label className="flex cursor-pointer items-start gap-4">
              <input
                type="checkbox"
                className="mt-1.5 size-6 shrink-0 accent-[var(--ink)]"
                checked={taken.includes(one.id)}
                onChange={() => toggle(one.id)}
              />
              <span>
                <span className="block font-head text-[1.35rem] font-semibold">{one.title}</span>
                <span className="block">{one.summary}</span>
                <span className="block text-soft">
                  {one.steps} steps, {Math.round(one.minutes / 6) / 10} h by the book
                  {one.fits ? '' : '; not made for this car’s suspension'}
                </span>
              </span>
            </label>
            {taken.includes(one.id) &&
              [...new Set(one.ways.map((way) => way.choice))].map((choice) => (
                <fieldset key={choice} className="mt-2 ml-10">
                  <legend className="font-head text-soft">{choice}</legend>
                  {[
                    { id: '', title: 'as the procedure stands' },
                    ...one.ways.filter((way) => way.choice === choice),
                  ].map((way) => (
                    <label
                      key={way.id}
                      className="mr-6 inline-flex min-h-11 cursor-pointer items-center gap-2"
                    >
                      <input
                        type="radio"
                        name={`${one.id} ${choice}`}
                        className="size-5 accent-[var(--ink)]"
                        checked={(ways[one.id]?.[choice] ?? '') === way.id}
                        onChange={() =>
                          setWays((before) => ({
                            ...before,
                            [one.id]: { ...before[one.id], [choice]: way.id },
                          }))
                        }
                      />
                      {way.title}
                    </label>
                  ))}
                </fieldset>
              ))}
          </li>
        ))}
      </ul>
      <p className="mt-3 text-soft">
        Torque values in the library are made up for the demo. The lead replaces them with the kit sheet’s on
        the torque page before anything is tightened.
      </p>
      {missing && (
        <Errors errors={errors}>
          <TextField
            className="mt-3 max-w-2xl"
            name="startWithout"
            label="Why it starts without (the lead’s to say)"
            value={without}
            onChange={(event) => setWithout(event.target.value)}
          />
        </Errors>
      )}
      <FormErrors errors={errors} shown={['startWithout']} />
      <button className="btn btn-pen mt-4 min-h-14 px-10" disabled={busy || taken.length === 0}>
        {busy
          ? 'Starting…'
          : taken.length > 1
            ? `Start ${taken.length} procedures as one run`
            : 'Start the work'}
      </button>
    </form>
  );
}

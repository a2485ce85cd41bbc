'use client';

import { useEffect, useState } from 'react';
import type { TakingBack } from '@/contracts/taking-back';
import { CommandForm } from '@/features/transport/lazy-command-form';
import { CheckLine } from '@/ui/checkbox';
import { ChoiceLines } from '@/ui/choice';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

interface Ways {
  ways: TakingBack[];
  checksOwed: string[];
}

/** What taking an entry back undoes, asked of the server; null until it has answered, or where it does not. */
function useWays(orderId: string, entryId: string): Ways | 'asking' | null {
  const [ways, setWays] = useState<Ways | 'asking' | null>('asking');
  useEffect(() => {
    const stop = new AbortController();
    const ask = async () => {
      const response = await fetch(`/api/orders/${orderId}/take-back/${entryId}`, { signal: stop.signal });
      const body = (await response.json()) as { ok: boolean; answer?: Ways };
      setWays(body.answer ?? null);
    };
    ask().catch(() => !stop.signal.aborted && setWays(null));
    return () => stop.abort();
  }, [orderId, entryId]);
  return ways;
}

function Undoes({
  way,
  together,
  onTogether,
}: {
  way: TakingBack;
  together: boolean;
  onTogether: (together: boolean) => void;
}) {
  return (
    <div className="border-l-4 border-ink pl-3" data-testid="undoes">
      {way.does.length + way.falls.length === 0 && <p>Nothing else changes with it.</p>}
      <ul>
        {way.does.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {way.falls.length > 0 && (
        <>
          <p className="mt-2 font-semibold">Could not have been done without it:</p>
          <ul className="list-disc pl-5">
            {way.falls.map((one) => (
              <li key={one.entryId}>{one.words}</li>
            ))}
          </ul>
          <CheckLine checked={together} onChecked={onTogether}>
            Take these back with it
          </CheckLine>
          {!together && (
            <p>Left standing, they stop the job with an alarm until somebody has looked at the car.</p>
          )}
        </>
      )}
    </div>
  );
}

/** Why an entry is taken back, under what that undoes; where less is enough, less is offered. */
export function TakeBackForm({
  orderId,
  entryId,
  onDone,
}: {
  orderId: string;
  entryId: string;
  onDone: () => void;
}) {
  const asked = useWays(orderId, entryId);
  const [chosen, setChosen] = useState(entryId);
  const [together, setTogether] = useState(true);
  if (asked === 'asking') return <p>Looking at what it undoes…</p>;
  const way = asked?.ways.find((one) => one.entryId === chosen) ?? null;
  return (
    <CommandForm
      command="entry.void"
      about={chosen}
      className="grid gap-3"
      start={{ reason: '' }}
      input={({ reason }) => ({
        orderId,
        entryId: chosen,
        also: together ? (way?.falls ?? []).map((one) => one.entryId) : [],
        reason,
      })}
      onDone={onDone}
    >
      {(asked?.checksOwed ?? []).map((name) => (
        <p key={name} className="font-semibold">
          {name} lacks only its second check: have it checked, and take nothing back.
        </p>
      ))}
      {asked && asked.ways.length > 1 && (
        <ChoiceLines
          label="What was wrong"
          className="grid"
          options={asked.ways.map(
            (one, index) => [one.entryId, index ? `Only this: ${one.words}` : one.words] as const,
          )}
          value={chosen}
          onValue={setChosen}
        />
      )}
      {way && <Undoes way={way} together={together} onTogether={setTogether} />}
      <TextField name="reason" label="Why" />
      <Send wide className="mt-1">
        Take it back
      </Send>
    </CommandForm>
  );
}

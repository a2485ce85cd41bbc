'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { toolKind } from '@/core/procedure/pull-list';
import type { Tool } from '@/core/procedure/types';
import { KEPT } from '@/core/procedure/values';
import { torqueBoth } from '@/core/units/torque-text';
import type { StartPreview } from '@/server/queries/pull-list';
import { postJson } from '@/features/transport/post';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand, usePost } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { Link } from '@/ui/link';
import { PullListView } from './pull-list-view';
import { CheckLine } from '@/ui/checkbox';
import { ChoiceLines } from '@/ui/choice';

export interface OfferedProcedure {
  id: string;
  title: string;
  summary: string;
  steps: number;
  minutes: number;
  version: number;
  fits: boolean;
  /** The plan's parts ask for it: chosen from the start. */
  suggested: boolean;
  /** The same parts may be for this one instead. */
  possible: boolean;
  ways: { id: string; choice: string; title: string }[];
}

/** Asks what the chosen procedures would need, whenever the choice changes. */
function usePreview(
  again: number,
  orderId: string,
  procedures: { id: string; ways: string[] }[],
  choices: Record<string, string>,
) {
  const post = usePost();
  const [preview, setPreview] = useState<StartPreview | null>(null);
  const [failed, setFailed] = useState('');
  const asked = JSON.stringify({ orderId, procedures, choices });
  useEffect(() => {
    const body = JSON.parse(asked) as { procedures: unknown[] };
    if (!body.procedures.length) return;
    let gone = false;
    void post(() => postJson('/api/pull-list', body)).then((answer) => {
      if (gone) return;
      setFailed(answer.ok ? '' : answer.errors.map((one) => one.message).join(' '));
      setPreview(answer.ok ? (answer.answer as unknown as StartPreview) : null);
    });
    return () => {
      gone = true;
    };
  }, [again, asked, post]);
  return { preview: procedures.length ? preview : null, failed };
}

function Ways({
  one,
  taken,
  onTake,
}: {
  one: OfferedProcedure;
  taken: Record<string, string>;
  onTake: (choice: string, way: string) => void;
}) {
  return [...new Set(one.ways.map((way) => way.choice))].map((choice) => (
    <fieldset key={choice} className="mt-1 ml-10">
      <legend className="font-head text-soft">{choice}</legend>
      <ChoiceLines
        label={choice}
        options={[
          ['', 'as the procedure stands'],
          ...one.ways.filter((way) => way.choice === choice).map((way) => [way.id, way.title] as const),
        ]}
        value={taken[choice] ?? ''}
        onValue={(way) => onTake(choice, way)}
      />
    </fieldset>
  ));
}

/** A tool that is there after all goes on the board with one tap. */
function WeHaveIt({ tool, onAdded }: { tool: Tool; onAdded: () => void }) {
  const { send, busy } = useCommand('tool.add');
  return (
    <Button
      disabled={busy}
      onClick={async () => {
        if (await send({ kind: toolKind(tool.kind), size: tool.size ?? null, drive: tool.drive ?? null }))
          onAdded();
      }}
    >
      We have it
    </Button>
  );
}

/** Chooses procedures and ways, shows the pull list, and starts the run: from then on the bay view leads. */
export function StartForm({
  orderId,
  procedures,
  leads,
}: {
  orderId: string;
  procedures: OfferedProcedure[];
  leads: PinPerson[];
}) {
  const router = useRouter();
  const [taken, setTaken] = useState(procedures.filter((one) => one.suggested).map((one) => one.id));
  const [ways, setWays] = useState<Record<string, Record<string, string>>>({});
  const [choices, setChoices] = useState<Record<string, string>>({});
  const [all, setAll] = useState(false);
  const [asked, setAsked] = useState(0);
  const chosen = procedures
    .filter((one) => taken.includes(one.id))
    .map((one) => ({ id: one.id, ways: Object.values(ways[one.id] ?? {}).filter(Boolean) }));
  const { preview, failed } = usePreview(asked, orderId, chosen, choices);
  const titleOf = (prefix: string) =>
    prefix === KEPT
      ? 'kept from a sheet'
      : (procedures.find((one) => preview?.conflicts && one.id === prefix)?.title ?? `procedure ${prefix}`);
  const toggle = (id: string) =>
    setTaken((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]));
  const shown = procedures.filter((one) => all || one.fits || taken.includes(one.id));
  const holes = (preview?.list.holes ?? []).filter((hole) => !hole.later);
  const hard = holes.filter((hole) => hole.hard);
  const unchosen = (preview?.conflicts ?? []).filter(({ place }) => !choices[place]);
  return (
    <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
      <section>
        <h2 className="mb-2">Procedures</h2>
        <ul className="border-t border-ink">
          {shown.map((one) => (
            <li key={one.id} className="border-b border-rule py-3">
              <CheckLine
                className="items-start gap-4"
                checked={taken.includes(one.id)}
                onChecked={() => toggle(one.id)}
              >
                <span>
                  <span className="block font-head text-xl font-semibold">{one.title}</span>
                  {taken.includes(one.id) && <span className="block">{one.summary}</span>}
                  <span className="block text-soft">
                    {one.steps} steps, {Math.round(one.minutes / 6) / 10} h by the book
                    {one.version > 1 ? `, the shop’s version ${one.version}` : ''}
                    {one.fits ? '' : '; not made for this car’s suspension'}
                    {one.possible && !one.suggested
                      ? '; the parts of the plan could be for this instead'
                      : ''}
                  </span>
                </span>
              </CheckLine>
              {taken.includes(one.id) && (
                <Ways
                  one={one}
                  taken={ways[one.id] ?? {}}
                  onTake={(choice, way) =>
                    setWays((before) => ({ ...before, [one.id]: { ...before[one.id], [choice]: way } }))
                  }
                />
              )}
            </li>
          ))}
        </ul>
        {!all && shown.length < procedures.length && (
          <Button className="mt-2" onClick={() => setAll(true)}>
            All {procedures.length} procedures
          </Button>
        )}
        {preview !== null && preview.withoutValue > 0 && (
          <p className="mt-3 font-medium">
            {preview.withoutValue} fasteners have no torque value yet. The lead enters them from the kit’s
            sheet: here on the order’s value sheet once it is started, or before, for this kit and platform,
            on the value sheet of{' '}
            {chosen.map(({ id }, index) => (
              <span key={id}>
                {index > 0 && ' and '}
                <Link href={`/procedures/${id}/values`}>
                  {procedures.find((one) => one.id === id)!.title}
                </Link>
              </span>
            ))}
            .
          </p>
        )}
      </section>
      <section aria-label="Pull list">
        <div className="flex items-baseline justify-between gap-4">
          <h2 className="mb-2">Pull list</h2>
          {preview && (
            <p className="text-soft">
              one run of {preview.steps} steps, {Math.round(preview.minutes / 6) / 10} h
            </p>
          )}
        </div>
        {failed && <p className="hatch px-4 py-3 font-medium">{failed}</p>}
        {!preview && !failed && (
          <p className="text-soft">
            {chosen.length ? 'Looking through the tool board…' : 'Choose a procedure.'}
          </p>
        )}
        {preview && (
          <>
            {preview.conflicts.map((conflict) => (
              <fieldset key={conflict.place} className="caution mb-3 px-4 py-2">
                <legend className="sr-only">{conflict.name}</legend>
                <p className="font-semibold">
                  Two values for {conflict.name.toLowerCase()}, {conflict.place.replaceAll('.', ' ')}: choose
                  one.
                </p>
                <ChoiceLines
                  label={`Value of ${conflict.name.toLowerCase()}`}
                  options={conflict.values.map(
                    ({ prefix, spec }) =>
                      [
                        prefix,
                        <span key={prefix}>
                          {spec ? torqueBoth(spec.nm) : 'no value'}{' '}
                          <span className="text-soft">({titleOf(prefix)})</span>
                        </span>,
                      ] as const,
                  )}
                  value={choices[conflict.place] ?? null}
                  onValue={(prefix) => setChoices({ ...choices, [conflict.place]: prefix })}
                />
              </fieldset>
            ))}
            {holes.length > 0 && (
              <div className={`mb-4 px-4 py-3 ${hard.length ? 'hatch' : 'caution'}`}>
                <h3>{hard.length ? 'It does not start like this' : 'Missing'}</h3>
                <ul className="list-disc pl-5">
                  {holes.map((hole) => (
                    <li key={hole.text} className={hole.hard ? 'font-semibold' : ''}>
                      {hole.text}
                      {hole.hard ? ' The take-down needs it.' : ''}{' '}
                      {hole.tool && (
                        <WeHaveIt tool={hole.tool} onAdded={() => setAsked((count) => count + 1)} />
                      )}
                    </li>
                  ))}
                </ul>
              </div>
            )}
            <PullListView list={preview.list} />
            <CommandForm
              command="run.start"
              start={{ startWithout: '', ...noPin(leads) }}
              input={({ startWithout, personId, pin }) => ({
                orderId,
                procedures: chosen,
                choices,
                leadId: holes.length ? personId : null,
                pin: holes.length ? pin : null,
                startWithout: startWithout || null,
              })}
              onDone={() => router.push(`/bay/${orderId}`)}
            >
              {holes.length > 0 ? (
                <div className="mt-2 max-w-xl border-t-2 border-ink pt-3">
                  <h3 className="mb-2">With something missing it starts only by the lead’s yes</h3>
                  {hard.length === 0 && (
                    <>
                      <TextField className="mb-3" name="startWithout" label="Why it starts like this" />
                      <PinFields
                        people={leads}
                        action="Start with the lead’s yes"
                        disabled={unchosen.length > 0}
                      />
                    </>
                  )}
                </div>
              ) : (
                <Send size="tall" className="mt-4 px-10" busy="Starting…" disabled={unchosen.length > 0}>
                  {chosen.length > 1 ? `Start ${chosen.length} procedures as one run` : 'Start the work'}
                </Send>
              )}
            </CommandForm>
          </>
        )}
      </section>
    </div>
  );
}

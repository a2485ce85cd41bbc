'use client';

import { useState } from 'react';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { type FactRule, VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { Kit } from '@/server/queries/catalog';
import { useCommand } from '@/features/transport/use-command';
import { AreaField, TextField } from '@/ui/form';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { CheckLine } from '@/ui/checkbox';

interface DraftBuild {
  name: string;
  fact: string;
  is: string;
  from: string;
  to: string;
  lines: string;
}

const SIDES = ['left', 'right', 'front', 'rear', 'any'];

const asDraft = (build: Kit['builds'][number]): DraftBuild => {
  const rule = build.facts[0] as
    (FactRule & { is?: string; from?: number | null; to?: number | null }) | undefined;
  return {
    name: build.name,
    fact: rule?.fact ?? '',
    is: rule?.is ?? '',
    from: rule?.from == null ? '' : String(rule.from),
    to: rule?.to == null ? '' : String(rule.to),
    lines: build.lines
      .map((line) => `${line.count} ${line.name}${line.side === 'any' ? '' : `, ${line.side}`}`)
      .join('\n'),
  };
};

/** `2 U-bolt, rear` as a line of a box; the side may be left out. */
function readLine(text: string) {
  const found = /^\s*(\d+)\s*[x×]?\s+(.+?)(?:,\s*(left|right|front|rear|any))?\s*$/.exec(text);
  return found
    ? {
        code: '',
        count: Number(found[1]),
        name: found[2]!,
        side: SIDES.includes(found[3] ?? '') ? found[3]! : 'any',
        phase: 'fit',
      }
    : { code: '', count: 0, name: text.trim(), side: 'any', phase: 'fit' };
}

/** A kit: what it fits and claims, and its builds, each chosen by a fact of the car. */
export function KitForm({ kit, onDone }: { kit: Kit | null; onDone: () => void }) {
  const { send, busy, errors } = useCommand('kit.save');
  const [name, setName] = useState(kit?.name ?? '');
  const [note, setNote] = useState(kit?.note ?? '');
  const [front, setFront] = useState<string[]>(kit?.fits.front ?? []);
  const [rear, setRear] = useState<string[]>(kit?.fits.rear ?? []);
  const [recheck, setRecheck] = useState(kit?.recheckKm == null ? '' : String(kit.recheckKm));
  const [claims, setClaims] = useState({
    front: kit?.claimed.front == null ? '' : String(kit.claimed.front),
    rear: kit?.claimed.rear == null ? '' : String(kit.claimed.rear),
  });
  const [builds, setBuilds] = useState<DraftBuild[]>(
    kit?.builds.length
      ? kit.builds.map(asDraft)
      : [{ name: 'one for all', fact: '', is: '', from: '', to: '', lines: '' }],
  );
  const change = (index: number, next: Partial<DraftBuild>) =>
    setBuilds((before) => before.map((build, at) => (at === index ? { ...build, ...next } : build)));
  const kinds = (end: 'front' | 'rear', chosen: string[], choose: (next: string[]) => void) => (
    <fieldset>
      <legend className="label">Fits, {end}</legend>
      {Object.entries(SUSPENSIONS)
        .filter(([, kind]) => (kind.ends as readonly string[]).includes(end))
        .map(([id, kind]) => (
          <CheckLine
            key={id}
            className="items-center gap-2"
            checked={chosen.includes(id)}
            onChecked={(checked) => choose(checked ? [...chosen, id] : chosen.filter((one) => one !== id))}
          >
            {kind.name}
          </CheckLine>
        ))}
    </fieldset>
  );
  const rule = (build: DraftBuild): FactRule[] => {
    if (!build.fact) return [];
    if (build.fact === 'modelYear')
      return [
        {
          fact: 'modelYear',
          from: build.from ? Number(build.from) : null,
          to: build.to ? Number(build.to) : null,
        },
      ];
    return [{ fact: build.fact as 'engine', is: build.is }];
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={async (event) => {
        event.preventDefault();
        const number = (text: string) => (text.trim() ? Number(text) : null);
        const answered = await send({
          name,
          note,
          fits: { front, rear },
          claimedFront: number(claims.front),
          claimedRear: number(claims.rear),
          recheckKm: number(recheck),
          builds: builds.map((build) => ({
            name: build.name,
            facts: rule(build),
            lines: build.lines
              .split('\n')
              .filter((line) => line.trim())
              .map(readLine),
          })),
        });
        if (answered) onDone();
      }}
    >
      <Errors errors={errors}>
        <TextField name="name" label="Kit" value={name} onChange={(event) => setName(event.target.value)} />
        <TextField name="note" label="Note" value={note} onChange={(event) => setNote(event.target.value)} />
        <div className="grid gap-4 sm:grid-cols-2">
          {kinds('front', front, setFront)}
          {kinds('rear', rear, setRear)}
          <TextField
            name="claimedFront"
            label="Claims in front, mm"
            value={claims.front}
            onChange={(event) => setClaims({ ...claims, front: event.target.value })}
          />
          <TextField
            name="claimedRear"
            label="Claims behind, mm"
            value={claims.rear}
            onChange={(event) => setClaims({ ...claims, rear: event.target.value })}
          />
          <TextField
            name="recheckKm"
            label="Its chassis again after, km"
            hint="empty: as the shop does"
            value={recheck}
            onChange={(event) => setRecheck(event.target.value)}
          />
        </div>
        {builds.map((build, index) => {
          const fact = VEHICLE_FACTS.find((one) => one.id === build.fact);
          return (
            <fieldset key={index} className="grid gap-3 border-t border-ink pt-2 sm:grid-cols-3">
              <legend className="sr-only">Build {index + 1}</legend>
              <TextField
                name={`builds[${index}].name`}
                label="Build"
                value={build.name}
                onChange={(event) => change(index, { name: event.target.value })}
              />
              <SelectField
                name={`builds[${index}].fact`}
                label="For cars by their"
                value={build.fact}
                onValue={(chosen) => change(index, { fact: chosen, is: '' })}
                options={[
                  ['', 'any car'],
                  ...VEHICLE_FACTS.map((one) => [one.id, one.label.toLowerCase()] as const),
                ]}
              />
              {fact?.kind === 'choice' && (
                <SelectField
                  name={`builds[${index}].is`}
                  label="being"
                  value={build.is}
                  onValue={(chosen) => change(index, { is: chosen })}
                  options={[['', 'choose'], ...fact.choices.map((one) => [one, one] as const)]}
                />
              )}
              {fact?.kind === 'year' && (
                <div className="grid grid-cols-2 gap-2">
                  <TextField
                    name={`builds[${index}].from`}
                    label="from"
                    value={build.from}
                    onChange={(event) => change(index, { from: event.target.value })}
                  />
                  <TextField
                    name={`builds[${index}].to`}
                    label="to"
                    value={build.to}
                    onChange={(event) => change(index, { to: event.target.value })}
                  />
                </div>
              )}
              <AreaField
                className="sm:col-span-3"
                name={`builds[${index}].lines`}
                label="In the boxes, a line each"
                rows={4}
                hint="like: 4 U-bolt, rear"
                value={build.lines}
                onChange={(event) => change(index, { lines: event.target.value })}
              />
            </fieldset>
          );
        })}
        <button
          type="button"
          className="btn"
          onClick={() =>
            setBuilds((before) => [...before, { name: '', fact: '', is: '', from: '', to: '', lines: '' }])
          }
        >
          Another build
        </button>
        <FormErrors errors={errors} shown={['name', 'note']} />
        <button className="btn btn-pen w-full" disabled={busy}>
          {busy ? 'Writing…' : 'Keep the kit'}
        </button>
      </Errors>
    </form>
  );
}

'use client';

import { type Remote, wrap } from 'comlink';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Axle, axleOf, shortName } from '@/core/anatomy/axle';
import { tryOut } from '@/core/anatomy/draft-plan';
import { axlePicture } from '@/core/anatomy/picture';
import { standingHang } from '@/core/anatomy/state';
import type { Anatomy } from '@/core/anatomy/types';
import { type Draft, spoilsWords } from '@/core/procedure/draft';
import type { OneEnd } from '@/core/procedure/types';
import { capital } from '@/core/wording';
import { AxlePicture } from '@/features/bay/axle-picture';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckLine } from '@/ui/checkbox';
import { FormErrors } from '@/ui/field';
import { TextField } from '@/ui/text-field';
import type { DraftDoors } from '@/workers/draft.worker';

let doors: Remote<DraftDoors> | null = null;
/** The drafting worker, made when it is first asked. */
function drafting(): Remote<DraftDoors> {
  doors ??= wrap<DraftDoors>(
    new Worker(new URL('../../workers/draft.worker.ts', import.meta.url), { type: 'module' }),
  );
  return doors;
}

const nameOf = (axle: Axle, names: Iterable<string>) =>
  [...names].map((name) => axle.joints.find(({ id }) => id.endsWith(`.${name}`))?.name ?? name).join(', ');

/** An id nobody has yet: another way for the same part is a procedure of its own. */
function freeId(id: string, known: readonly string[]): string {
  for (let number = 1; ; number += 1) {
    const one = number === 1 ? id : `${id}-${number}`;
    if (!known.includes(one)) return one;
  }
}

/** One way it can be done: what opens, what is spoiled, how long. */
function Way({
  axle,
  draft: { plan, procedure },
  best,
  known,
  mayDraft,
}: {
  axle: Axle;
  draft: Draft;
  best: boolean;
  known: readonly string[];
  mayDraft: boolean;
}) {
  const router = useRouter();
  const save = useCommand('procedure.save');
  const id = freeId(procedure.id, known);
  const wheels = (name: string) => name.startsWith('wheel');
  const lines = [...plan.frees].map(
    (name) => axle.lines.find((line) => line.id.endsWith(`.${name}`))?.name ?? name,
  );
  return (
    <li className="border-b border-rule py-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h3 className="text-xl">
          {capital(plan.ways.map(({ title }) => title).join('; ') || 'every joint of it opened')}
          {best && <span className="ml-3 border border-ink px-1.5 text-sm font-semibold">cheapest</span>}
        </h3>
        <p className="text-right whitespace-nowrap">
          <span className="figure text-2xl">{Math.round(plan.minutes)} min</span>
          {plan.cost > plan.minutes && (
            <span className="block text-soft">counts as {Math.round(plan.cost)} with what it spoils</span>
          )}
        </p>
      </div>
      <dl className="mt-1 grid grid-cols-[7rem_1fr] gap-x-4">
        <dt className="text-soft">Apart</dt>
        <dd>
          {nameOf(
            axle,
            [...plan.opens].filter((name) => !wheels(name)),
          )}
        </dd>
        {plan.eases.size > 0 && (
          <>
            <dt className="text-soft">Eased</dt>
            <dd>{nameOf(axle, plan.eases)}</dd>
          </>
        )}
        {lines.length > 0 && (
          <>
            <dt className="text-soft">Freed</dt>
            <dd>{lines.join(', ')}</dd>
          </>
        )}
        {plan.carries.size > 0 && (
          <>
            <dt className="text-soft">Carried</dt>
            <dd>
              {[...plan.carries]
                .map(
                  ([body, by]) =>
                    `${[...axle.bodies.values()].find((one) => one.id.endsWith(`.${body}`))?.name ?? body}: ${by}`,
                )
                .join(', ')}
            </dd>
          </>
        )}
        {plan.drop > 0 && (
          <>
            <dt className="text-soft">Down</dt>
            <dd>{plan.drop} mm below ride height, assumed until measured on the car</dd>
          </>
        )}
        <dt className="text-soft">Spoils</dt>
        <dd className={plan.spoils.length ? 'font-semibold' : ''}>
          {plan.spoils.map(spoilsWords).join(', ') || 'nothing'}
        </dd>
      </dl>
      {mayDraft && (
        <Button
          weight={best ? 'pen' : undefined}
          className="mt-3"
          disabled={save.busy}
          onClick={async () => {
            const saved = await save.send({
              procedure: { ...procedure, id },
              basedOn: 0,
              note: 'Drafted from the car',
            });
            if (saved) router.push(`/procedures/${id}`);
          }}
        >
          Open this draft in the editor
        </Button>
      )}
      <FormErrors errors={save.errors} />
    </li>
  );
}

/** What comes out of one axle and what goes in: each way the anatomy offers, with its minutes and what it spoils. */
export function DraftFromCar({
  anatomy,
  end,
  known,
  mayDraft,
}: {
  anatomy: Anatomy;
  end: OneEnd;
  /** Ids that are taken. */
  known: readonly string[];
  mayDraft: boolean;
}) {
  const axle = axleOf(anatomy, end);
  const bodies = [...new Set(anatomy.waysOut.map(({ body }) => body))];
  const [out, setOut] = useState<string[]>([]);
  const [putsIn, setPutsIn] = useState('');
  const [compressor, setCompressor] = useState(true);
  const [found, setFound] = useState<{ drafts: Draft[]; refused: string; ms: number } | null>(null);
  const [busy, setBusy] = useState(false);
  const best = found?.drafts[0];
  const standing = { open: new Set<string>(), loose: new Set<string>(), snug: new Set<string>() };
  const now = best ? tryOut(axle, best.plan, [])?.now : undefined;
  const lit = best
    ? axle.joints
        .filter(({ id }) => {
          const name = shortName(id);
          return best.plan.opens.has(name) || best.plan.eases.has(name);
        })
        .map(({ id }) => id)
    : [];
  return (
    <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[340px_minmax(0,1fr)]">
      <section aria-label="What is to be done">
        <h2 className="border-b border-ink pb-1">What comes out, both sides</h2>
        <ul>
          {bodies.map((body) => (
            <li key={body} className="border-b border-rule">
              <CheckLine
                checked={out.includes(body)}
                onChecked={() => {
                  setFound(null);
                  setOut((had) => (had.includes(body) ? had.filter((one) => one !== body) : [...had, body]));
                }}
              >
                {capital(anatomy.bodies.find(({ id }) => id === body)!.name)}
              </CheckLine>
            </li>
          ))}
        </ul>
        <TextField
          className="mt-3"
          name="putsIn"
          label="What goes in"
          placeholder="the same again when empty"
          value={putsIn}
          maxLength={120}
          onChange={(event) => setPutsIn(event.target.value)}
        />
        <CheckLine
          checked={compressor}
          onChecked={() => {
            setFound(null);
            setCompressor((had) => !had);
          }}
        >
          There is a spring compressor for it
        </CheckLine>
        <Button
          weight="pen"
          wide
          size="tall"
          className="mt-3"
          disabled={busy || !out.length}
          onClick={async () => {
            setBusy(true);
            setFound(
              await drafting().drafts(anatomy, {
                end,
                out,
                putsIn: putsIn.trim(),
                equipment: { compressor },
              }),
            );
            setBusy(false);
          }}
        >
          {busy ? 'Working it out…' : 'Show the ways'}
        </Button>
        <p className="mt-3 text-soft">
          A draft names what has to come apart and in which order nothing lets go. It names no values and no
          sizes, its reaches are assumed, and the kit maker’s sheet comes before it. A lead works it once
          before others may.
        </p>
      </section>
      <section aria-label="The ways">
        <AxlePicture
          picture={axlePicture(axle, now ?? { support: 'on-wheels', ...standing, hang: standingHang() })}
          end={end}
          lit={lit}
        />
        {found?.refused && (
          <p role="alert" className="hatch px-4 py-2 font-semibold">
            {found.refused}
          </p>
        )}
        {found && found.drafts.length > 0 && (
          <>
            <h2 className="border-b border-ink pb-1">
              {found.drafts.length === 1 ? 'The way' : `${found.drafts.length} ways, the cheapest first`}
            </h2>
            <ul>
              {found.drafts.map((draft, index) => (
                <Way
                  key={draft.plan.ways.map(({ title }) => title).join()}
                  axle={axle}
                  draft={draft}
                  best={index === 0}
                  known={known}
                  mayDraft={mayDraft}
                />
              ))}
            </ul>
            <p className="mt-2 text-soft">
              An alignment counts as 60 minutes, a boot or a seal as 45 each. Lit on the picture: what the
              cheapest way opens or eases.
            </p>
          </>
        )}
        {!found && <p className="text-soft">Choose what comes out: the ways stand here.</p>}
      </section>
    </div>
  );
}

'use client';

import { useState } from 'react';
import { axlePicture } from '@/core/anatomy/picture';
import { CORNER_NAMES, type Corner } from '@/core/corners';
import { type OpenedHow, TYPED_KINDS, type Typed } from '@/core/procedure/also-opened';
import { type Openable, openablesAt } from '@/core/procedure/openables';
import { axlesOf } from '@/core/procedure/axles-of';
import { endNow } from '@/core/procedure/on-axle';
import type { OneEnd, Step } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Errors, FormErrors } from '@/ui/field';
import { OpenSign, Stripe } from '@/ui/stripe';
import { TextField } from '@/ui/text-field';
import { AxlePicture } from './axle-picture';
import type { BayProps } from './bay-props';

const ENDS = [
  ['front', 'Front'],
  ['rear', 'Rear'],
] as const;
type Where = 'left' | 'right' | 'middle';
const WHERES = [
  ['left', 'Left'],
  ['middle', 'Middle'],
  ['right', 'Right'],
] as const;

const whereOf = (corner: Corner | null | undefined): Where =>
  corner ? (corner.startsWith('L') ? 'left' : 'right') : 'middle';
const cornerAt = (end: OneEnd, where: Where): Corner | null =>
  where === 'middle' ? null : (`${where === 'left' ? 'L' : 'R'}${end === 'front' ? 'F' : 'R'}` as Corner);

/** What the tap writes down, in a word, by what it is. */
function howWords(how: OpenedHow, { kind, id }: Pick<Openable, 'kind' | 'id'>): string {
  if (how === 'eased') return 'Eased';
  if (how === 'unplugged') return 'Unplugged';
  if (kind === 'joint') return 'Apart';
  return id.startsWith('line ') ? 'Off its bracket' : kind === 'bolt' || kind === 'pin' ? 'Out' : 'Off';
}

const KIND_ORDER: readonly Openable['kind'][] = ['joint', 'line', 'pin', 'cover', 'bolt', 'other'];

function Row({
  thing,
  busy,
  onHow,
}: {
  thing: Openable;
  busy: boolean;
  onHow: (thing: Openable, how: OpenedHow) => void;
}) {
  const left = thing.hows.filter(
    (how) => thing.now === 'closed' || (thing.now === 'eased' && how !== 'eased'),
  );
  return (
    <li className="flex flex-wrap items-center gap-3 border-t border-rule py-1.5">
      {thing.now === 'open' ? (
        <OpenSign size={32} />
      ) : (
        <Stripe size={32} state={thing.now === 'eased' ? 'broken' : 'bare'} label={thing.now} />
      )}
      <span className="min-w-40 flex-1 text-lg leading-tight">
        {thing.name}
        {thing.setsAlignment && (
          <span className="block text-base text-soft">sets the alignment: mark it across first</span>
        )}
      </span>
      {left.map((how) => (
        <Button
          key={how}
          className="min-h-14 min-w-28"
          disabled={busy}
          aria-label={`${thing.name}: ${howWords(how, thing).toLowerCase()}`}
          onClick={() => onHow(thing, how)}
        >
          {howWords(how, thing)}
        </Button>
      ))}
      {!left.length && <span className="text-lg font-semibold">open</span>}
    </li>
  );
}

/** The joints, lines, covers and pins of one end, by picture and word: one tap writes down that one is eased, apart or off. */
export function AlsoOpenedSheet({
  orderId,
  document,
  run,
  step,
  onDone,
}: BayProps & { step: Step | null; onDone: () => void }) {
  const { send, busy, errors } = useCommand('also.open');
  const [end, setEnd] = useState<OneEnd>(step?.end === 'rear' ? 'rear' : 'front');
  const [where, setWhere] = useState<Where>(step?.corner ? whereOf(step.corner) : 'left');
  const [picked, setPicked] = useState<string | null>(null);
  /** What was just refused, and may be off already all the same. */
  const [asked, setAsked] = useState<{ thing: string | null; typed: Typed | null; how: OpenedHow } | null>(
    null,
  );
  const [name, setName] = useState('');
  const [kind, setKind] = useState<Typed['kind']>('bolt or nut');
  const axle = axlesOf(document).find((one) => one.end === end);
  const things = openablesAt(document, run, end);
  const isPicked = ({ id }: Openable) => picked !== null && id.endsWith(` ${picked}`);
  const here = things
    .filter((thing) => whereOf(thing.corner) === where || isPicked(thing))
    .sort(
      (one, other) =>
        Number(isPicked(other)) - Number(isPicked(one)) ||
        KIND_ORDER.indexOf(one.kind) - KIND_ORDER.indexOf(other.kind),
    );
  const lit = picked
    ? [picked]
    : things.flatMap(({ id }) => {
        const joint = axle?.jointById.get(id.replace(/^joint /, ''));
        const turned = [...(step?.loosens ?? []), ...(step?.torques ?? []), ...(step?.snugs ?? [])];
        const places = turned.map((one) => document.fasteners.find((fastener) => fastener.id === one)?.place);
        return joint?.fasteners.some((place) => places.includes(place)) ? [joint.id] : [];
      });
  const write = async (thing: string | null, typed: Typed | null, how: OpenedHow, already = false) => {
    setAsked({ thing, typed, how });
    if (await send({ orderId, thing, typed, how, stepId: step?.id ?? null, already })) onDone();
  };
  const against = errors.find((error) => error.code === 'confirm');
  const typedHow: OpenedHow =
    kind === 'bolt or nut' ? 'eased' : kind === 'plug or lead' ? 'unplugged' : 'out';
  return (
    <div className="grid gap-2">
      <p className="text-lg">
        One tap writes it down: it then forbids lowering or driving as its kind does, and a step closes it.
      </p>
      <div className="grid gap-2 sm:grid-cols-2">
        <Choice
          label="Which end"
          className="grid grid-cols-2"
          itemClassName="min-h-14"
          options={ENDS}
          value={end}
          onValue={(one) => {
            setEnd(one);
            setPicked(null);
          }}
        />
        <Choice
          label="Which side"
          className="grid grid-cols-3"
          itemClassName="min-h-14"
          options={WHERES}
          value={where}
          onValue={(one) => {
            setWhere(one);
            setPicked(null);
          }}
        />
      </div>
      {axle && (
        <AxlePicture
          picture={axlePicture(axle, endNow(document, run, end))}
          end={end}
          lit={lit}
          onPick={(id) => {
            setPicked(id);
            const thing = things.find((one) => one.id.endsWith(` ${id}`));
            if (thing) setWhere(whereOf(thing.corner));
          }}
        />
      )}
      {against && asked && (
        <div className="hatch px-4 py-3" role="alert">
          <p className="text-lg font-semibold">{against.message}</p>
          <Button
            className="mt-2 min-h-14"
            disabled={busy}
            onClick={() => void write(asked.thing, asked.typed, asked.how, true)}
          >
            It is off already: write it down, and have the car looked at
          </Button>
        </div>
      )}
      <FormErrors errors={errors.filter((error) => error !== against)} shown={['typed.name']} />
      <ul aria-label={`What may be open, ${where} ${end}`}>
        {here.map((thing) => (
          <Row key={thing.id} thing={thing} busy={busy} onHow={(one, how) => void write(one.id, null, how)} />
        ))}
        {here.length === 0 && (
          <li className="border-t border-rule py-3 text-lg">
            Nothing of this side is listed for this job: write it in below.
          </li>
        )}
      </ul>
      <section className="border-t-2 border-rule pt-3" aria-label="Not in the list">
        <h3 className="text-xl">
          Not in the list, {cornerAt(end, where) ? CORNER_NAMES[cornerAt(end, where)!] : `${end}, middle`}
        </h3>
        <div className="mt-2 grid gap-2">
          <Errors errors={errors}>
            <TextField
              name="typed.name"
              label="What it is"
              value={name}
              maxLength={60}
              onChange={(event) => setName(event.target.value)}
            />
          </Errors>
          <Choice
            label="Kind of thing"
            className="grid grid-cols-2 gap-2 sm:grid-cols-3"
            itemClassName="min-h-14"
            options={TYPED_KINDS.map((one) => [one, one] as const)}
            value={kind}
            onValue={setKind}
          />
          <Button
            weight="pen"
            size="tall"
            disabled={busy}
            onClick={() => void write(null, { name, kind, end, corner: cornerAt(end, where) }, typedHow)}
          >
            Record it as {typedHow === 'out' ? 'off' : typedHow}
          </Button>
        </div>
      </section>
    </div>
  );
}

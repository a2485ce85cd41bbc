'use client';

import { CORNER_NAMES } from '@/core/corners';
import { capital } from '@/core/wording';
import dynamic from 'next/dynamic';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { useRef, useState } from 'react';
import { type RefusedMove, judgeTorque, placedName } from '@/core/procedure/engine';
import { askedOfStep, besideAsked, isAttended } from '@/core/practice/alone';
import { asksFigures } from '@/core/ledger/figures';
import { isCoilCut } from '@/core/procedure/coil-cuts';
import { type Step, endsOf } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/text-field';
import { useGauges } from '../measuring/gauges';
import { type CardFigure, cardFigures, figuresStand } from '../measuring/typed-figures';
import { PhotoButton } from '../photos/photo-upload';
import { AlsoOpened } from './also-opened';
import { type BayProps, describeWhere } from './bay-props';
import { FoundButton } from './found-sheet';
import { StuckButton } from './stuck-button';
import { describeTake } from './take-words';

// What only some steps have comes with those: the page comes without it.
const Approve = dynamic(() => import('./approve-step').then((all) => all.Approve));
const LiftHole = dynamic(() => import('../handoff/lift-hole').then((all) => all.LiftHole));
const TorqueCard = dynamic(() => import('./torque-card').then((all) => all.TorqueCard));
const CutCard = dynamic(() => import('./cut-card').then((all) => all.CutCard));
const RoomCard = dynamic(() => import('../refit/room-card').then((all) => all.RoomCard));
const SkillNote = dynamic(() => import('./skill-note').then((all) => all.SkillNote));
const MeasureCard = dynamic(() => import('../measuring/measure-card').then((all) => all.MeasureCard));
const TryCard = dynamic(() => import('../measuring/try-card').then((all) => all.TryCard));
const CompareStep = dynamic(() => import('./compare-step').then((all) => all.CompareStep));

/** A height the gauges at the wheels read. */
const isHubHeight = ({ measure: { what, corner } }: CardFigure) =>
  corner !== undefined && /hub to lip/.test(what);

const BAR = 'btn min-h-24 border-0 border-r-2 border-rule text-xl';

/** What the big button will do, in the words of what waits. */
function describeDone(
  busy: boolean,
  waiting: string | null,
  { typed, missing, whole }: ReturnType<typeof figuresStand>,
  held: boolean,
  unattended: boolean,
): string {
  if (busy) return 'Writing…';
  if (waiting) return `Torque first: ${waiting}`;
  if (unattended) return 'Say who is beside you';
  const figures = typed.length === 1 ? 'this figure' : `these ${typed.length} figures`;
  if (typed.length) return whole && !held ? `Record ${figures}: done` : `Record ${figures}`;
  if (missing.length) return `Measure first: ${missing[0]!.name}`;
  return held ? 'Not there yet' : 'Done';
}

export function StepNow({
  step,
  refused,
  number,
  onDone,
  beside,
  onBeside,
  ...props
}: BayProps & {
  step: Step;
  refused: RefusedMove[];
  number: number;
  onDone: () => void;
  /** Who is said to stand beside, kept from step to step. */
  beside: readonly string[];
  onBeside: (beside: string[]) => void;
}) {
  const { orderId, run, document } = props;
  const { state, lengthUnit: lengths } = props;
  const { send, busy: doing, errors: refusedStep, clear } = useCommand('step.done');
  const recording = useCommand('figure.record');
  const busy = doing || recording.busy;
  const errors = refusedStep.length ? refusedStep : recording.errors;
  const [measured, setMeasured] = useState('');
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [sheet, setSheet] = useState<Record<string, string>>({});
  const [there, setThere] = useState(!step.trial);
  const [matches, setMatches] = useState(!step.compare);
  const [by, setBy] = useState<'hand' | 'gauge'>('hand');
  // Of a job that began before figures were entries of their own they are a line of text.
  const figures = asksFigures(state) ? cardFigures(state, step, typed, lengths) : null;
  const read = figuresStand(figures ?? []);
  const seconds = besideAsked(askedOfStep(document, step), props.alone, props.viewer.id);
  const unattended = seconds.some((one) => !isAttended(one, beside));
  /** A setting that is not there yet, or a part not compared, holds the step; its figures are recorded all the same. */
  const held = figures !== null && !(there && matches);
  const asked = errors.some(({ code }) => code === 'confirm');
  const type = (measureId: string, text: string) => {
    clear();
    recording.clear();
    setBy('hand');
    setTyped({ ...typed, [measureId]: text });
  };
  const gaugesAt = useGauges();
  const readGauges = async () => {
    const heights = await gaugesAt(orderId);
    if (!heights) return;
    clear();
    setBy('gauge');
    const more = (figures ?? []).filter(isHubHeight);
    setTyped({
      ...typed,
      ...Object.fromEntries(more.map(({ measureId, measure }) => [measureId, heights[measure.corner!]])),
    });
  };
  const given = {
    figures: read.typed.map(({ measureId, typed: text }) => ({ measureId, text: text! })),
    lengths,
    by,
    sheet: Object.entries(sheet).flatMap(([name, text]) => (text.trim() ? [{ name, text }] : [])),
    ...(asked ? { confirmed: true } : {}),
  };
  const record = async () => {
    if (await recording.send({ orderId, stepId: step.id, ...given })) setTyped({});
  };
  const finish = async () => {
    const withFigures = given.figures.length ? given : {};
    // Of whoever was said to stand beside, those this step asks for.
    const named = beside.filter((id) => seconds.some((one) => isAttended(one, [id])));
    if (await send({ orderId, stepId: step.id, measured, ...withFigures, beside: named })) onDone();
  };
  const takeRef = useRef<(() => void) | null>(null);
  /** What the card that waits says of itself, typed figure and all. */
  const [words, setWords] = useState<string | null>(null);
  const byId = (id: string) => document.fasteners.find((fastener) => fastener.id === id)!;
  const fasteners = (step.torques ?? []).filter((id) => !run.leftOffFasteners.has(id)).map(byId);
  const waiting = fasteners.find((fastener) => !run.fasteners.get(fastener.id)!.torqued);
  const handled = [...new Set([...(step.loosens ?? []), ...(step.torques ?? []), ...(step.snugs ?? [])])].map(
    byId,
  );
  const inTheWay = props.practice?.letsHappen
    ? []
    : refused.filter((reason) => reason.code !== 'untorqued' && reason.code !== 'approval');
  const mayTake = waiting && inTheWay.length === 0 && judgeTorque(document, run, waiting.id).length === 0;
  const needsApproval = refused.some((reason) => reason.code === 'approval');
  const after = inTheWay.find((reason) => reason.code === 'after');
  const onlyAfter = after && inTheWay.length === 1;
  const isRoad = step.phase === 'road' && step.drive;
  const cutting = isCoilCut(step);
  const tools = (step.tools ?? []).map((tool) =>
    [tool.kind, tool.size, tool.drive && `${tool.drive} drive`].filter(Boolean).join(' '),
  );
  const shot = props.shotsMissing.find((one) => one.stepId === step.id)?.shot;
  const facts = endsOf(step).flatMap((end) => (props.targets[end] ? [`${end}: ${props.targets[end]}`] : []));
  return (
    <>
      <section className="px-6 pt-5 pb-4">
        <p className="font-head text-xl text-soft">
          Step {number} · {describeWhere(step)} · {step.minutes} min
          {step.helper ? ` · a second pair of hands, ${step.helper} min` : ''}
        </p>
        <h1 className="mt-1 text-6xl leading-[1.08]">{step.do}</h1>
        {run.reopened.has(step.id) && (
          <p className="mt-2 text-xl font-semibold">
            It was done before. What it closed is not closed any more, so it is done again.
          </p>
        )}
        {step.why && <p className="mt-2 max-w-2xl text-xl leading-snug">{step.why}</p>}
        {step.caution && (
          <p className="caution mt-3 max-w-3xl px-4 py-3 text-xl leading-snug font-medium">{step.caution}</p>
        )}
        {step.irreversible && facts.length > 0 && (
          <p className="figure mt-3 text-2xl first-letter:uppercase">{facts.join('; ')}</p>
        )}
        {seconds.length > 0 && (
          <SkillNote name={props.viewer.name} seconds={seconds} beside={beside} onBeside={onBeside} />
        )}
        {tools.length + (step.parts?.length ?? 0) + (step.consumables?.length ?? 0) > 0 && (
          <p className="mt-3 text-lg text-soft">
            {[...tools, ...(step.parts ?? []), ...(step.consumables ?? [])].join(' · ')}
          </p>
        )}
        {inTheWay.length > 0 && (
          <div className="hatch mt-4 px-4 py-3 text-lg">
            <p className="font-head text-2xl font-semibold">Not now</p>
            {inTheWay.map((reason) => (
              <p key={reason.code + reason.message} className="font-medium">
                {reason.message}
              </p>
            ))}
            {onlyAfter && (
              <div className="mt-2">
                <LiftHole
                  orderId={orderId}
                  rule="after"
                  target={step.id}
                  text={`${step.do}: ${after.message}`}
                  leads={props.leads}
                  label="The lead lifts the order"
                />
              </div>
            )}
          </div>
        )}
      </section>
      {fasteners.length > 0 && (
        <div className={`grid border-t-2 border-rule ${fasteners.length > 1 ? 'sm:grid-cols-2' : ''}`}>
          {fasteners.map((fastener) => (
            <TorqueCard
              key={fastener.id}
              {...props}
              fastener={fastener}
              first={fastener === waiting}
              takeRef={fastener === waiting ? takeRef : undefined}
              onWords={fastener === waiting ? setWords : undefined}
            />
          ))}
        </div>
      )}
      {cutting && !needsApproval && <CutCard {...props} step={step} />}
      {step.in && <RoomCard {...props} step={step} />}
      {step.compare && figures !== null && <CompareStep {...props} step={step} onStands={setMatches} />}
      {step.trial && figures !== null && (
        <TryCard
          state={state}
          step={step}
          orderId={orderId}
          leads={props.leads}
          lengths={lengths}
          cutStep={props.coilStepTurns}
          onStands={setThere}
        />
      )}
      {figures !== null && figures.length > 0 && (
        <MeasureCard
          figures={figures}
          typed={typed}
          onTyped={type}
          lengths={lengths}
          orderId={orderId}
          leads={props.leads}
          sheet={sheet}
          onSheet={(name, text) => setSheet({ ...sheet, [name]: text })}
          onGauge={props.gauges && figures.some(isHubHeight) ? () => void readGauges() : undefined}
        />
      )}
      {figures === null && step.measure && step.measure.length > 0 && (
        <div className="border-t-2 border-rule px-6 py-4">
          <Errors errors={errors}>
            <TextField
              name="measured"
              label={`Measured: ${step.measure.map((one) => `${one.what} (${one.unit})`).join(', ')}`}
              value={measured}
              onChange={(event) => setMeasured(event.target.value)}
            />
          </Errors>
        </div>
      )}
      <div className="px-6">
        <FormErrors errors={errors} shown={['measured']} />
      </div>
      <div className="fixed inset-x-0 bottom-0 z-30 flex border-t-2 border-rule bg-paper">
        <PhotoButton
          orderId={orderId}
          className={`${BAR} flex-1 px-2 ${shot ? 'font-bold underline underline-offset-4' : ''}`}
          label={shot ? `Photo: ${shot}` : step.photo?.length ? 'Another photo' : 'Photo'}
          target={{
            stepId: step.id,
            corner: step.corner ?? null,
            occasion: null,
            caption: shot ?? step.photo?.[0]?.shot ?? '',
          }}
        />
        <StuckButton {...props} stepId={step.id} fasteners={handled} className={`${BAR} px-4`} />
        <AlsoOpened {...props} step={step} className={`${BAR} px-3`} />
        <FoundButton {...props} step={step} className={`${BAR} px-3`} />
        {isRoad ? (
          <Link href={`/orders/${orderId}/road`} className="btn btn-pen min-h-24 flex-[2] text-3xl">
            To the road test
          </Link>
        ) : needsApproval ? (
          <Approve orderId={orderId} step={step} leads={props.leads} facts={[...facts, ...props.trials]} />
        ) : waiting && mayTake ? (
          <Button weight="pen" className="min-h-24 flex-[2] text-3xl" onClick={() => takeRef.current?.()}>
            {waiting.corner ? `${capital(CORNER_NAMES[waiting.corner])}: ` : ''}
            {words ??
              describeTake(waiting, run.fasteners.get(waiting.id)!, props.recheck, props.viewer.torqueUnit)}
          </Button>
        ) : (
          <Button
            weight="pen"
            className="min-h-24 flex-[2] text-3xl"
            disabled={
              busy ||
              inTheWay.length > 0 ||
              unattended ||
              waiting !== undefined ||
              ((held || read.missing.length > 0) && read.typed.length === 0) ||
              (read.typed.length > 0 && !read.readable)
            }
            onClick={() => void (read.typed.length && (!read.whole || held) ? record() : finish())}
          >
            {asked
              ? 'It did read so: record it'
              : describeDone(busy, waiting ? placedName(waiting) : null, read, held, unattended)}
          </Button>
        )}
      </div>
    </>
  );
}

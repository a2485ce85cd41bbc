'use client';

import { CORNER_NAMES, twinCorner } from '@/core/corners';
import { turnsCut } from '@/core/procedure/coil-cuts';
import type { Step } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/lazy-command-form';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Send } from '@/ui/send';
import { cutOvershoots, cutRef, timesInTen } from '@/core/ledger/trial-loop';
import { LiftHole } from '../handoff/lift-hole';
import type { BayProps } from './bay-props';

/** A coil is cut in the shop's smallest step with a measure after each, both sides alike. */
export function CutCard({ step, ...props }: BayProps & { step: Step }) {
  const corner = step.corner ?? 'LF';
  const next = turnsCut(props.cuts, corner) + props.coilStepTurns;
  const share = cutOvershoots(props.state, corner, next);
  const own = props.cuts.filter((cut) => cut.data.corner === corner);
  const [here, there] = [turnsCut(props.cuts, corner), turnsCut(props.cuts, twinCorner(corner))];
  return (
    <section className="border-t-2 border-rule px-6 py-4" aria-label="Cuts">
      <p className="flex flex-wrap items-baseline gap-x-4">
        <span className="figure text-6xl leading-none">{here}</span>
        <span className="figure text-2xl">turns off, {CORNER_NAMES[corner]}</span>
        <span className="text-xl text-soft">
          {there} off the other side{there > 0 && there !== here ? ': both sides alike' : ''}
        </span>
      </p>
      <ol className="mt-2 flex flex-wrap gap-x-5 text-lg">
        {own.map((cut, index) => (
          <li key={cut.id}>
            cut {index + 1}: {cut.data.turns}, then {cut.data.freeMm} mm
          </li>
        ))}
      </ol>
      {share !== null && (
        <div className="hatch mt-2 px-4 py-2 text-xl">
          <p className="font-semibold">
            Stop: {next} turns off would stand too low {timesInTen(share)}. Refit it, stand it on its wheels
            and read it first, or cut less.
          </p>
          <div className="mt-2">
            <LiftHole
              orderId={props.orderId}
              rule="overshoot"
              target={cutRef(corner, next)}
              text={`${next} turns off the ${CORNER_NAMES[corner]} coil, which would stand too low ${timesInTen(share)}.`}
              leads={props.leads}
              label="The lead lets it be cut"
            />
          </div>
        </div>
      )}
      <CommandForm
        command="cut.record"
        about={step.id}
        className="mt-2 grid grid-cols-3 items-end gap-3"
        start={{ turns: props.coilStepTurns as TypedFigure, freeMm: null as TypedFigure }}
        input={(typed) => ({ orderId: props.orderId, stepId: step.id, corner, ...typed })}
      >
        <NumberField name="turns" label={`Turns cut, at most ${props.coilStepTurns}`} />
        <NumberField name="freeMm" unit="mm" label="Free length now, mm" />
        <Send weight="line" size="tall">
          Cut and measured
        </Send>
      </CommandForm>
    </section>
  );
}

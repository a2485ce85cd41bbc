'use client';

import { useState } from 'react';
import { CORNER_NAMES } from '@/core/procedure/engine';
import { turnsCut, twinCorner } from '@/core/procedure/coil-cuts';
import type { Step } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
import type { BayProps } from './bay-props';
import { typedNumber } from './typed-number';

/** A coil is cut in the shop's smallest step with a measure after each, both sides alike. */
export function CutCard({ step, ...props }: BayProps & { step: Step }) {
  const { send, busy, errors } = useCommand('cut.record');
  const [turns, setTurns] = useState(String(props.coilStepTurns));
  const [free, setFree] = useState('');
  const corner = step.corner ?? 'LF';
  const own = props.cuts.filter((cut) => cut.data.corner === corner);
  const [here, there] = [turnsCut(props.cuts, corner), turnsCut(props.cuts, twinCorner(corner))];
  return (
    <section className="border-t-2 border-rule px-6 py-4" aria-label="Cuts">
      <p className="flex flex-wrap items-baseline gap-x-4">
        <span className="figure text-[3rem] leading-none">{here}</span>
        <span className="figure text-[1.5rem]">turns off, {CORNER_NAMES[corner]}</span>
        <span className="text-[1.3rem] text-soft">
          {there} off the other side{there > 0 && there !== here ? ': both sides alike' : ''}
        </span>
      </p>
      <ol className="mt-2 flex flex-wrap gap-x-5 text-[1.15rem]">
        {own.map((cut, index) => (
          <li key={cut.id}>
            cut {index + 1}: {cut.data.turns}, then {cut.data.freeMm} mm
          </li>
        ))}
      </ol>
      <Errors errors={errors}>
        <div className="mt-2 grid grid-cols-[1fr_1fr_1fr] items-end gap-3">
          <TextField
            name="turns"
            label={`Turns cut, at most ${props.coilStepTurns}`}
            inputMode="decimal"
            value={turns}
            onChange={(event) => setTurns(event.target.value)}
          />
          <TextField
            name="freeMm"
            label="Free length now, mm"
            inputMode="decimal"
            value={free}
            onChange={(event) => setFree(event.target.value)}
          />
          <button
            type="button"
            className="btn min-h-14"
            disabled={busy}
            onClick={async () => {
              const answer = await send({
                orderId: props.orderId,
                stepId: step.id,
                corner,
                turns: turns === '' ? null : typedNumber(turns),
                freeMm: free === '' ? null : typedNumber(free),
              });
              if (answer) setFree('');
            }}
          >
            Cut and measured
          </button>
        </div>
        <FormErrors errors={errors} shown={['turns', 'freeMm']} />
      </Errors>
    </section>
  );
}

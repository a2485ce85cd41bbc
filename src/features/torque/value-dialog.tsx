'use client';

import { useState } from 'react';
import { plausibleTorque } from '@/core/calc/torque.plausible';
import { attempt } from '@/core/refusal';
import { convertTorque } from '@/core/calc/torque.convert';
import { placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { torqueBoth } from '@/core/units/torque-text';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';
import { TORQUE_UNITS } from '@/ui/units';
import { PersonPin, type PinPerson } from '@/ui/person-pin';

const KINDS = [
  ['entered', 'A value from a sheet'],
  ['interim', 'An interim value, with its basis'],
  ['waiting', 'Asked the maker, waiting'],
  ['missing', 'There is none'],
] as const;

/** The plausible band of a thread and grade, to stand beside what is typed. It is no source of a value. */
function bandOf(fastener: Fastener): { low: number; high: number } | null {
  if (!fastener.thread || !fastener.grade) return null;
  const { thread, grade } = fastener;
  const read = attempt(() => plausibleTorque({ thread, grade }));
  return read.ok ? read.value : null;
}

export function ValueButton({
  orderId,
  fastener,
  unit: own,
  label,
  first = 'entered',
  leads,
  className = 'btn',
}: {
  orderId: string;
  fastener: Fastener;
  unit: 'lbft' | 'nm';
  label: string;
  /** Which of the ways out stands first. */
  first?: (typeof KINDS)[number][0];
  /** Leads to choose from where somebody else holds the tablet; none when a lead does. */
  leads?: PinPerson[];
  className?: string;
}) {
  const { send, busy, errors, clear } = useCommand('value.set');
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<(typeof KINDS)[number][0]>(first);
  const [value, setValue] = useState('');
  const [unit, setUnit] = useState(own);
  const [source, setSource] = useState('');
  const [angle, setAngle] = useState('');
  const numeric = kind === 'entered' || kind === 'interim';
  const nm = Number(value) > 0 ? convertTorque(Number(value), unit).nm : null;
  const band = bandOf(fastener);
  const byPin = numeric && leads !== undefined;
  const confirm = errors.some((error) => error.code === 'confirm');
  const write = async (leadId: string | null, pin: string | null, confirmed: boolean) => {
    const answered = await send({
      orderId,
      fastenerId: fastener.id,
      kind,
      value: numeric ? (value === '' ? null : Number(value.replace(',', '.'))) : null,
      angleDeg: numeric && angle !== '' ? Number(angle.replace(',', '.')) : null,
      unit,
      source,
      leadId,
      pin,
      confirmed,
    });
    if (answered) setOpen(false);
  };
  const off = nm !== null && band !== null && (nm < band.low || nm > band.high);
  return (
    <>
      <button
        type="button"
        className={className}
        onClick={() => {
          clear();
          setOpen(true);
        }}
      >
        {label}
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={placedName(fastener)}
        intro={`${fastener.count} × ${fastener.thread ?? 'thread not named'}${fastener.grade ? `, grade ${fastener.grade}` : ''}. Nothing is filled in for you: the value comes from a sheet.`}
      >
        <div>
          <Errors errors={errors}>
            <div className="grid gap-3">
              <SelectField
                name="kind"
                label="What there is"
                value={kind}
                onValue={(chosen) => setKind(chosen as typeof kind)}
                options={KINDS}
              />
              {numeric && (
                <div className="grid grid-cols-[1fr_8rem] gap-3">
                  <TextField
                    name="value"
                    label="Value"
                    inputMode="decimal"
                    value={value}
                    onChange={(event) => setValue(event.target.value)}
                    className="text-2xl"
                  />
                  <SelectField
                    name="unit"
                    label="Unit"
                    value={unit}
                    onValue={(chosen) => setUnit(chosen as typeof unit)}
                    options={TORQUE_UNITS}
                  />
                </div>
              )}
              {numeric && nm !== null && <p className="figure text-xl">{torqueBoth(nm)}</p>}
              {numeric && band && (
                <p className={off ? 'font-semibold text-danger' : 'text-soft'}>
                  Bolts like this are plausible from {torqueBoth(band.low)} to {torqueBoth(band.high)}. That
                  is a guard against slips, not a value.
                </p>
              )}
              <TextField
                name="source"
                label={
                  kind === 'interim'
                    ? 'Basis: printed grade table, or like fastener'
                    : 'Source: sheet and line'
                }
                value={source}
                onChange={(event) => setSource(event.target.value)}
              />
            </div>
            {numeric && (
              <TextField
                className="mt-3 max-w-48"
                name="angleDeg"
                label="Then by angle, degrees"
                hint="left empty: torque alone"
                inputMode="decimal"
                value={angle}
                onChange={(event) => setAngle(event.target.value)}
              />
            )}
            <FormErrors errors={errors} shown={['value', 'source', 'kind', 'pin']} />
          </Errors>
          {confirm && (
            <button
              type="button"
              className="btn mt-3 w-full"
              disabled={busy || byPin}
              onClick={() => void write(null, null, true)}
            >
              That is what the sheet says: keep it
            </button>
          )}
          {byPin ? (
            <div className="mt-4 border-t border-rule pt-3">
              <p className="mb-2">A value is the lead’s: name and PIN.</p>
              <PersonPin
                people={leads!}
                action={confirm ? 'That is what the sheet says: keep it' : 'Write it down'}
                busy={busy}
                errors={errors.filter((error) => error.field === 'pin' || error.field === 'leadId')}
                onEnter={(leadId, pin) => void write(leadId, pin, confirm)}
              />
            </div>
          ) : (
            <button
              type="button"
              className="btn btn-pen mt-4 min-h-14 w-full"
              disabled={busy}
              onClick={() => void write(null, null, false)}
            >
              Write it down
            </button>
          )}
        </div>
      </Dialog>
    </>
  );
}

'use client';

import { convertTorque } from '@/core/calc/torque.convert';
import { placedName } from '@/core/procedure/engine';
import { plausibleBand } from '@/core/procedure/plausible-band';
import type { Fastener } from '@/core/procedure/types';
import { torqueBoth } from '@/core/units/torque-text';
import { CommandDialog } from '@/features/transport/command-dialog';
import type { ButtonProps } from '@/ui/button';
import { useAsked } from '@/ui/field';
import { AngleField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { TORQUE_UNITS } from '@/ui/units';

const KINDS = [
  ['entered', 'A value from a sheet'],
  ['interim', 'A temporary value, with its source'],
  ['waiting', 'Asked the maker, waiting'],
  ['missing', 'There is none'],
] as const;
type ValueKind = (typeof KINDS)[number][0];

const isValue = (kind: ValueKind) => kind === 'entered' || kind === 'interim';

/** The value in both units, and what bolts like this are plausible at. */
function Beside({ fastener, value, unit }: { fastener: Fastener; value: TypedFigure; unit: 'lbft' | 'nm' }) {
  const nm = typeof value === 'number' && value > 0 ? convertTorque(value, unit).nm : null;
  const band = plausibleBand(fastener);
  const off = nm !== null && band !== null && (nm < band.low || nm > band.high);
  return (
    <>
      {nm !== null && <p className="figure text-xl">{torqueBoth(nm)}</p>}
      {band && (
        <p className={off ? 'font-semibold text-danger' : 'text-soft'}>
          Bolts like this are plausible from {torqueBoth(band.low)} to {torqueBoth(band.high)}. That is a
          guard against slips, not a value.
        </p>
      )}
    </>
  );
}

function Write({ leads }: { leads: PinPerson[] | null }) {
  const slip = useAsked('confirm');
  const words = slip ? 'That is what the sheet says: record it' : 'Record it';
  if (!leads)
    return (
      <Send wide size="tall">
        {words}
      </Send>
    );
  return (
    <div className="border-t border-rule pt-3">
      <p className="mb-2">A value is the lead’s: name and PIN.</p>
      <PinFields people={leads} action={words} />
    </div>
  );
}

export function ValueButton({
  orderId,
  fastener,
  unit,
  label,
  first = 'entered',
  leads,
  button,
}: {
  orderId: string;
  fastener: Fastener;
  unit: 'lbft' | 'nm';
  label: string;
  /** Which of the ways out stands first. */
  first?: ValueKind;
  /** Leads to choose from where somebody else holds the tablet; none when a lead does. */
  leads?: PinPerson[];
  button?: ButtonProps;
}) {
  const byPin = (kind: ValueKind) => (isValue(kind) && leads !== undefined ? leads : null);
  return (
    <CommandDialog
      command="value.set"
      about={`${fastener.id} ${first}`}
      opens={label}
      button={button}
      title={placedName(fastener)}
      intro={`${fastener.count} × ${fastener.thread ?? 'thread not named'}${fastener.grade ? `, grade ${fastener.grade}` : ''}. Nothing is filled in for you: the value comes from a sheet.`}
      start={{
        kind: first,
        value: null as TypedFigure,
        unit,
        angleDeg: null as TypedFigure,
        source: '',
        ...noPin(leads ?? []),
      }}
      input={({ kind, value, angleDeg, source, personId, pin, ...typed }, confirmed) => ({
        orderId,
        fastenerId: fastener.id,
        kind,
        value: isValue(kind) ? value : null,
        angleDeg: isValue(kind) ? angleDeg : null,
        source: isValue(kind) ? source : '',
        leadId: byPin(kind) ? personId : null,
        pin: byPin(kind) ? pin : null,
        confirmed,
        ...typed,
      })}
    >
      {({ kind, value, unit: chosen }) => (
        <>
          <SelectField name="kind" label="What there is" options={KINDS} />
          {isValue(kind) && (
            <>
              <div className="grid grid-cols-[1fr_8rem] gap-3">
                <NumberField name="value" label="Value" />
                <SelectField name="unit" label="Unit" options={TORQUE_UNITS} />
              </div>
              <Beside fastener={fastener} value={value} unit={chosen} />
            </>
          )}
          {isValue(kind) && (
            <TextField
              name="source"
              label={
                kind === 'interim' ? 'Basis: printed grade table, or like fastener' : 'Source: sheet and line'
              }
            />
          )}
          {isValue(kind) && (
            <AngleField
              className="max-w-48"
              name="angleDeg"
              label="Then by angle, degrees"
              hint="left empty: torque alone"
            />
          )}
          <Write leads={byPin(kind)} />
        </>
      )}
    </CommandDialog>
  );
}

'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckSet } from '@/ui/checkbox';
import { DayField } from '@/ui/day-field';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Fold } from '@/ui/fold';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LENGTH_UNITS, TORQUE_UNITS } from '@/ui/units';
import { ROLE_CHOICES, SecretFields } from '../people/people-forms';

/** Whoever sets the shop up reads its units: others begin with the same. */
type Units = { lengthUnit: string; torqueUnit: string };

export function AddPerson({ like }: { like: Units }) {
  return (
    <CommandForm
      command="person.add"
      className="grid grid-cols-2 gap-3"
      start={{
        name: '',
        pin: '',
        password: '',
        roles: [] as string[],
        lengthUnit: like.lengthUnit,
        torqueUnit: like.torqueUnit,
      }}
      input={(typed) => typed}
    >
      <TextField className="col-span-2" name="name" label="Name" />
      <SecretFields />
      <CheckSet
        name="roles"
        legend="Roles"
        className="col-span-2 flex flex-wrap gap-x-6"
        options={ROLE_CHOICES}
      />
      <SelectField name="lengthUnit" label="Lengths" options={LENGTH_UNITS} />
      <SelectField name="torqueUnit" label="Torque" options={TORQUE_UNITS} />
      <Send weight="line" className="col-span-2">
        Add to the crew
      </Send>
    </CommandForm>
  );
}

export function AddWrench({ like }: { like: Units }) {
  return (
    <CommandForm
      command="wrench.add"
      className="grid grid-cols-3 gap-3"
      start={{
        name: '',
        low: null as TypedFigure,
        high: null as TypedFigure,
        unit: like.torqueUnit,
        calibrationDue: '',
      }}
      input={(typed, confirmed) => ({ ...typed, confirmed })}
    >
      <TextField className="col-span-3" name="name" label="Wrench, as it is called here" />
      <NumberField name="low" label="Lowest value" />
      <NumberField name="high" label="Highest value" />
      <SelectField name="unit" label="Unit" options={TORQUE_UNITS} />
      <DayField className="col-span-3" name="calibrationDue" label="Calibration runs out" />
      <Send weight="line" className="col-span-3" again="It is so: add it">
        Add the wrench
      </Send>
    </CommandForm>
  );
}

/** A wrench is taken out with the reason, and comes back with the day its new check runs out. */
export function MarkWrench({ wrenchId, name, out }: { wrenchId: string; name: string; out: boolean }) {
  return (
    <CommandDialog
      command="wrench.mark"
      about={`${wrenchId} ${out ? 'back' : 'out'}`}
      opens={
        <>
          {out ? 'Back in use' : 'Put it out of use'}
          <span className="sr-only">, {name}</span>
        </>
      }
      button={{ weight: 'plain' }}
      title={out ? `${name}, back in use` : `${name}, out`}
      start={{ calibrationDue: '', out: '' }}
      input={(typed) =>
        out ? { wrenchId, calibrationDue: typed.calibrationDue } : { wrenchId, out: typed.out }
      }
    >
      {out ? (
        <DayField name="calibrationDue" label="Checked, calibrated until" />
      ) : (
        <TextField name="out" label="Used as a lever, dropped: why it is out" />
      )}
      <Send>{out ? 'Put it back in use' : 'Put it out of use'}</Send>
    </CommandDialog>
  );
}

export function AddTool() {
  return (
    <CommandForm
      command="tool.add"
      className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-3"
      start={{ kind: '', size: '', drive: '' }}
      input={({ kind, size, drive }) => ({ kind, size: size || null, drive: drive || null })}
    >
      <TextField name="kind" label="Tool" />
      <TextField name="size" label="Size" />
      <TextField name="drive" label="Drive" />
      <Send weight="line">Add</Send>
    </CommandForm>
  );
}

export function RetireTool({ toolId, name }: { toolId: string; name: string }) {
  const { send, busy } = useCommand('tool.retire');
  return (
    <Button
      weight="plain"
      aria-label={`Take ${name} off the list`}
      disabled={busy}
      onClick={() => void send({ toolId })}
    >
      gone
    </Button>
  );
}

/** The shop's limits: each with its name. */
const LIMITS = [
  ['coilStepTurns', 'Most cut off a coil at once, turns'],
  ['unalignedKm', 'Driven unaligned at most, km'],
  ['wheelRecheckKm', 'Wheel nuts again after, km'],
  ['hardUsePercent', 'Sooner when it works hard, % of it'],
  ['chassisRecheckKm', 'Chassis again after, km'],
  ['chassisRecheckDays', 'or after, days'],
  ['heightsRecheckKm', 'Heights again after, km'],
  ['heightsRecheckDays', 'or after, days (heights)'],
  ['alignmentRecheckDays', 'Alignment again after, days'],
  ['checkInDays', 'Asked how it rides after, days'],
  ['quietFrom', 'No messages from, hour'],
  ['quietTo', 'until, hour'],
] as const;

type Limits<T> = Record<(typeof LIMITS)[number][0], T>;

export function ShopLimits({ limits }: { limits: Limits<number> }) {
  return (
    <CommandForm
      command="shop.set"
      className="grid grid-cols-2 items-end gap-3"
      keeps
      said="Saved."
      start={limits as Limits<TypedFigure>}
      input={(typed) => typed}
    >
      {LIMITS.map(([name, label]) => (
        <NumberField key={name} name={name} label={label} />
      ))}
      <Send weight="line" className="col-span-2">
        Save these limits
      </Send>
    </CommandForm>
  );
}

/** Somebody who came with an import begins to work here. */
export function AdmitPerson({ personId, name }: { personId: string; name: string }) {
  return (
    <Fold
      title={
        <>
          {name} <span className="font-normal text-soft">not at work here: let in</span>
        </>
      }
    >
      <CommandForm
        command="person.admit"
        about={personId}
        className="mt-2 grid grid-cols-2 gap-3"
        start={{ password: '', pin: '' }}
        input={(typed) => ({ personId, ...typed })}
      >
        <SecretFields />
        <Send weight="line" className="col-span-2">
          Let {name} in
        </Send>
      </CommandForm>
    </Fold>
  );
}

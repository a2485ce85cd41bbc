'use client';

import { TRIAL_KINDS, type TrialKind, type TrialStance } from '@/core/ledger/kinds/trial';
import { CommandForm } from '@/features/transport/command-form';
import { ChoiceField } from '@/ui/choice';
import { LengthField } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { PhotoField } from '../photos/photo-field';

const ENDS = [
  ['front', 'front'],
  ['rear', 'rear'],
  ['both', 'both ends'],
] as const;

/** Trial hardware as it goes on: from then on the car is not driven, and it is counted off again. */
export function PutOnTrial({ orderId }: { orderId: string }) {
  return (
    <CommandForm<'trial.begin', { kind: TrialKind; what: string; end: 'front' | 'rear' | 'both' }>
      command="trial.begin"
      className="grid gap-3"
      start={{ kind: TRIAL_KINDS[0], what: '', end: 'rear' }}
      input={(typed) => ({ orderId, ...typed })}
    >
      <SelectField
        name="kind"
        label="What goes on"
        options={TRIAL_KINDS.map((kind) => [kind, kind] as const)}
      />
      <TextField name="what" label="Which, and how many" placeholder="two 50 mm blocks each side" />
      <ChoiceField name="end" label="Which end" options={ENDS} />
      <Send wide size="tall">
        It is on: not to be driven
      </Send>
    </CommandForm>
  );
}

const SHOWN: Record<TrialStance, string> = {
  lowest: 'Record its lowest',
  highest: 'Record its highest',
  chosen: 'Record what was chosen',
};

/** One height on trial with its picture: the owner says yes to what is seen. */
export function TrialHeightForm({
  orderId,
  which,
  unit,
  missing,
}: {
  orderId: string;
  which: TrialStance;
  unit: 'in' | 'mm';
  /** What was not in the car at the last height. */
  missing: string;
}) {
  return (
    <CommandForm
      command="trial.height"
      about={which}
      className="grid gap-3"
      start={{ front: '', rear: '', missing, photoId: null as string | null }}
      input={(typed) => ({ orderId, which, unit, ...typed })}
    >
      <div className="grid grid-cols-2 gap-3">
        <LengthField name="front" label={`Front, ${unit}`} unit={unit} />
        <LengthField name="rear" label={`Rear, ${unit}`} unit={unit} />
      </div>
      <TextField
        name="missing"
        label="Weights not in it yet"
        placeholder="engine, bed, seats: nothing is missing when empty"
      />
      <PhotoField
        orderId={orderId}
        className="btn w-full"
        again="Another picture"
        target={{ stepId: null, corner: null, occasion: 'on trial', caption: `On trial: ${which}` }}
      />
      <Send wide>{SHOWN[which]}</Send>
    </CommandForm>
  );
}

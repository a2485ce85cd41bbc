'use client';

import { CommandDialog } from '@/features/transport/command-dialog';
import { CheckField } from '@/ui/checkbox';
import { LengthField } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LENGTH_UNITS } from '@/ui/units';
import { ASKED_HERE, HowAskedFields, askedOf } from '../answers/how-asked';

/** Ends an order that comes to nothing: with a reason, and all that was written stays. */
export function CancelOrder({ orderId, number }: { orderId: string; number: number }) {
  return (
    <CommandDialog
      command="order.cancel"
      about={orderId}
      opens="Cancel the order"
      title={`Cancel order ${number}`}
      intro="Nothing of it is lost: it stays on record with the reason, and nothing more is done on it. A car that has been opened up cannot be cancelled."
      start={{ reason: '' }}
      input={({ reason }) => ({ orderId, reason })}
    >
      <TextField name="reason" label="Why, for the crew" />
      <Send wide>Cancel the order</Send>
    </CommandDialog>
  );
}

export interface ShownTargets {
  front: string | null;
  rear: string | null;
  unit: 'in' | 'mm';
  method: 'hub' | 'floor' | 'chassis';
}

/** Other heights than were taken in; a plan made for the old ones is made anew. */
export function ChangeTargets({ orderId, targets }: { orderId: string; targets: ShownTargets }) {
  return (
    <CommandDialog
      command="targets.set"
      about={orderId}
      opens="Change the targets"
      title="Other target heights"
      intro="A plan made for the old ones is made and asked anew."
      start={{
        front: targets.front ?? '',
        rear: targets.rear ?? '',
        unit: targets.unit,
        agreed: false,
        ...ASKED_HERE,
      }}
      input={({ front, rear, unit, agreed, ...asked }, confirmed) => ({
        orderId,
        confirmed,
        agreed,
        targets: { front: front || null, rear: rear || null, unit, method: targets.method },
        ...askedOf(asked),
      })}
    >
      {({ unit, agreed, how }) => (
        <>
          <div className="grid grid-cols-2 gap-3">
            <LengthField
              name="front"
              label="Front target height, or lift"
              unit={unit}
              lift
              hint="like 571, or +50"
            />
            <LengthField
              name="rear"
              label="Rear target height, or lift"
              unit={unit}
              lift
              hint="leave blank to keep it as it is"
            />
          </div>
          <SelectField name="unit" label="Lengths without a unit are" options={LENGTH_UNITS} />
          <CheckField name="agreed" label="The customer agreed to these heights as the goal" />
          {agreed && (
            <div className="grid grid-cols-2 gap-3">
              <HowAskedFields label="Asked" how={how} />
            </div>
          )}
          <Send wide again="It is so: keep them">
            Record these targets
          </Send>
        </>
      )}
    </CommandDialog>
  );
}

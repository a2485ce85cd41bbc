'use client';

import { VEHICLE_FACTS, type VehicleFacts } from '@/core/vehicle-facts';
import { CommandForm } from '@/features/transport/command-form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { VinDoubt, vinDoubted } from './vin-doubt';

/** What is known of a car beyond its plate: VIN with its check, platform, the facts kits are chosen by, what is to come. */
export function VehicleForm({
  vehicle: { id, vin, platform, later, facts },
}: {
  vehicle: {
    id: string;
    vin: string;
    platform: string;
    later: string;
    facts: VehicleFacts;
    warning: string | null;
  };
}) {
  const known = Object.fromEntries(VEHICLE_FACTS.map((fact) => [fact.id, facts[fact.id] ?? '']));
  return (
    <CommandForm
      command="vehicle.update"
      className="grid grid-cols-2 gap-3 pt-2"
      keeps
      said="Saved."
      start={{ vin, platform, later, facts: known }}
      input={(typed) => ({ vehicleId: id, ...typed })}
    >
      {(typed) => (
        <>
          <TextField
            className="col-span-2"
            name="vin"
            label="VIN"
            maxLength={17}
            hint={vinDoubted(typed.vin) && <VinDoubt vin={typed.vin} />}
          />
          <TextField
            className="col-span-2"
            name="platform"
            label="Platform"
            hint="cars that share it teach each other’s predictions and hours"
          />
          {VEHICLE_FACTS.map((fact) =>
            fact.kind === 'year' ? (
              <TextField key={fact.id} name={`facts.${fact.id}`} label={fact.label} inputMode="numeric" />
            ) : (
              <SelectField
                key={fact.id}
                name={`facts.${fact.id}`}
                label={fact.label}
                options={[
                  ['', 'not written down'],
                  ...fact.choices.map((choice) => [choice, choice] as const),
                ]}
              />
            ),
          )}
          <TextField
            className="col-span-2"
            name="later"
            label="Still to be fitted later"
            placeholder="bumper, winch, camper"
          />
          <Send weight="line" className="col-span-2 justify-self-start">
            Save what is known
          </Send>
        </>
      )}
    </CommandForm>
  );
}

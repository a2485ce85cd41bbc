'use client';

import { useState } from 'react';
import { VEHICLE_FACTS, type VehicleFacts, vinWarning } from '@/core/vehicle-facts';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';

/** What is known of a car beyond its plate: VIN with its check, platform, the facts kits are chosen by, what is to come. */
export function VehicleForm({
  vehicle,
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
  const { send, busy, errors } = useCommand('vehicle.update');
  const [vin, setVin] = useState(vehicle.vin);
  const [platform, setPlatform] = useState(vehicle.platform);
  const [later, setLater] = useState(vehicle.later);
  const [facts, setFacts] = useState<VehicleFacts>(vehicle.facts);
  const [kept, setKept] = useState(false);
  const warning = vinWarning(vin);
  return (
    <form
      className="grid grid-cols-2 gap-3 pt-2"
      onChange={() => setKept(false)}
      onSubmit={async (event) => {
        event.preventDefault();
        setKept(Boolean(await send({ vehicleId: vehicle.id, vin, platform, later, facts })));
      }}
    >
      <Errors errors={errors}>
        <TextField
          className="col-span-2"
          name="vin"
          label="VIN"
          maxLength={17}
          value={vin}
          onChange={(event) => setVin(event.target.value)}
          hint={
            warning ? (
              <span className="font-semibold text-target">{warning} It is kept as typed.</span>
            ) : undefined
          }
        />
        <TextField
          className="col-span-2"
          name="platform"
          label="Platform"
          value={platform}
          onChange={(event) => setPlatform(event.target.value)}
          hint="cars that share it teach each other’s predictions and hours"
        />
        {VEHICLE_FACTS.map((fact) =>
          fact.kind === 'year' ? (
            <TextField
              key={fact.id}
              name={`facts.${fact.id}`}
              label={fact.label}
              inputMode="numeric"
              value={facts[fact.id] ?? ''}
              onChange={(event) => setFacts({ ...facts, [fact.id]: event.target.value })}
            />
          ) : (
            <SelectField
              key={fact.id}
              name={`facts.${fact.id}`}
              label={fact.label}
              value={facts[fact.id] ?? ''}
              onValue={(chosen) => setFacts({ ...facts, [fact.id]: chosen })}
              options={[['', 'not written down'], ...fact.choices.map((choice) => [choice, choice] as const)]}
            />
          ),
        )}
        <TextField
          className="col-span-2"
          name="later"
          label="Still to be fitted later"
          value={later}
          onChange={(event) => setLater(event.target.value)}
          placeholder="bumper, winch, camper"
        />
        <div className="col-span-2">
          <FormErrors errors={errors} shown={['vin', 'platform', 'later']} />
          <button className="btn" disabled={busy}>
            {busy ? 'Writing…' : kept ? 'Kept' : 'Keep what is known'}
          </button>
        </div>
      </Errors>
    </form>
  );
}

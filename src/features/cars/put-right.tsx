'use client';

import { formatTape } from '@/core/calc/tape.format';
import { suspensionsOf } from '@/core/planner/axle-kinds';
import type { KnownCar } from '@/server/queries/cars';
import { CommandDialog } from '@/features/transport/command-dialog';
import { Combobox } from '@/ui/combobox';
import { LengthField } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { DISTANCE_UNITS } from '@/ui/units';
import { carWords, findCars } from './find-cars';

export interface CorrectedCar {
  id: string;
  label: string;
  plate: string;
  body: string;
  drive: string;
  front: string;
  rear: string;
  wheelbaseMm: number;
  distanceUnit: 'km' | 'mi';
  customer: { id: string; name: string; phone: string; email: string };
}

/** What is wrong of a car is put right; who put it right, and why, stays on record. */
export function CorrectCar({ car }: { car: CorrectedCar }) {
  return (
    <CommandDialog
      command="car.correct"
      about={car.id}
      opens="Correct the car"
      title="Correct the car"
      intro="A plan of an open order that was made with another wheelbase, body, drive or suspension is made anew."
      wide
      start={{
        label: car.label,
        plate: car.plate,
        body: car.body,
        drive: car.drive,
        frontSuspension: car.front,
        rearSuspension: car.rear,
        wheelbase: formatTape(car.wheelbaseMm, 'mm'),
        distanceUnit: car.distanceUnit,
        reason: '',
      }}
      input={(typed, confirmed) => ({ vehicleId: car.id, confirmed, ...typed })}
    >
      <TextField name="label" label="Maker, model, what it does" />
      <div className="grid grid-cols-2 gap-3">
        <TextField name="plate" label="Plate" />
        <LengthField name="wheelbase" label="Wheelbase" unit="mm" />
        <SelectField
          name="body"
          label="Body"
          options={['pick-up', 'wagon', 'van', 'cart'].map((one) => [one, one] as const)}
        />
        <SelectField
          name="drive"
          label="Drive"
          options={['four-wheel', 'two-wheel'].map((one) => [one, one] as const)}
        />
        <SelectField name="frontSuspension" label="Front suspension" options={suspensionsOf('front')} />
        <SelectField name="rearSuspension" label="Rear suspension" options={suspensionsOf('rear')} />
        <SelectField name="distanceUnit" label="Its odometer reads" options={DISTANCE_UNITS} />
        <TextField name="reason" label="Why" />
      </div>
      <Send wide again="It is so: keep it">
        Put the car right
      </Send>
    </CommandDialog>
  );
}

export function CorrectCustomer({ customer }: { customer: CorrectedCar['customer'] }) {
  return (
    <CommandDialog
      command="customer.correct"
      about={customer.id}
      opens="Correct the customer"
      title="Correct the customer"
      start={{ name: customer.name, phone: customer.phone, email: customer.email }}
      input={(typed) => ({ customerId: customer.id, ...typed })}
    >
      <TextField name="name" label="Name" />
      <TextField name="phone" label="Phone" inputMode="tel" />
      <TextField name="email" label="Mail" inputMode="email" />
      <Send wide>Put the customer right</Send>
    </CommandDialog>
  );
}

/** Two that are one: this one is kept, and the other's orders or cars are its own. */
export function MergeWith({ car, what }: { car: CorrectedCar; what: 'car' | 'customer' }) {
  const isCar = what === 'car';
  return (
    <CommandDialog
      command={isCar ? 'car.merge' : 'customer.merge'}
      about={`${what} ${car.id}`}
      opens={isCar ? 'The same car twice' : 'The same customer twice'}
      title={isCar ? 'One car, written down twice' : 'One customer, written down twice'}
      intro={
        isCar
          ? `All orders of the other one become those of ${car.label}, ${car.plate}. Not while either is being worked on.`
          : `All cars of the other one become those of ${car.customer.name}.`
      }
      start={{ other: null as KnownCar | null, reason: '' }}
      input={({ other, reason }) => ({
        keepId: isCar ? car.id : car.customer.id,
        otherId: (isCar ? other?.id : other?.customerId) ?? '',
        reason,
      })}
    >
      <Combobox<KnownCar>
        name="other"
        label={isCar ? 'The other one' : 'A car of the other one'}
        nothing="Not chosen yet"
        placeholder="Plate, car, customer"
        find={findCars}
        idOf={(one) => one.id}
        wordsOf={carWords}
      />
      <TextField name="reason" label="How that is known" />
      <Send wide>{isCar ? 'They are one car' : 'They are one customer'}</Send>
    </CommandDialog>
  );
}

'use client';

import { useRouter } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import { readTireSize } from '@/core/calc/tire.size';
import { describeTiresAndWheels } from '@/core/ledger/wheel-compare';
import { attempt } from '@/core/refusal';
import { suspensionsOf } from '@/core/planner/axle-kinds';
import type { KnownCar } from '@/server/queries/cars';
import type { ShopPlace } from '@/server/queries/day';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { Combobox } from '@/ui/combobox';
import { OfferPanel } from '@/features/week/offer-panel';
import { DayField, MomentField } from '@/ui/day-field';
import { useAsked } from '@/ui/field';
import { LengthField, NumberField } from '@/ui/figure-fields';
import { OdometerFields } from '@/ui/unit-fields';
import { Link } from '@/ui/link';
import { Needs, StillMissing } from '@/ui/needs';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';
import { LENGTH_UNITS } from '@/ui/units';
import { carWords, findCars } from '../cars/find-cars';
import { VinDoubt, vinDoubted } from '../cars/vin-doubt';
import { KnownPhone, KnownPlate } from './known-while-typed';
import { type TypedIntake, emptyIntake, intakeFrom, intakeNeeds, takesWork } from './typed-intake';

const KINDS = [
  ['job', 'a job: lift, level or lower'],
  ['next-stage', 'the next stage of a job'],
  ['settled-heights', 'settled heights'],
  ['alignment', 'an alignment check or return'],
  ['warranty', 'a warranty return'],
  ['inspection', 'an inspection only'],
  ['load-change', 'a load change: winch, bumper, camper'],
] as const;

const BODIES = [
  ['pick-up', 'pick-up'],
  ['wagon', 'wagon'],
  ['van', 'van'],
  ['cart', 'cart'],
] as const;
const DRIVES = [
  ['four-wheel', 'four-wheel'],
  ['two-wheel', 'two-wheel'],
] as const;

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="pb-7">
      <h2 className="border-b border-ink pb-1">{title}</h2>
      <div className="mt-3 grid grid-cols-2 gap-3">{children}</div>
    </section>
  );
}

/** Another order of the car is open: who takes this one in beside it says so. */
function OpenAlready({ open }: { open: NonNullable<KnownCar['open']> }) {
  const refused = useAsked('open-order');
  return (
    <p className="caution col-span-2 px-4 py-2">
      {!refused && `Order ${open.number} of this car is open, next: ${open.next}. `}
      <Link className="font-semibold underline underline-offset-4" href={`/orders/${open.id}`}>
        Go on with order {open.number}
      </Link>
      {!refused && ', wait until it is closed, or take this one in beside it.'}
    </p>
  );
}

function Beside({ open }: { open: boolean }) {
  const refused = useAsked('open-order');
  if (!open && !refused) return null;
  return (
    <CheckField
      className="mt-2"
      name="beside"
      label="Take it in beside the order that is open"
      hint="Its work cannot begin while the other has something in hand."
    />
  );
}

type SetField = <K extends keyof TypedIntake>(name: K, value: TypedIntake[K]) => void;
interface Typing {
  typed: TypedIntake;
  set: SetField;
}

/** The plate finds the car; a car that is known brings its customer. */
function Whose({ typed, set }: Typing) {
  return (
    <Part title="The car and its customer">
      {!typed.known && <TextField name="vehicle.plate" label="Plate" autoFocus />}
      <Combobox<KnownCar>
        className={typed.known ? 'col-span-2' : ''}
        name="known"
        label="Seen here before?"
        nothing="No, a new car"
        placeholder="Plate, car, customer"
        find={findCars}
        idOf={(car) => car.id}
        wordsOf={carWords}
      />
      {typed.known?.open && <OpenAlready open={typed.known.open} />}
      {!typed.known && (
        <>
          <KnownPlate plate={typed.vehicle.plate} onTake={(car) => set('known', car)} />
          <TextField
            className="col-span-2"
            name="vehicle.label"
            label="Maker, model, what it does"
            placeholder="as everybody here will call it"
          />
          {typed.whose ? (
            <p className="col-span-2 flex flex-wrap items-center justify-between gap-3 font-semibold">
              {typed.whose.name}
              <Button onClick={() => set('whose', null)}>Somebody else</Button>
            </p>
          ) : (
            <>
              <TextField className="col-span-2" name="customer.name" label="Name" />
              <TextField name="customer.phone" label="Phone" inputMode="tel" />
              <TextField name="customer.email" label="Mail" inputMode="email" />
              <KnownPhone phone={typed.customer.phone} onTake={(customer) => set('whose', customer)} />
            </>
          )}
        </>
      )}
    </Part>
  );
}

function Wanted({ typed, set, timeZone }: Typing & { timeZone: string }) {
  const work = takesWork(typed.orderKind);
  const unit = typed.targets.unit;
  return (
    <Part title="What the customer wants">
      <SelectField className="col-span-2" name="orderKind" label="It comes for" options={KINDS} />
      <AreaField className="col-span-2" name="wants" label="In their words" />
      {work && (
        <>
          <LengthField
            name="targets.front"
            label="Front target height, or lift"
            unit={unit}
            lift
            hint={unit === 'in' ? 'like 22 1/2, or +2 for two inches up' : 'like 571, or +50 for 50 mm up'}
          />
          <LengthField
            name="targets.rear"
            label="Rear target height, or lift"
            unit={unit}
            lift
            hint="leave blank to keep it as it is"
          />
        </>
      )}
      <SelectField
        name="targets.method"
        label="Measured from"
        options={[
          ['hub', 'hub center to lip'],
          ['floor', 'floor to lip'],
          ['chassis', 'a chassis point'],
        ]}
      />
      <SelectField name="targets.unit" label="Lengths without a unit are" options={LENGTH_UNITS} />
      <TextField
        className="col-span-2"
        name="newTires"
        label="Tires to fit, if others"
        placeholder="leave empty when they stay"
      />
      {work && (
        <>
          <NumberField name="guessedHours" label="Hours of work, guessed" unit="h" />
          <DayField name="wishedFor" label="They would like it by" hint="No promise" />
          <div className="col-span-2">
            <OfferPanel
              asked={{ minutes: Math.round(Number(typed.guessedHours) * 60), wish: typed.wishedFor }}
              timeZone={timeZone}
              onPromise={(moment) => set('promisedFor', moment)}
            />
          </div>
        </>
      )}
      <MomentField className="col-span-2" name="promisedFor" label="Promised for" />
      {work && (
        <>
          <CheckField
            className="col-span-2"
            name="agreed"
            label="The customer agreed to these heights as the goal"
          />
          <p className="col-span-2 text-soft">
            A modest lift is the right answer for a truck that works: it stops shorter, tips later and wears
            its joints less.
          </p>
        </>
      )}
    </Part>
  );
}

function Stands({ typed, places }: Typing & { places: ShopPlace[] }) {
  const tire = attempt(() => readTireSize(typed.tires));
  const sets = typed.known?.sets ?? [];
  return (
    <Part title="As it stands">
      <div className="col-span-2">
        <OdometerFields />
      </div>
      {sets.length > 0 && (
        <SelectField
          className="col-span-2"
          name="wheelSetId"
          label="Comes on"
          options={[
            ['', 'other wheels, typed here'],
            ...sets.map((one) => [one.id, `${one.name}: ${describeTiresAndWheels(one)}`] as const),
          ]}
        />
      )}
      <div
        className={
          sets.some((set) => set.id === typed.wheelSetId) ? 'hidden' : 'col-span-2 grid grid-cols-2 gap-3'
        }
      >
        <TextField
          name="tires"
          label="Tires fitted"
          placeholder="LT245/75R17"
          hint={
            typed.tires &&
            tire.ok &&
            `${Math.round(tire.value.diameter)} mm across, ${Math.round(tire.value.width)} wide`
          }
        />
        <TextField name="wheels" label="Wheels fitted" placeholder="17 x 7.5, offset 30" />
      </div>
      <TextField className="col-span-2" name="carries" label="What it carries and tows" />
      <NumberField
        name="pacePerDay"
        label="Driven a day, about"
        hint="in the dial’s unit: it foretells when it is due back"
      />
      <SelectField
        name="place"
        label="Stands"
        options={[['', 'in the yard'], ...places.map((place) => [place.id, place.name] as const)]}
      />
    </Part>
  );
}

function ForThePlan({ typed }: Typing) {
  return (
    <Part title="What the plan is drawn from">
      <LengthField
        className="col-span-2"
        name="vehicle.wheelbase"
        label="Wheelbase"
        unit="mm"
        hint="like 3570 mm or 140 1/2 in; the unit wins, millimeters without one"
      />
      <SelectField name="vehicle.body" label="Body" options={BODIES} />
      <SelectField name="vehicle.drive" label="Drive" options={DRIVES} />
      <SelectField name="vehicle.frontSuspension" label="Front suspension" options={suspensionsOf('front')} />
      <SelectField name="vehicle.rearSuspension" label="Rear suspension" options={suspensionsOf('rear')} />
      <TextField
        name="vehicle.vin"
        label="VIN, if to hand"
        maxLength={17}
        hint={vinDoubted(typed.vehicle.vin) && <VinDoubt vin={typed.vehicle.vin} />}
      />
      <TextField name="vehicle.platform" label="Platform" hint="cars of one platform teach each other" />
      <TextField
        className="col-span-2"
        name="vehicle.later"
        label="Still to be fitted later"
        placeholder="bumper, winch"
      />
    </Part>
  );
}

/** A car that was here before has a dial of its own kind. */
function Fields({
  typed,
  set,
  places,
  timeZone,
}: {
  typed: TypedIntake;
  set: SetField & ((name: 'odometer.unit', value: 'km' | 'mi') => void);
  places: ShopPlace[];
  timeZone: string;
}) {
  const dial = typed.known?.distanceUnit;
  useEffect(() => {
    if (dial) set('odometer.unit', dial);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- when another car is chosen, and not after
  }, [dial]);
  const work = takesWork(typed.orderKind);
  return (
    <Needs needs={intakeNeeds(typed)}>
      <div className="grid gap-x-10 lg:grid-cols-2">
        <div>
          <Whose typed={typed} set={set} />
          <Wanted typed={typed} set={set} timeZone={timeZone} />
        </div>
        <div>
          <Stands typed={typed} set={set} places={places} />
          {!typed.known && <ForThePlan typed={typed} set={set} />}
          <Beside open={typed.known?.open != null} />
          <StillMissing className="border-t border-rule pt-3" />
          <Send wide size="tall" className="mt-3" again="It is so: take it in">
            {work ? 'Take it in and measure it' : 'Take it in'}
          </Send>
        </div>
      </div>
    </Needs>
  );
}

/** Takes a car in: who, which car exactly, what it wears and carries, and what is wanted as numbers. */
export function IntakeForm({
  places,
  lengthUnit,
  distanceUnit,
  timeZone,
}: {
  places: ShopPlace[];
  lengthUnit: 'in' | 'mm';
  distanceUnit: 'km' | 'mi';
  timeZone: string;
}) {
  const router = useRouter();
  return (
    <CommandForm<'intake.open', TypedIntake>
      command="intake.open"
      start={emptyIntake(lengthUnit, distanceUnit)}
      input={(typed, confirmed) => intakeFrom(typed, timeZone, confirmed)}
      keeps
      onDone={({ orderId }, { orderKind }) =>
        router.push(`/orders/${orderId}/${takesWork(orderKind) ? 'heights' : 'work'}`)
      }
    >
      {(typed, set) => <Fields typed={typed} set={set} places={places} timeZone={timeZone} />}
    </CommandForm>
  );
}

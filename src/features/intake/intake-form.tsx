'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { readTireSize } from '@/core/calc/tire.size';
import { attempt } from '@/core/refusal';
import { vinWarning } from '@/core/vehicle-facts';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import type { KnownVehicle } from '@/server/queries/orders';
import type { OpenOrderOfCar, ShopPlace } from '@/server/queries/day';
import { type SentOf, useCommand } from '@/features/transport/use-command';
import { Link } from '@/ui/link';
import { AreaField, OdometerFields, TextField, fieldsOf, odometerFrom } from '@/ui/form';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';
import { LENGTH_UNITS } from '@/ui/units';

const SHOWN = [
  'customer.name',
  'customer.phone',
  'customer.email',
  'vehicle.label',
  'vehicle.plate',
  'vehicle.vin',
  'vehicle.wheelbase',
  'vehicle.id',
  'odometer.value',
  'odometer.unread',
  'tires',
  'wheels',
  'newTires',
  'carries',
  'wants',
  'targets.front',
  'targets.rear',
  'promisedFor',
  'pacePerDay',
];

const KINDS = [
  ['job', 'a job: lift, level or lower'],
  ['next-stage', 'the next stage of a job'],
  ['settled-heights', 'settled heights'],
  ['alignment', 'an alignment check or return'],
  ['warranty', 'a warranty return'],
  ['inspection', 'an inspection only'],
  ['load-change', 'a load change: winch, bumper, camper'],
] as const;

const suspensionOptions = (end: 'front' | 'rear') =>
  Object.entries(SUSPENSIONS)
    .filter(([, kind]) => (kind.ends as readonly string[]).includes(end))
    .map(([id, kind]) => [id, kind.name] as const);

function inputFrom(
  f: Record<string, string>,
  known: KnownVehicle | undefined,
  promisedFor: string | null,
): SentOf<'intake.open'> {
  return {
    customer: known
      ? { id: known.customerId }
      : { name: f['customer.name'], phone: f['customer.phone'], email: f['customer.email'] },
    vehicle: known
      ? { id: known.id }
      : {
          label: f['vehicle.label'],
          body: f['vehicle.body'],
          plate: f['vehicle.plate'],
          vin: f['vehicle.vin'],
          drive: f['vehicle.drive'],
          frontSuspension: f['vehicle.frontSuspension'],
          rearSuspension: f['vehicle.rearSuspension'],
          wheelbase: f['vehicle.wheelbase'],
          platform: f['vehicle.platform'],
          later: f['vehicle.later'],
          distanceUnit: f['odometer.unit'],
        },
    orderKind: f.orderKind,
    odometer: odometerFrom(f),
    tires: f.tires,
    wheels: f.wheels,
    newTires: f.newTires || null,
    carries: f.carries,
    wants: f.wants,
    targets: {
      front: f['targets.front'] || null,
      rear: f['targets.rear'] || null,
      unit: f['targets.unit'],
      method: f['targets.method'],
    },
    promisedFor,
    pacePerDay: f.pacePerDay ? Number(f.pacePerDay) : null,
    place: f.place || null,
    agreed: f.agreed === 'on',
    beside: f.beside === 'on',
  };
}

/** Takes a car in: who, which car exactly, what it wears and carries, and what is wanted as numbers. */
export function IntakeForm({
  vehicles,
  places,
  openOrders,
  lengthUnit,
  distanceUnit,
}: {
  vehicles: KnownVehicle[];
  places: ShopPlace[];
  openOrders: OpenOrderOfCar[];
  lengthUnit: 'in' | 'mm';
  distanceUnit: 'km' | 'mi';
}) {
  const router = useRouter();
  const { send, busy, errors } = useCommand('intake.open');
  const [vehicleId, setVehicleId] = useState('');
  const [kind, setKind] = useState<string>('job');
  /** A job or its next stage is planned and measured; the visits go straight to their work. */
  const takesWork = kind === 'job' || kind === 'next-stage';
  const [vin, setVin] = useState('');
  const [tires, setTires] = useState('');
  const tire = attempt(() => readTireSize(tires));
  const known = vehicles.find((vehicle) => vehicle.id === vehicleId);
  const open = known && openOrders.find((order) => order.vehicleId === known.id);
  const refusedBeside = errors.some((error) => error.code === 'open-order');
  const asks = open !== undefined || refusedBeside;
  const lengthHint = lengthUnit === 'in' ? 'like 22 1/2' : 'like 571 mm';
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const promised = sentMoment(f.promisedFor, (kept) => new Date(kept).toISOString());
        const taken = await send(inputFrom(f, known, promised));
        if (taken) router.push(`/orders/${taken.orderId}/${takesWork ? 'heights' : 'work'}`);
      }}
    >
      <Errors errors={errors}>
        <div className="grid gap-x-10 lg:grid-cols-2">
          <section>
            <h2 className="border-b border-ink pb-1">The car</h2>
            <div className="mt-3 grid grid-cols-2 gap-3">
              <SelectField
                className="col-span-2"
                name="vehicle.id"
                label="Seen here before?"
                value={vehicleId}
                onValue={(chosen) => setVehicleId(chosen)}
                options={[
                  ['', 'No, a new car'],
                  ...vehicles.map(
                    (vehicle) =>
                      [vehicle.id, `${vehicle.label} · ${vehicle.plate} · ${vehicle.customer}`] as const,
                  ),
                ]}
              />
              {open && (
                <p className="caution col-span-2 px-4 py-2">
                  {!refusedBeside && `Order ${open.number} of this car is open, next: ${open.next}. `}
                  <Link className="font-semibold underline underline-offset-4" href={`/orders/${open.id}`}>
                    Go on with order {open.number}
                  </Link>
                  {!refusedBeside && ', wait until it is closed, or take this one in beside it.'}
                </p>
              )}
              {!known && (
                <>
                  <TextField
                    className="col-span-2"
                    name="vehicle.label"
                    label="Maker, model, what it does"
                    placeholder="as everybody here will call it"
                  />
                  <TextField name="vehicle.plate" label="Plate" />
                  <TextField
                    name="vehicle.vin"
                    label="VIN, if to hand"
                    maxLength={17}
                    onChange={(event) => setVin(event.target.value)}
                    hint={
                      vinWarning(vin) && (
                        <span className="font-semibold text-target">
                          {vinWarning(vin)} It is kept as typed.
                        </span>
                      )
                    }
                  />
                  <SelectField
                    name="vehicle.body"
                    label="Body"
                    options={[
                      ['pick-up', 'pick-up'],
                      ['wagon', 'wagon'],
                      ['van', 'van'],
                      ['cart', 'cart'],
                    ]}
                  />
                  <SelectField
                    name="vehicle.drive"
                    label="Drive"
                    options={[
                      ['four-wheel', 'four-wheel'],
                      ['two-wheel', 'two-wheel'],
                    ]}
                  />
                  <SelectField
                    name="vehicle.frontSuspension"
                    label="Front suspension"
                    defaultValue="coilover"
                    options={suspensionOptions('front')}
                  />
                  <SelectField
                    name="vehicle.rearSuspension"
                    label="Rear suspension"
                    defaultValue="leaf-over"
                    options={suspensionOptions('rear')}
                  />
                  <TextField
                    className="col-span-2"
                    name="vehicle.wheelbase"
                    label="Wheelbase"
                    hint="like 3570 mm or 140 1/2 in; the unit wins, millimeters without one"
                  />
                  <TextField
                    name="vehicle.platform"
                    label="Platform"
                    hint="cars of one platform teach each other"
                  />
                  <TextField
                    name="vehicle.later"
                    label="Still to be fitted later"
                    placeholder="bumper, winch"
                  />
                </>
              )}
            </div>
            <h2 className="mt-7 border-b border-ink pb-1">As it stands</h2>
            <div className="mt-3 grid gap-3">
              <OdometerFields unit={known?.distanceUnit ?? distanceUnit} />
              <div className="grid grid-cols-2 gap-3">
                <TextField
                  name="tires"
                  label="Tires fitted"
                  placeholder="LT245/75R17"
                  onChange={(event) => setTires(event.target.value)}
                  hint={
                    tires &&
                    tire.ok &&
                    `${Math.round(tire.value.diameter)} mm across, ${Math.round(tire.value.width)} wide`
                  }
                />
                <TextField name="wheels" label="Wheels fitted" placeholder="17 x 7.5, offset 30" />
              </div>
              <TextField name="carries" label="What it carries and tows" />
              <TextField
                name="pacePerDay"
                label="Driven a day, about"
                inputMode="numeric"
                hint="in the dial’s unit: it foretells when it is due back"
              />
            </div>
          </section>
          <section>
            {!known && (
              <>
                <h2 className="border-b border-ink pb-1">The customer</h2>
                <div className="mt-3 grid grid-cols-2 gap-3">
                  <TextField className="col-span-2" name="customer.name" label="Name" />
                  <TextField name="customer.phone" label="Phone" inputMode="tel" />
                  <TextField name="customer.email" label="Mail" inputMode="email" />
                </div>
              </>
            )}
            <h2 className={`border-b border-ink pb-1 ${known ? '' : 'mt-7'}`}>What the customer wants</h2>
            <div className="mt-3 grid grid-cols-2 gap-3">
              <SelectField
                className="col-span-2"
                name="orderKind"
                label="It comes for"
                value={kind}
                onValue={(chosen) => setKind(chosen)}
                options={KINDS}
              />
              <AreaField className="col-span-2" name="wants" label="In their words" />
              {takesWork && (
                <>
                  <TextField name="targets.front" label="Front target height" hint={lengthHint} />
                  <TextField name="targets.rear" label="Rear target height" hint="empty: leave it as it is" />
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
              <SelectField
                name="targets.unit"
                label="Lengths without a unit are"
                defaultValue={lengthUnit}
                options={LENGTH_UNITS}
              />
              <TextField
                className="col-span-2"
                name="newTires"
                label="Tires to fit, if others"
                placeholder="leave empty when they stay"
              />
              <MomentField name="promisedFor" label="Promised for" />
              <SelectField
                name="place"
                label="Stands"
                options={[['', 'in the yard'], ...places.map((place) => [place.id, place.name] as const)]}
              />
            </div>
            <p className="mt-4 text-soft">
              A modest lift is the right answer for a truck that works: it stops shorter, tips later and wears
              its joints less.
            </p>
            {takesWork && (
              <CheckField
                className="mt-2"
                name="agreed"
                label="The customer agreed to these heights as the goal"
              />
            )}
            {asks && (
              <CheckField
                className="mt-2"
                name="beside"
                label="Take it in beside the order that is open"
                hint="Its work cannot begin while the other has something in hand."
              />
            )}
            <FormErrors errors={errors} shown={SHOWN} />
            <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
              {busy ? 'Writing…' : takesWork ? 'Take it in and measure it' : 'Take it in'}
            </button>
          </section>
        </div>
      </Errors>
    </form>
  );
}

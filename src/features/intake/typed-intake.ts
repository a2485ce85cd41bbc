import type { KnownCar } from '@/server/queries/cars';
import type { SentOf } from '@/features/transport/use-command';
import { fromShopTime } from '@/core/units/shop-time';
import { sentMoment } from '@/ui/day-text';
import type { Need } from '@/ui/needs';
import { type TypedFigure } from '@/ui/figure-fields';
import { type TypedOdometer, emptyOdometer, odometerFrom } from '@/ui/unit-fields';

/** What stands in the form of a car that is taken in. */
export interface TypedIntake {
  /** One that was here before; then neither car nor customer is typed. */
  known: KnownCar | null;
  /** A customer who was here before, with a new car. */
  whose: { id: string; name: string } | null;
  customer: { name: string; phone: string; email: string };
  vehicle: Record<
    | 'label'
    | 'body'
    | 'plate'
    | 'vin'
    | 'drive'
    | 'frontSuspension'
    | 'rearSuspension'
    | 'wheelbase'
    | 'platform'
    | 'later',
    string
  >;
  orderKind: string;
  odometer: TypedOdometer;
  /** One of a known car’s wheel sets; empty where the wheels are typed. */
  wheelSetId: string;
  tires: string;
  wheels: string;
  newTires: string;
  carries: string;
  wants: string;
  targets: { front: string; rear: string; unit: 'in' | 'mm'; method: string };
  promisedFor: string;
  /** Hours guessed at the counter and the day wished for: what can be promised is looked at with them. */
  guessedHours: TypedFigure;
  wishedFor: string;
  pacePerDay: TypedFigure;
  place: string;
  agreed: boolean;
  beside: boolean;
}

export const emptyIntake = (unit: 'in' | 'mm', distance: 'km' | 'mi'): TypedIntake => ({
  known: null,
  whose: null,
  customer: { name: '', phone: '', email: '' },
  vehicle: {
    label: '',
    body: 'pick-up',
    plate: '',
    vin: '',
    drive: 'four-wheel',
    frontSuspension: 'coilover',
    rearSuspension: 'leaf-over',
    wheelbase: '',
    platform: '',
    later: '',
  },
  orderKind: 'job',
  odometer: emptyOdometer(distance),
  wheelSetId: '',
  tires: '',
  wheels: '',
  newTires: '',
  carries: '',
  wants: '',
  targets: { front: '', rear: '', unit, method: 'hub' },
  promisedFor: '',
  guessedHours: 4,
  wishedFor: '',
  pacePerDay: null,
  place: '',
  agreed: false,
  beside: false,
});

/** A job or its next stage is planned and measured; the other visits go straight to their work. */
export const takesWork = (orderKind: string) => orderKind === 'job' || orderKind === 'next-stage';

/** What cannot be left out when a car is taken in, in the order it is asked. */
export function intakeNeeds({ known, whose, ...typed }: TypedIntake): Need[] {
  const has = (text: string) => text.trim() !== '';
  const comesOn = known?.sets.some((one) => one.id === typed.wheelSetId) ?? false;
  const need = (name: string, words: string, given: boolean): Need => ({ name, words, given });
  return [
    ...(known
      ? []
      : [
          need('vehicle.plate', 'plate', has(typed.vehicle.plate)),
          need('vehicle.label', 'what the car is', has(typed.vehicle.label)),
        ]),
    ...(known || whose ? [] : [need('customer.name', 'the customer’s name', has(typed.customer.name))]),
    need('wants', 'what is wanted', has(typed.wants)),
    need('odometer.value', 'odometer', typed.odometer.value !== null || has(typed.odometer.unread)),
    ...(comesOn ? [] : [need('tires', 'tires fitted', has(typed.tires))]),
    ...(known ? [] : [need('vehicle.wheelbase', 'wheelbase', has(typed.vehicle.wheelbase))]),
  ];
}

export function intakeFrom(
  // What can be promised was looked at with these hours and that day; the order itself has neither.
  { known, whose, guessedHours: _hours, wishedFor: _wish, ...typed }: TypedIntake,
  timeZone: string,
  confirmed = false,
): SentOf<'intake.open'> {
  const work = takesWork(typed.orderKind);
  // A set of another car that was chosen before is none of this one's.
  const set = known?.sets.find((one) => one.id === typed.wheelSetId);
  return {
    ...typed,
    confirmed,
    customer: known ? { id: known.customerId } : whose ? { id: whose.id } : typed.customer,
    vehicle: known ? { id: known.id } : { ...typed.vehicle, distanceUnit: typed.odometer.unit },
    odometer: odometerFrom(typed.odometer),
    ...(set ? { tires: set.tires, wheels: set.wheels } : {}),
    wheelSetId: set?.id ?? null,
    newTires: typed.newTires || null,
    targets: {
      ...typed.targets,
      front: (work && typed.targets.front) || null,
      rear: (work && typed.targets.rear) || null,
    },
    promisedFor: sentMoment(typed.promisedFor, (kept) => fromShopTime(kept, timeZone)),
    place: typed.place || null,
    agreed: work && typed.agreed,
  };
}

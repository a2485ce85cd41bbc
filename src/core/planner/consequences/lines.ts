import { aimOfLamp } from '../../calc/headlamp.aim';
import { fitSlack } from '../../calc/slack.fit';
import { toRad } from '../../calc/geometry';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep } from '../consequence';
import type { OneEnd } from '../measures';
import { barIn, levelIn, linkStandsUp } from '../moving';
import { add } from './cure';

const BEAM_MOST = 40;

/** How much further the wheel hangs below the body at full droop than it did, mm. */
export const droopGrows = (car: CarStand, end: OneEnd) =>
  Math.max(0, car.axles[end].droopShift - car.axles[end].total('strap', 'takes'));

function hoseOf(car: CarStand, end: OneEnd) {
  const rise = Math.max(0, car.axleLift[end]);
  return fitSlack({
    length: car.v[end].hose! + car.axles[end].total('hoseLong', 'longer'),
    spans: [
      car.v[end].hoseRide! + rise,
      car.v[end].hoseDroop! + droopGrows(car, end),
      car.v[end].hoseLock! + rise,
    ],
  });
}

const leadOf = (car: CarStand, end: OneEnd) =>
  fitSlack({
    length: car.v[end].lead! + car.axles[end].total('leadBracket', 't'),
    spans: [car.v[end].leadDroop! + droopGrows(car, end)],
  });

const slack = (
  end: OneEnd,
  id: 'hose' | 'lead',
  name: string,
  of: (car: CarStand, end: OneEnd) => ReturnType<typeof fitSlack>,
  cure: (end: OneEnd, extend: number) => ReturnType<typeof add>,
  why: string,
): Consequence => ({
  id: `${end}.${id}`,
  name,
  end,
  unit: 'mm',
  applies: (car) => car.v[end][id]! > 0,
  figure: (car) => of(car, end).slack,
  limit: () => ({ least: 0, from: 'its free length and a margin of 20 mm' }),
  why,
  cures: (car) => [cure(end, of(car, end).extend)],
});

const hose = (end: OneEnd) =>
  slack(
    end,
    'hose',
    'Brake-hose slack',
    hoseOf,
    (at, extend) => {
      const longer = ceilToStep(extend + 5, 5);
      return add('hoseLong', at, { longer }, `Brake hose ${longer} mm longer`);
    },
    'A hose pulled tight at droop or lock tears: no brake on that wheel.',
  );

const lead = (end: OneEnd) =>
  slack(
    end,
    'lead',
    'Wheel-sensor lead slack',
    leadOf,
    (at, extend) => {
      const t = ceilToStep(extend + 5, 5);
      return add('leadBracket', at, { t }, `Sensor-lead bracket, ${t} mm lower`);
    },
    'The lead is pulled apart the first time the wheel hangs, and the lamps come on.',
  );

const bar = (end: OneEnd): Consequence => ({
  id: `${end}.bar-link`,
  name: 'Anti-roll bar arm, how steep',
  end,
  unit: 'deg',
  applies: (car) => car.v[end].barRun! > 0,
  figure: (car) => Math.abs(barIn(car, end, 'ride').armDeg),
  limit: (car) => ({ most: car.v[end].barLimit!, from: 'the link’s range on this car' }),
  why: 'The link turns over or strikes, and the bar works on one side only.',
  cures: (car) => {
    // The bar's end goes down with the wheel: a link that hangs below it is made longer, one that stands up to a strut
    // shorter, until the arm lies as it lay.
    const now = Math.tan(toRad(barIn(car, end, 'ride').armDeg)) * car.v[end].barRun!;
    const may = Math.tan(toRad(car.v[end].barLimit! - 1)) * car.v[end].barRun!;
    const by = Math.sign(now) * ceilToStep(Math.abs(now) - may, 1);
    const up = linkStandsUp(car, end);
    const longer = up ? -by : by;
    return [
      add(
        'barLink',
        end,
        { longer },
        `Bar links ${Math.abs(longer)} mm ${longer < 0 ? 'shorter' : 'longer'}${up ? ': they stand up to the strut' : ''}`,
      ),
    ];
  },
});

/** A bar twisted at ride pulls the car one way and stiffens it: links of unequal length, or a bar off its rest. */
const PRELOAD_MOST = 6;
const barPreload = (end: OneEnd): Consequence => ({
  id: `${end}.bar-preload`,
  name: 'Anti-roll bar, how far it is twisted at ride',
  end,
  unit: 'mm',
  applies: (car) => car.v[end].barRun! > 0 && car.v[end].barTwist! !== 0,
  figure: (car) => Math.max(0, Math.abs(car.v[end].barTwist!) - car.axles[end].total('barLink', 'evens')),
  limit: () => ({ most: PRELOAD_MOST, from: 'the shop’s limit for the two link ends against each other' }),
  why: 'A bar that is wound up at ride leans the car and works harder on one side.',
  cures: (_, figure) => {
    const evens = ceilToStep(figure, 1);
    return [add('barLink', end, { longer: 0, evens }, `Adjustable bar links, one side ${evens} mm shorter`)];
  },
});

const level = (end: OneEnd): Consequence => ({
  id: `${end}.level-sensor`,
  name: 'Level-sensor arm, how far',
  end,
  unit: 'deg',
  applies: (car) => car.v[end].levelRun! > 0,
  figure: (car) => Math.abs(levelIn(car, end, 'ride').armDeg),
  limit: (car) => ({ most: car.v[end].levelLimit!, from: 'the sensor’s range on this car' }),
  why: 'The car sees itself at its end stop: lamps aim wrong, air springs fill or let down.',
  cures: (car) => {
    const longer = Math.round(car.axleLift[end]);
    return [
      add(
        'levelRod',
        end,
        { longer },
        `Level-sensor rod ${Math.abs(longer)} mm ${longer < 0 ? 'shorter' : 'longer'}`,
      ),
    ];
  },
});

export const LINES: Consequence[] = [
  ...bothEnds(hose),
  ...bothEnds(lead),
  ...bothEnds(bar),
  ...bothEnds(barPreload),
  ...bothEnds(level),
  {
    id: 'lamps',
    name: 'Lamp beam on a wall at 7.6 m',
    end: 'car',
    unit: 'mm',
    applies: (car) => !car.parts.some((part) => part.kind === 'lampAim'),
    figure: (car) =>
      Math.abs(
        aimOfLamp({
          frontLift: car.axleLift.front + car.axles.front.tireLift,
          rearLift: car.axleLift.rear + car.axles.rear.tireLift,
          wheelbase: car.v.car.wheelbase!,
          lampX: car.v.car.lampX!,
        }).beamShift,
      ),
    limit: () => ({ most: BEAM_MOST, from: 'the shop’s limit; local code rules' }),
    why: 'It blinds who comes toward it, or lights the ground at its own feet.',
    cures: () => [add('lampAim', 'car', {}, 'Lamps aimed again')],
  },
];

import { aimOfLamp } from '../../calc/headlamp.aim';
import { angleOfLink } from '../../calc/link.angle';
import { fitSlack } from '../../calc/slack.fit';
import { toRad } from '../../calc/geometry';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep } from '../consequence';
import type { OneEnd } from '../measures';
import { add } from './cure';

const BEAM_MOST = 40;

/** How much further the wheel hangs below the body at full droop than it did, mm. */
const droopGrows = (car: CarStand, end: OneEnd) =>
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

const barOf = (car: CarStand, end: OneEnd) =>
  angleOfLink({
    run: car.v[end].barRun!,
    drop: car.v[end].barDrop!,
    lift: car.axleLift[end],
    innerLowered: car.axles[end].total('barLink', 'longer') + car.axles[end].total('subframeDrop', 't'),
    limitDeg: car.v[end].barLimit!,
  });

const bar = (end: OneEnd): Consequence => ({
  id: `${end}.bar-link`,
  name: 'Anti-roll bar arm, how steep',
  end,
  unit: 'deg',
  applies: (car) => car.v[end].barRun! > 0,
  figure: (car) => Math.abs(barOf(car, end).after),
  limit: (car) => ({ most: car.v[end].barLimit!, from: 'the link’s range on this car' }),
  why: 'The link turns over or strikes, and the bar works on one side only.',
  cures: (car) => {
    const now = Math.tan(toRad(barOf(car, end).after)) * car.v[end].barRun!;
    const longer = ceilToStep(now - Math.tan(toRad(car.v[end].barLimit! - 1)) * car.v[end].barRun!, 1);
    return [add('barLink', end, { longer }, `Bar links ${longer} mm longer`)];
  },
});

const levelOf = (car: CarStand, end: OneEnd) =>
  angleOfLink({
    run: car.v[end].levelRun!,
    drop: car.v[end].levelDrop!,
    lift: car.axleLift[end],
    innerLowered: car.axles[end].total('levelRod', 'longer'),
    limitDeg: car.v[end].levelLimit!,
  });

const level = (end: OneEnd): Consequence => ({
  id: `${end}.level-sensor`,
  name: 'Level-sensor arm, how far',
  end,
  unit: 'deg',
  applies: (car) => car.v[end].levelRun! > 0,
  figure: (car) => Math.abs(levelOf(car, end).after),
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

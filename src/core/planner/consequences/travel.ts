import { fitShock } from '../../calc/shock.fit';
import { hasCoil, isCoilover, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep } from '../consequence';
import { STOP_UNKNOWN } from '../axle-measures';
import type { OneEnd } from '../measures';
import { coilOverGap, growsOutOfItsOpening, strutRefit } from '../refit';
import { add } from './cure';

const DAMPER_MARGIN = 10;
const DROOP_LEAST = 45;
const BUMP_LEAST = 50;
/** The shop's margin before a coil's turns touch, mm. */
export const BIND_LEAST = 6;
const SHACKLE_LEAST = 3;
const SHACKLE_MOST = 68;

/** The damper at the new height against the travel the axle had, less what stops and straps take. */
function damperOf(car: CarStand, end: OneEnd) {
  const axle = car.axles[end];
  return fitShock({
    ride: axle.damper.ride,
    bumpTravel: Math.max(0, axle.bumpTravel),
    droopTravel: Math.max(0, car.v[end].droopTravel! - axle.total('strap', 'takes')),
    motionRatio: car.v[end].damperRatio!,
    collapsed: axle.damper.collapsed,
    extended: axle.damper.extended,
    margin: DAMPER_MARGIN,
  });
}

const damperOpen = (end: OneEnd): Consequence => ({
  id: `${end}.droop-left`,
  name: 'Droop left before the damper is pulled open',
  end,
  unit: 'mm',
  applies: () => true,
  figure: (car) => damperOf(car, end).droopAvailable,
  limit: (car) => ({
    least: car.setup.front === 'cart' ? 20 : DROOP_LEAST,
    from: 'the shop’s least droop for the road',
  }),
  why: 'With no droop left the damper tops out with a clunk and the wheel leaves the road.',
  cures: (car, figure) => {
    const axle = car.axles[end];
    const ratio = car.v[end].damperRatio!;
    const least = car.setup.front === 'cart' ? 20 : DROOP_LEAST;
    const longer = ceilToStep((least - figure) * ratio + 6, 5);
    const collapsed = Math.round(axle.damper.collapsed + longer * 0.55);
    return [
      add(
        'damper',
        end,
        { collapsed, extended: Math.round(axle.damper.extended + longer) },
        `Longer damper, open ${Math.round(axle.damper.extended + longer)} mm`,
      ),
      add('damperExtension', end, { t: longer }, `Damper extension, ${longer} mm`),
    ];
  },
});

const damperClosed = (end: OneEnd): Consequence => ({
  id: `${end}.damper-closed`,
  name: 'Damper shut before the bump stop',
  end,
  unit: 'mm',
  applies: () => true,
  figure: (car) => damperOf(car, end).bumpStopExtension,
  limit: () => ({ most: 0, from: 'the damper’s own closed length' }),
  why: 'The damper would be the bump stop: it bends or punches its mount.',
  cures: (_, figure) => {
    const longer = ceilToStep(figure + 1, 1);
    return [add('bumpStop', end, { longer }, `Bump stop ${longer} mm longer`)];
  },
});

/** A spacer on a strut whose bump stop nobody has looked at: were it on the frame, the damper would shut first. */
const strutStop = (end: OneEnd): Consequence => ({
  id: `${end}.strut-stop`,
  name: 'Damper shut before the stop, should the stop be on the frame',
  end,
  unit: 'mm',
  asks: true,
  applies: (car) =>
    isCoilover(car.setup[end]) &&
    car.axles[end].total('strutSpacer', 't') > 0 &&
    car.v[end].stopOnFrame === STOP_UNKNOWN,
  figure: (car) => stopOnFrame(car, end),
  limit: () => ({ most: 0, from: 'where the bump stop stands: look, and say it with the car’s figures' }),
  why: 'With its stop on the damper’s rod a spacer carries bump down; with the stop on the frame the damper shuts first and is the stop.',
  cures: (_, figure) => {
    const longer = ceilToStep(figure + 1, 1);
    return [add('bumpStop', end, { longer }, `Bump stop ${longer} mm longer`)];
  },
});

function stopOnFrame(car: CarStand, end: OneEnd): number {
  const axle = car.axles[end];
  const ratio = car.v[end].damperRatio!;
  return fitShock({
    ride: axle.damper.ride,
    bumpTravel: Math.max(0, axle.bumpTravel + axle.total('strutSpacer', 't') / ratio),
    droopTravel: 0,
    motionRatio: ratio,
    collapsed: axle.damper.collapsed,
    extended: axle.damper.extended,
    margin: DAMPER_MARGIN,
  }).bumpStopExtension;
}

const bump = (end: OneEnd): Consequence => ({
  id: `${end}.bump-left`,
  name: 'Bump left to the stop',
  end,
  unit: 'mm',
  applies: () => true,
  figure: (car) => car.axles[end].bumpTravel,
  limit: (car) => ({
    least: car.setup.front === 'cart' ? 25 : BUMP_LEAST,
    from: 'the shop’s least bump travel for the road',
  }),
  why: 'Riding on the stops it kicks, skips and breaks mounts.',
  cures: (car, figure) => {
    const short = ceilToStep((car.setup.front === 'cart' ? 25 : BUMP_LEAST) - figure, 1);
    return [add('bumpStop', end, { longer: -short }, `Bump stop ${short} mm shorter`)];
  },
});

const loose = (end: OneEnd): Consequence => ({
  id: `${end}.spring-loose`,
  name: 'Coil loose at full droop',
  end,
  unit: 'mm',
  applies: (car) => hasCoil(car.setup[end]),
  figure: (car) => -coilOverGap(car, end),
  limit: () => ({ most: 0, from: 'the coil must stay seated' }),
  why: 'A loose coil can jump its seat and come back beside it.',
  cures: (car, figure) => {
    const takes = ceilToStep(figure / car.v[end].springRatio! + 2, 1);
    return [add('strap', end, { takes }, `Limit strap, ${takes} mm off the droop`)];
  },
});

const bind = (end: OneEnd): Consequence => ({
  id: `${end}.coil-bind`,
  name: 'Coil, what is left before it binds',
  end,
  unit: 'mm',
  applies: (car) => hasCoil(car.setup[end]),
  figure: (car) => {
    const axle = car.axles[end];
    const { installed, solid } = axle.spring!;
    // The stop decides how far it is pressed; load on the car has pressed it already.
    return installed - Math.max(0, axle.bumpTravel) * car.v[end].springRatio! - solid;
  },
  limit: () => ({ least: BIND_LEAST, from: 'the shop’s margin before turns touch' }),
  why: 'Turns that touch stop the wheel dead and break the coil or its seat.',
  cures: (car, figure) => {
    const longer = ceilToStep((BIND_LEAST - figure) / car.v[end].springRatio! + 1, 1);
    return [add('bumpStop', end, { longer }, `Bump stop ${longer} mm longer`)];
  },
});

/** Moving the pivot rearward by what turns a shackle of this length by so many degrees, in steps of 2 mm. */
const hangerFor = (car: CarStand, end: OneEnd, deg: number) => {
  const shackle =
    car.axles[end].parts.find((part) => part.kind === 'shackle')?.set.length ?? car.v[end].shackle!;
  return Math.sign(deg) * ceilToStep(Math.abs((deg * Math.PI) / 180) * shackle + 2, 2);
};

const shackles = (end: OneEnd): Consequence[] => [
  {
    id: `${end}.shackle-ride`,
    name: 'Shackle at ride, from plumb',
    end,
    unit: 'deg',
    applies: (car) => isLeaf(car.setup[end]),
    figure: (car) => car.axles[end].leaf!.shackleDeg,
    limit: () => ({
      least: SHACKLE_LEAST,
      most: SHACKLE_MOST,
      from: 'shop practice: it must lean the way the spring grows',
    }),
    why: 'A shackle at or past plumb locks the spring, or turns over when the wheel drops.',
    cures: (car, figure) => {
      const rearward = -hangerFor(car, end, SHACKLE_LEAST + 1 - figure);
      return [
        add(
          'hanger',
          end,
          { rearward },
          `Shackle hanger, pivot ${Math.abs(rearward)} mm ${rearward < 0 ? 'forward' : 'rearward'}`,
        ),
      ];
    },
  },
  {
    id: `${end}.shackle-flat`,
    name: 'Shackle with the spring flat',
    end,
    unit: 'deg',
    applies: (car) => isLeaf(car.setup[end]),
    figure: (car) => car.axles[end].leaf!.flatDeg ?? 90,
    limit: () => ({ most: SHACKLE_MOST, from: 'shop practice: room to grow must be left' }),
    why: 'A shackle laid flat has no way left: the spring goes stiff or bends its eye.',
    cures: (car, figure) => {
      const rearward = hangerFor(car, end, figure - SHACKLE_MOST + 4);
      return [add('hanger', end, { rearward }, `Shackle hanger, pivot ${rearward} mm rearward`)];
    },
  },
  {
    id: `${end}.shackle-bump`,
    name: 'Shackle at full bump',
    end,
    unit: 'deg',
    applies: (car) => isLeaf(car.setup[end]),
    figure: (car) => car.axles[end].leaf!.bumpDeg ?? 90,
    limit: () => ({ most: SHACKLE_MOST, from: 'shop practice: room to grow must be left' }),
    why: 'The shackle strikes the frame or locks at full bump.',
    cures: (car, figure) => {
      const rearward = hangerFor(car, end, figure - SHACKLE_MOST + 4);
      return [add('hanger', end, { rearward }, `Shackle hanger, pivot ${rearward} mm rearward`)];
    },
  },
];

const refit = (end: OneEnd): Consequence => ({
  id: `${end}.refit`,
  name: 'Room to get the taller strut back in, short by',
  end,
  unit: 'mm',
  applies: (car) => isCoilover(car.setup[end]) && growsOutOfItsOpening(car, end),
  figure: (car) => strutRefit(car, end).shortfall,
  limit: () => ({ most: 0, from: 'the opening measured at full droop' }),
  why: 'It has to be forced past its mounts: bar off at both ends, every arm bolt slack, a second pair of hands.',
  cures: (_, figure) => {
    const opening = ceilToStep(figure + 1, 1);
    return [add('roomMade', end, { opening }, `Room made, ${opening} mm: bar off, arm bolts slack`)];
  },
});

const seatRange = (end: OneEnd): Consequence => ({
  id: `${end}.seat-range`,
  name: 'Adjustable seat outside its range',
  end,
  certain: true,
  unit: 'mm',
  applies: (car) => car.axles[end].count('seat') > 0,
  figure: (car) =>
    Math.max(
      0,
      ...car.axles[end].parts
        .filter((part) => part.kind === 'seat')
        .map(({ set }) => Math.max(set.travel! - set.most!, set.least! - set.travel!)),
    ),
  limit: () => ({ most: 0, from: 'the seat’s thread' }),
  why: 'The collar runs off its thread.',
  cures: (car) =>
    car.axles[end].parts
      .filter(({ kind, set }) => kind === 'seat' && (set.travel! > set.most! || set.travel! < set.least!))
      .map((part) => ({ kind: 'leave-out', label: `Leave out: ${part.name}`, partId: part.id })),
});

export const TRAVEL: Consequence[] = [
  ...bothEnds(damperOpen),
  ...bothEnds(damperClosed),
  ...bothEnds(strutStop),
  ...bothEnds(bump),
  ...bothEnds(loose),
  ...bothEnds(bind),
  ...shackles('front'),
  ...shackles('rear'),
  ...bothEnds(refit),
  ...bothEnds(seatRange),
];

import { linksAt, trackbarAt } from '../../motion/solid';
import { hasFourLinks, hasTrackbar, isLeaf } from '../axle-kinds';
import type { CarStand } from '../car-stand';
import { type Consequence, bothEnds, ceilToStep } from '../consequence';
import type { OneEnd } from '../measures';
import { axleIn } from '../moving';
import { add, leaveOut } from './cure';

const SIDEWAYS_MOST = 5;
const ALONG_MOST = 12;
const WRAP_MOST_PCT = 110;

const trackbarOf = (car: CarStand, end: OneEnd) => trackbarAt(car.v[end], car.axles[end], car.axleLift[end]);

const alongShift = (car: CarStand, end: OneEnd) => axleIn(car, end, 'ride').back;

/**
 * How much longer the lever is by which torque twists a leaf pack when a block stands between axle and spring.
 * @param tube, seat and block in mm @returns growth of the lever in percent
 */
export function wrapGrowth(tube: number, block: number): number {
  return (block / (tube / 2 + 10)) * 100;
}

const sideways = (end: OneEnd): Consequence => ({
  id: `${end}.track-bar`,
  name: 'Axle pulled sideways by its track bar',
  end,
  unit: 'mm',
  applies: (car) => hasTrackbar(car.setup[end]),
  figure: (car) => {
    const { shift, lengthened } = trackbarOf(car, end);
    return Math.abs(shift - lengthened);
  },
  limit: () => ({ most: SIDEWAYS_MOST, from: 'the shop’s limit for an axle off center' }),
  why: 'The axle sits to one side, the wheel stands crooked and one tire comes near its arch.',
  cures: (car) => {
    const { lengthen, lengthened } = trackbarOf(car, end);
    const set = Math.round((lengthen - lengthened) * 2) / 2;
    const bracket = ceilToStep(car.axleLift[end], 5);
    return [
      add('trackbarSet', end, { lengthen: set }, `Adjustable track bar, ${set} mm longer`),
      add('trackbarBracket', end, { lower: bracket }, `Track-bar bracket, frame end ${bracket} mm down`),
    ];
  },
});

const along = (end: OneEnd): Consequence => ({
  id: `${end}.axle-place`,
  name: 'Axle moved fore and aft',
  end,
  unit: 'mm',
  applies: (car) =>
    isLeaf(car.setup[end]) || car.setup[end] === 'coil-radius' || hasFourLinks(car.setup[end]),
  figure: (car) => Math.abs(alongShift(car, end)),
  limit: () => ({ most: ALONG_MOST, from: 'the shop’s limit for a wheel off the middle of its arch' }),
  why: 'The tire comes near one side of its opening, and the driveshaft is pulled or pushed.',
  cures: (car) => {
    const now = alongShift(car, end);
    if (isLeaf(car.setup[end])) {
      const shift = -Math.round(now * 2) / 2;
      return [add('axlePlate', end, { shift }, `Axle locating plate, ${Math.abs(shift)} mm`)];
    }
    if (car.setup[end] === 'coil-radius')
      return [add('bracketDrop', end, { t: ceilToStep(car.axleLift[end] * 0.8, 5) }, 'Arm drop brackets')];
    // Both links by as much as the axle moved bring it back and keep its turn.
    const links = (target?: number) => linksAt(car.v[end], car.axles[end], car.axleLift[end], target);
    const target = links(links().casterAfter);
    const set = {
      lower: Math.round((target.lowerForTarget! - target.lowerLength) * 2) / 2,
      upper: Math.round((target.upperForTarget! - target.upperLength) * 2) / 2,
    };
    return [add('linkSet', end, set, 'Adjustable links, set on the bench')];
  },
});

const stacked = (end: OneEnd): Consequence => ({
  id: `${end}.stacked`,
  name: 'Lift parts stacked on each other',
  end,
  certain: true,
  unit: 'count',
  applies: () => true,
  figure: (car) =>
    Math.max(
      1,
      ...(['strutSpacer', 'preloadSpacer', 'coilSpacer', 'bodySpacer', 'shackle', 'spindle'] as const).map(
        (kind) => car.axles[end].count(kind),
      ),
    ),
  limit: () => ({ most: 1, from: 'shop practice: one right part, or the lead’s written yes' }),
  why: 'Two of a kind on each other lean, work loose and were never tried together.',
  cures: (car) =>
    car.axles[end].parts
      .filter(
        (part, index, all) =>
          ['strutSpacer', 'preloadSpacer', 'coilSpacer', 'bodySpacer', 'shackle', 'spindle'].includes(
            part.kind,
          ) && all.findIndex((other) => other.kind === part.kind) < index,
      )
      .map((part) => leaveOut(part.id, part.name)),
});

const blocks = (end: OneEnd): Consequence => ({
  id: `${end}.blocks`,
  name: end === 'front' ? 'Block on a steered axle' : 'Blocks stacked',
  end,
  certain: true,
  unit: 'count',
  applies: (car) => isLeaf(car.setup[end]),
  figure: (car) => car.axles[end].count('block'),
  limit: () => ({ most: end === 'front' ? 0 : 1, from: 'never done, by nobody’s leave' }),
  why:
    end === 'front'
      ? 'A block under a steered axle can be thrown by braking and steering: use springs.'
      : 'Stacked blocks shear and walk: one block of the right height, or springs.',
  never: true,
  cures: (car) =>
    car.axles[end].parts
      .filter((part) => part.kind === 'block')
      .slice(end === 'front' ? 0 : 1)
      .map((part) => leaveOut(part.id, part.name)),
});

const rated = (end: OneEnd): Consequence => ({
  id: `${end}.rated`,
  name: 'Part used outside the lift it is rated for',
  end,
  unit: 'mm',
  applies: (car) => car.axles[end].parts.some((part) => part.rated),
  // How far the axle's lift lies outside of the narrowest rating.
  figure: (car) =>
    Math.max(
      0,
      ...car.axles[end].parts.map(({ rated: range }) =>
        range ? Math.max(car.axleLift[end] - range.most, range.least - car.axleLift[end]) : 0,
      ),
    ),
  limit: () => ({ most: 0.5, from: 'the part’s own rating' }),
  why: 'Its angles and lengths were made for another height.',
  cures: (car) =>
    car.axles[end].parts
      .filter(
        ({ rated: range }) =>
          range && (car.axleLift[end] > range.most + 0.5 || car.axleLift[end] < range.least - 0.5),
      )
      .map((part) => leaveOut(part.id, part.name)),
});

export const AXLE: Consequence[] = [
  ...bothEnds(sideways),
  ...bothEnds(along),
  {
    id: 'rear.wrap',
    name: 'Spring wrap by the block’s height',
    end: 'rear',
    unit: '%',
    applies: (car) =>
      isLeaf(car.setup.rear) && car.axles.rear.count('block') > 0 && !car.axles.rear.count('wrapGuard'),
    figure: (car) => wrapGrowth(car.v.rear.tube!, car.axles.rear.total('block', 't')),
    limit: () => ({ most: WRAP_MOST_PCT, from: 'the shop’s limit for a longer twisting lever' }),
    why: 'Torque winds the spring up over a tall block: hop, a bent pinion angle, a broken center bolt.',
    cures: () => [add('wrapGuard', 'rear', {}, 'Spring-wrap bars')],
  },
  ...bothEnds(blocks),
  ...bothEnds(stacked),
  ...bothEnds(rated),
];

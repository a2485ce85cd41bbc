import { heightToRaise } from '../calc/raise.height';
import { sizeUbolt } from '../calc/ubolt.size';
import { trimStud } from '../calc/stud.length';
import type { PlanData } from '../ledger/kinds/planned';
import { isCoilover, isLeaf } from './axle-kinds';
import { standCar } from './car-stand';
import { AXLE_MEASURES, type MeasureSheet, type OneEnd, measureIdOf } from './measures';
import { partsAt } from './plan-part';

/** A size to order or cut by, or what has to be measured before there is one. */
export interface Size {
  what: string;
  /** Null while a figure it hangs on is only assumed. */
  mm: number | null;
  words: string;
}

const labelOf = (key: string) => {
  const [end, id] = key.split('.') as [OneEnd, string];
  const def = AXLE_MEASURES.find((one) => one.id === id)!;
  return `${def.label.toLowerCase()}, ${end}`;
};

/** A figure somebody has read, on this car or off its sheet: what is assumed for its kind orders no part. */
const isKnown = (sheet: MeasureSheet, key: string) =>
  ['measured', 'kit'].includes(sheet[key]?.known ?? 'platform');

/** A size from figures that are known, or the question for those that are not. */
function sizeOf(
  sheet: MeasureSheet,
  what: string,
  keys: readonly string[],
  work: () => { mm: number; words: string },
): Size {
  const missing = keys.filter((key) => !isKnown(sheet, key));
  return missing.length
    ? { what, mm: null, words: `measure first: ${missing.map(labelOf).join('; ')}` }
    : { what, ...work() };
}

/**
 * What can be sized before anything comes apart: U-bolts for each leaf axle's stack, studs into a spacer's pocket, and
 * how high the frame must stand for the new tire at full droop. Each only from figures that were measured; else it says
 * what to measure.
 */
export function sizesBeforeTeardown(
  plan: Pick<PlanData, 'setup' | 'sheet' | 'parts' | 'accessories'>,
): Size[] {
  const stand = standCar({ ...plan, baseline: null, method: 'hub', targets: { front: null, rear: null } });
  const sizes: Size[] = [];
  for (const end of ['front', 'rear'] as OneEnd[]) {
    const axle = stand.axles[end];
    const f = stand.v[end];
    const here = partsAt(plan.parts, end);
    const at = (...ids: string[]) => ids.map((id) => measureIdOf(end, id));
    const changed = here.some((part) => ['block', 'leafIn', 'leafOut', 'leafPack'].includes(part.kind));
    if (isLeaf(axle.kind) && changed)
      sizes.push(
        sizeOf(plan.sheet, `U-bolts ${end}, leg length`, at('tube', 'packHeight', 'plate', 'ubNut'), () => {
          const leaves = here.reduce(
            (sum, part) => sum + (part.kind === 'leafIn' ? 9 : part.kind === 'leafOut' ? -14 : 0),
            0,
          );
          const bolt = sizeUbolt({
            tube: f.tube!,
            block: axle.total('block', 't'),
            pack: f.packHeight! + leaves,
            plate: f.plate!,
            nut: f.ubNut!,
          });
          return {
            mm: bolt.legLength,
            words: `${Math.round(bolt.insideWidth)} mm wide inside, 10 mm of thread to spare; four of them, new`,
          };
        }),
      );
    const spacer = here.find((part) => part.kind === 'strutSpacer');
    if (isCoilover(axle.kind) && spacer)
      sizes.push(
        sizeOf(plan.sheet, `Old top studs ${end}, to come off`, at('studOut', 'studNut', 'studPitch'), () => {
          const stud = trimStud({
            protrusion: f.studOut!,
            nut: f.studNut!,
            pitch: f.studPitch!,
            pocketDepth: Math.max(1, spacer.set.t! - 4),
          });
          return {
            mm: stud.cut,
            words:
              stud.cut > 0
                ? `for a stud ${f.studOut} mm proud; ${stud.threadsBeyondNut.toFixed(1)} threads stay beyond the nut${stud.ok ? '' : ', too few: press it out'}. Lay a straight edge over it with the plate held on first`
                : 'the spacer’s pocket takes them; lay a straight edge over it with the plate held on',
          };
        }),
      );
  }
  if (plan.parts.length)
    sizes.push(
      sizeOf(plan.sheet, 'Frame on its stands, at least', ['front.jackPoint', 'rear.jackPoint'], () => ({
        mm: Math.max(
          ...(['front', 'rear'] as OneEnd[]).map((end) => {
            const axle = stand.axles[end];
            const hub = stand.v[end].tireDiameter! / 2;
            return heightToRaise({
              supportAtRide: hub + stand.v[end].jackPoint!,
              hubAtRide: hub,
              droopTravel: Math.max(0, axle.droopTravel),
              tireDiameter: axle.wheel.diameter,
            }).supportHeight;
          }),
        ),
        words: 'so that the new tire hangs free at full droop, 30 mm over the floor',
      })),
    );
  return sizes;
}

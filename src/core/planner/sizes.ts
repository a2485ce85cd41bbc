import { heightToRaise } from '../calc/raise.height';
import { sizeUbolt } from '../calc/ubolt.size';
import { trimStud } from '../calc/stud.length';
import type { PlanData } from '../ledger/kinds/planned';
import { isCoilover, isLeaf } from './axle-kinds';
import { standCar } from './car-stand';
import type { OneEnd } from './measures';
import { partsAt } from './plan-part';

export interface Size {
  what: string;
  mm: number;
  words: string;
}

/** The usual top stud of a strut: how far it stands out, its nut and pitch, mm. */
const STUD = { protrusion: 26, nut: 9, pitch: 1.25 };
const FRAME_ABOVE_HUB = 90;

/**
 * What can be sized before anything comes apart: U-bolts for each leaf axle's stack, studs into a spacer's pocket, and
 * how high the frame must stand for the new tire at full droop.
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
    const changed = here.some((part) => ['block', 'leafIn', 'leafOut', 'leafPack'].includes(part.kind));
    if (isLeaf(axle.kind) && changed) {
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
      sizes.push({
        what: `U-bolts ${end}, leg length`,
        mm: bolt.legLength,
        words: `${Math.round(bolt.insideWidth)} mm wide inside, 10 mm of thread to spare; four of them, new`,
      });
    }
    const spacer = here.find((part) => part.kind === 'strutSpacer');
    if (isCoilover(axle.kind) && spacer) {
      const stud = trimStud({ ...STUD, pocketDepth: Math.max(1, spacer.set.t! - 4) });
      sizes.push({
        what: `Old top studs ${end}, to come off`,
        mm: stud.cut,
        words:
          stud.cut > 0
            ? `for a stud ${STUD.protrusion} mm proud; ${stud.threadsBeyondNut.toFixed(1)} threads stay beyond the nut${stud.ok ? '' : ', too few: press it out'}. Lay a straight edge over it first`
            : 'the spacer’s pocket takes them; lay a straight edge over it',
      });
    }
  }
  const raise = (['front', 'rear'] as OneEnd[]).map((end) => {
    const axle = stand.axles[end];
    const hub = stand.v[end].tireDiameter! / 2;
    return heightToRaise({
      supportAtRide: hub + FRAME_ABOVE_HUB,
      hubAtRide: hub,
      droopTravel: Math.max(0, axle.droopTravel),
      tireDiameter: axle.wheel.diameter,
    }).supportHeight;
  });
  if (plan.parts.length)
    sizes.push({
      what: 'Frame on its stands, at least',
      mm: Math.max(...raise),
      words: 'so that the new tire hangs free at full droop, 30 mm over the floor',
    });
  return sizes;
}

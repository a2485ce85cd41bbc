import 'server-only';
import { compareTires } from '@/core/calc/tire.compare';
import { onDial } from '@/core/follow-up/promises';
import { sheetNow } from '@/core/ledger/evidence';
import { isJob } from '@/core/ledger/order-state';
import { judgeHeights } from '@/core/stance/verdict';
import type { OrderFile } from '../queries/order';
import { stanceOfOrder } from '@/core/stance/of-order';

/** What is different for the driver, and what to mind: from this car's own figures and record. */

/** Was the step of the run that re-aims the lamps recorded as done? */
function lampsAimed({ state: { document, run } }: OrderFile): boolean {
  const step = document?.steps.find((candidate) => candidate.share === 'lamps');
  return Boolean(step && run?.done.has(step.id));
}

/** What is different for the driver, worked out from this car's own figures. */
export function changesFor(file: OrderFile): string[] {
  const intake = file.state.intake!.data;
  const stance = stanceOfOrder(file);
  const changes: string[] = [];
  if (stance.before && stance.after) {
    const { comparison } = judgeHeights({ ...stance, before: stance.before, after: stance.after }, 'in');
    const mean = (comparison.frontLift + comparison.rearLift) / 2;
    if (mean > 3)
      changes.push(
        'It stands taller: mind low roofs and steps, and raise it only at its own jacking points.',
      );
    if (mean < -3) changes.push('It stands lower: mind ramps and curbs.');
    if (mean > 3)
      changes.push(
        'It tips sooner and takes longer to stop than it did: leave more room and take bends slower.',
      );
    changes.push(
      lampsAimed(file)
        ? 'The lamps were re-aimed at its new height: have them checked again when its load changes.'
        : 'No re-aiming of the lamps is recorded: have them aimed at its new height before it is driven in the dark.',
    );
  }
  const set = file.state.wheels?.data;
  if (set) {
    const off = (1 / set.dialFactor - 1) * 100;
    if (Math.abs(off) >= 0.5)
      changes.push(
        `On the ${set.tires} it leaves on, the speedometer and odometer read ${Math.abs(off).toFixed(1)}% ${off < 0 ? 'less' : 'more'} than you drive.`,
      );
  } else if (intake.newTires) {
    const { speedometerErrorPct } = compareTires({ old: intake.tires, new: intake.newTires });
    if (Math.abs(speedometerErrorPct) >= 0.5) {
      const way = speedometerErrorPct < 0 ? 'less' : 'more';
      changes.push(
        `On ${intake.newTires} the speedometer and odometer read ${Math.abs(speedometerErrorPct).toFixed(1)}% ${way} than you drive.`,
      );
    }
  }
  return changes;
}

const CAUTIONS = [
  'Steering, brakes or a wheel that feels wrong: stop, and call us. It is not driven until somebody has looked.',
  'It carries and tows no more than its plate says; a lift does not change that.',
  'Height, lamp, bumper and tire rules are local. The figures here are measured or worked out; they are no maker’s specification. The kit maker’s instructions, local code and a qualified technician come first.',
  'This paper says what was recorded. Work nobody recorded is unknown to it.',
];

/** A car that was not aligned, or did not reach its spec, goes no further than this before the rack; null when it did. */
export function driveLimit(state: OrderFile['state'], shop: OrderFile['shop']): string | null {
  const sheet = sheetNow(state);
  if (!isJob(state) || (sheet && (sheet.passes || sheet.accepted))) return null;
  return `${onDial(shop.unalignedKm, shop.distanceUnit)} ${shop.distanceUnit}`;
}

export function cautionsFor({ state, shop }: OrderFile): string[] {
  const limit = driveLimit(state, shop);
  return [
    ...(state.after.stage?.data.pushOnly
      ? ['Push only: it is not driven. It leaves on a trailer or is pushed, until what is left is done.']
      : []),
    ...(limit && !state.after.stage?.data.pushOnly
      ? [
          `It has not been aligned: drive no more than ${limit}, gently, and only to the rack. Tires feather within that distance.`,
        ]
      : []),
    ...CAUTIONS,
  ];
}

import { Refusal } from '../refusal';
import { compareTorque } from '../calc/torque.compare';
import { convertTorque } from '../calc/torque.convert';
import { torqueExtensionSetting } from '../calc/torque.extension';
import type { TorqueData } from '../ledger/kinds/bay';
import { isRecheck } from '../ledger/order-state';
import { fastenerOf, judgeTorque, placedName } from '../procedure/engine';
import { nextNut } from '../procedure/nuts';
import { twinDoubts } from '../procedure/torque-doubts';
import { type MoveEntry, type MovingOrder, refuse } from './move';

export interface TorqueInput {
  fastenerId: string;
  reading: TorqueData['reading'];
  /** Only a torque wrench makes a torque entry; the others run a fastener down. */
  how: 'wrench' | 'power tool' | 'by feel';
  by: 'hand' | 'wrench';
  extension: { wrenchLength: number; extension: number; angleDeg: number } | null;
  angleDeg: number | null;
  newHardware: boolean | null;
  moved: boolean;
  movedDeg: number | null;
  nut: TorqueData['nut'] | 'next';
  /** A reading that looks wrong is taken only when it was looked at and confirmed. */
  confirmed: boolean;
}

/** The wrench a torque was taken with, as the shop knows it. */
export interface MoveWrench {
  id: string;
  name: string;
  lowNm: number;
  highNm: number;
  /** `YYYY-MM-DD` */
  calibrationDue: string;
  outReason: string | null;
}

/** Degrees by which a turned angle may miss before it is asked about. */
const ANGLE_TOLERANCE = 5;

export interface TorqueAnswer {
  pass: number;
  passes: number;
  nut: TorqueData['nut'];
  warnings: string[];
  name: string;
}

/**
 * A torque by wrench: value, source, reading, on which support, with every doubt asked about first.
 * @param today the shop's day, `YYYY-MM-DD`
 * @throws Refusal when it may not be torqued now, or something about the reading wants confirming
 */
export function torqueMove(
  { state, document, run }: MovingOrder,
  input: TorqueInput,
  wrench: MoveWrench | null,
  today: string,
): { entry: MoveEntry; answer: TorqueAnswer } {
  if (!document.fasteners.some((candidate) => candidate.id === input.fastenerId)) {
    throw new Refusal('no-fastener', 'This job has no such fastener.', 'fastenerId');
  }
  const fastener = fastenerOf(document, input.fastenerId);
  const now = run.fasteners.get(fastener.id)!;
  refuse(judgeTorque(document, run, fastener.id)[0], 'fastenerId');
  if (!wrench) throw new Refusal('no-wrench', 'Choose a wrench the shop has.', 'wrenchId');
  if (wrench.outReason)
    throw new Refusal(
      'wrench-out',
      `${wrench.name} is out until it has been checked: ${wrench.outReason}. Take another.`,
      'wrenchId',
    );
  if (input.how !== 'wrench')
    throw new Refusal(
      'no-torque',
      `${input.how === 'by feel' ? 'By feel' : 'A power tool'} runs it down, a wrench torques it: nothing is recorded.`,
      'how',
    );
  if (fastener.hardware === 'new' && input.newHardware === false)
    throw new Refusal(
      'reused',
      `${placedName(fastener)} goes on new, never reused: fit new hardware first.`,
      'newHardware',
    );

  const spec = now.spec!;
  const recheck = isRecheck(state);
  const passes = recheck ? 1 : (fastener.passes ?? 1);
  const nut =
    input.nut === 'next' ? (fastener.count > 1 ? nextNut(now.nuts, fastener.pattern) : 'all') : input.nut;
  if (nut !== 'all' && nut > fastener.count)
    throw new Refusal('no-nut', `It has ${fastener.count} nuts.`, 'nut');
  const angleDue = !recheck && spec.angleDeg !== undefined && now.pass >= passes && !now.torqued;
  if (angleDue && input.angleDeg === null)
    throw new Refusal('angle', `Now turn it ${spec.angleDeg}°, and record the angle.`, 'angleDeg');
  if (!angleDue && input.angleDeg !== null)
    throw new Refusal('angle-early', 'The angle comes after the last pass of torque.', 'angleDeg');

  const warnings: string[] = [];
  const extension = input.extension && {
    ...input.extension,
    settingNm: torqueExtensionSetting({ target: spec.nm, ...input.extension }),
  };
  const setting = extension?.settingNm ?? spec.nm;
  const outOfRange = setting < wrench.lowNm || setting > wrench.highNm;
  const pastDue = wrench.calibrationDue < today;
  if (pastDue) warnings.push(`${wrench.name} is past its calibration date.`);
  warnings.push(...twinDoubts(document, run, state.torques, fastener, input.reading));
  const doubts: string[] = [];
  // Beyond its ends a wrench does not read true: another one is taken, or it is known.
  if (outOfRange) doubts.push(`The value lies outside the range of ${wrench.name}.`);
  if (angleDue && Math.abs(input.angleDeg! - spec.angleDeg!) > ANGLE_TOLERANCE)
    doubts.push(`It was turned ${input.angleDeg}°, and ${spec.angleDeg}° is asked.`);
  if ('value' in input.reading && !angleDue) {
    const reading = convertTorque(input.reading.value, input.reading.unit).nm;
    const { verdict, unitSlip } = compareTorque({ target: setting, reading });
    if (unitSlip) doubts.push(`This looks like a unit slip (${unitSlip.replaceAll('-', ' ')}).`);
    else if (verdict !== 'within') doubts.push(`The reading is ${verdict} against the value.`);
  }
  if (doubts.length && !input.confirmed)
    throw new Refusal(
      'confirm',
      `${doubts.join(' ')} Take it again, or confirm what the wrench said.`,
      angleDue ? 'angleDeg' : 'reading',
    );
  warnings.push(...doubts);
  const had = nut === 'all' ? now.pass : now.nuts[nut - 1]!;
  const pass = recheck ? 1 : Math.min(passes, now.torqued || angleDue ? passes : had + 1);
  const entry: MoveEntry = {
    kind: 'torque',
    data: {
      fastenerId: fastener.id,
      place: fastener.place,
      pass,
      nut,
      target: {
        nm: spec.nm,
        source: spec.source,
        interim: now.valueKind === 'interim',
        ...(spec.madeUp ? { madeUp: true as const } : {}),
        ...(spec.angleDeg === undefined ? {} : { angleDeg: spec.angleDeg }),
      },
      wrench: { id: wrench.id, name: wrench.name, pastDue, outOfRange },
      by: input.by,
      extension,
      angleDeg: angleDue ? input.angleDeg : null,
      reading: input.reading,
      support: { ...run.car.support },
      newHardware: input.newHardware ?? fastener.hardware === 'new',
      recheck,
      moved: recheck && input.moved,
      movedDeg: recheck && input.moved ? input.movedDeg : null,
      warnings,
    },
  };
  return { entry, answer: { pass, passes, nut, warnings, name: placedName(fastener) } };
}

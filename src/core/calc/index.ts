import { procedureCheck } from './inputs/procedure.check';
import { alignmentVerdict } from './inputs/alignment.verdict';
import { axleSquare } from './inputs/axle.square';
import { type Calculator, evaluate } from './calculator';
import { Refusal } from '../refusal';
import { camberAdjust } from './inputs/camber.adjust';
import { camberLift } from './inputs/camber.lift';
import { casterFourLink } from './inputs/caster.fourLink';
import { casterRadiusArm } from './inputs/caster.radiusArm';
import { coilCut } from './inputs/coil.cut';
import { coilSwap } from './inputs/coil.swap';
import { collarTurns } from './inputs/collar.turns';
import { draglinkSteer } from './inputs/draglink.steer';
import { driveshaftAngles } from './inputs/driveshaft.angles';
import { followupDue } from './inputs/followup.due';
import { headlampAim } from './inputs/headlamp.aim';
import { heightsCompare } from './inputs/heights.compare';
import { knuckleTravel } from './inputs/knuckle.travel';
import { laborEstimate } from './inputs/labor.estimate';
import { leafGeometry } from './inputs/leaf.geometry';
import { leafPack } from './inputs/leaf.pack';
import { liftPredict } from './inputs/lift.predict';
import { linkAngle } from './inputs/link.angle';
import { loadLeft } from './inputs/load.left';
import { loadShift } from './inputs/load.shift';
import { photoScale } from './inputs/photo.scale';
import { planSearch } from './inputs/plan.search';
import { raiseHeight } from './inputs/raise.height';
import { refitRoom } from './inputs/refit.room';
import { shockFit } from './inputs/shock.fit';
import { slackFit } from './inputs/slack.fit';
import { stabilityFactor } from './inputs/stability.factor';
import { steeringCenter } from './inputs/steering.center';
import { studLength } from './inputs/stud.length';
import { tapeFormat } from './inputs/tape.format';
import { tapeParse } from './inputs/tape.parse';
import { tireCompare } from './inputs/tire.compare';
import { tireSize } from './inputs/tire.size';
import { toeConvert } from './inputs/toe.convert';
import { torqueCompare } from './inputs/torque.compare';
import { torqueConvert } from './inputs/torque.convert';
import { torqueExtension } from './inputs/torque.extension';
import { torquePlausible } from './inputs/torque.plausible';
import { trackbarShift } from './inputs/trackbar.shift';
import { tryNext } from './inputs/try.next';
import { uboltSize } from './inputs/ubolt.size';
import { wheelFit } from './inputs/wheel.fit';

/** Every calculator by its name: the command line, the HTTP door, the workers, the screens and the reference look here. */
export const calculators: ReadonlyMap<string, Calculator<never, unknown>> = new Map(
  [
    tapeParse,
    tapeFormat,
    heightsCompare,
    loadShift,
    loadLeft,
    axleSquare,
    raiseHeight,
    liftPredict,
    coilSwap,
    coilCut,
    collarTurns,
    refitRoom,
    leafPack,
    leafGeometry,
    uboltSize,
    studLength,
    trackbarShift,
    casterRadiusArm,
    casterFourLink,
    camberLift,
    camberAdjust,
    linkAngle,
    driveshaftAngles,
    shockFit,
    slackFit,
    steeringCenter,
    headlampAim,
    stabilityFactor,
    toeConvert,
    alignmentVerdict,
    tireSize,
    tireCompare,
    wheelFit,
    torqueConvert,
    torqueExtension,
    torqueCompare,
    torquePlausible,
    followupDue,
    laborEstimate,
    planSearch,
    procedureCheck,
    photoScale,
    tryNext,
    knuckleTravel,
    draglinkSteer,
  ].map((definition) => [definition.name, definition as unknown as Calculator<never, unknown>]),
);

export type CalcAnswer =
  { ok: true; output: unknown } | { ok: false; error: { code: string; message: string; field: string } };

/** Runs a calculator by name and answers as a value, never by throwing for bad input. */
export function answer(name: unknown, input: unknown): CalcAnswer {
  try {
    const definition = typeof name === 'string' ? calculators.get(name) : undefined;
    if (!definition) {
      throw new Refusal(
        'unknown-calc',
        `There is no calculator called "${String(name)}" here. Built so far: ${[...calculators.keys()].join(', ')}.`,
        'calc',
      );
    }
    return { ok: true, output: evaluate(definition, input) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { ok: false, error: { code: error.code, message: error.message, field: error.field } };
  }
}

/** Answers one line of JSON Lines: `{"calc": NAME, "input": {...}}`. */
export function answerLine(line: string): CalcAnswer {
  let request: unknown;
  try {
    request = JSON.parse(line);
  } catch {
    return { ok: false, error: { code: 'bad-json', message: 'This line is not JSON.', field: '' } };
  }
  if (request === null || typeof request !== 'object' || Array.isArray(request)) {
    return {
      ok: false,
      error: { code: 'bad-request', message: 'A line holds one object: calc and input.', field: '' },
    };
  }
  const { calc, input } = request as { calc?: unknown; input?: unknown };
  return answer(calc, input);
}

import { procedureCheck } from '../procedure/check';
import { alignmentVerdict } from './alignment.verdict';
import { axleSquare } from './axle.square';
import { type Calculator, evaluate } from './calculator';
import { Refusal } from '../refusal';
import { camberAdjust } from './camber.adjust';
import { camberLift } from './camber.lift';
import { casterFourLink } from './caster.fourLink';
import { casterRadiusArm } from './caster.radiusArm';
import { coilCut } from './coil.cut';
import { coilSwap } from './coil.swap';
import { collarTurns } from './collar.turns';
import { driveshaftAngles } from './driveshaft.angles';
import { followupDue } from './followup.due';
import { headlampAim } from './headlamp.aim';
import { heightsCompare } from './heights.compare';
import { laborEstimate } from './labor.estimate';
import { leafGeometry } from './leaf.geometry';
import { leafPack } from './leaf.pack';
import { liftPredict } from './lift.predict';
import { linkAngle } from './link.angle';
import { loadLeft } from './load.left';
import { loadShift } from './load.shift';
import { planSearch } from './plan.search';
import { raiseHeight } from './raise.height';
import { refitRoom } from './refit.room';
import { shockFit } from './shock.fit';
import { slackFit } from './slack.fit';
import { stabilityFactor } from './stability.factor';
import { steeringCenter } from './steering.center';
import { studLength } from './stud.length';
import { tapeFormat } from './tape.format';
import { tapeParse } from './tape.parse';
import { tireCompare } from './tire.compare';
import { tireSize } from './tire.size';
import { toeConvert } from './toe.convert';
import { torqueCompare } from './torque.compare';
import { torqueConvert } from './torque.convert';
import { torqueExtension } from './torque.extension';
import { torquePlausible } from './torque.plausible';
import { trackbarShift } from './trackbar.shift';
import { uboltSize } from './ubolt.size';
import { wheelFit } from './wheel.fit';

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

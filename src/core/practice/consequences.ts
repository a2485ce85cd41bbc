import type { Break } from '../anatomy/acts';
import type { Step } from '../procedure/types';
import { doneWords, FAULTS, type Harm, REFUSED_WORDS } from './fault-words';
import { type HiddenCar, isOn, lineAt, trueBreaks } from './hidden-car';
import { placeAt } from './looks';
import { axlesOf } from '../procedure/axles-of';
import { type Fault, faultKey, ownStepId } from './scenario';

/** Something a step would have done to the car or to somebody. */
export interface Consequence {
  stepId: string;
  harm: Harm;
  words: string;
  /** The fault it came from; null where the record knew it all. */
  fault: string | null;
}

/** Does a break of the axle come from this fault? */
function isOf(fault: Fault, { ref }: Break, car: HiddenCar): boolean {
  return axlesOf(car.document).some((axle) => {
    if (lineAt(axle, fault.at)?.id === ref) return true;
    const joints = axle.fastenedAt.get(fault.at) ?? [];
    return joints.some(({ id, between }) => id === ref || between.includes(ref));
  });
}

/**
 * What doing a step does on the car as it is: what its faults make of it, by the axle's own anatomy where it is about what
 * holds what, else by what such a fault does.
 */
export function hiddenConsequences(car: HiddenCar, step: Step): Consequence[] {
  const breaks = trueBreaks(car, step);
  const found: Consequence[] = [];
  for (const fault of car.faults) {
    if (!isOn(car, fault)) continue;
    const own = breaks.filter(({ one }) => isOf(fault, one, car));
    const bites = ownStepId(step.id) === fault.bites;
    if (!own.length && !bites) continue;
    const name = placeAt(car.document, fault.at)?.name ?? fault.at;
    const { harm, after } = FAULTS[fault.kind];
    const told = own.map(({ axle, one }) => doneWords(axle, one));
    const one = told[0] ?? { harm, words: after(name, fault) };
    found.push({ stepId: step.id, fault: faultKey(fault), ...one });
  }
  return found;
}

/** What would have happened had something been done that the record speaks against. */
export function refusedConsequence(stepId: string, refused: { code: string; message: string }): Consequence {
  const { harm, words } = REFUSED_WORDS[refused.code] ?? { harm: 'car' as const, words: refused.message };
  return {
    stepId,
    fault: null,
    harm,
    words: refused.code === 'anatomy' ? refused.message : `${words} ${refused.message}`,
  };
}

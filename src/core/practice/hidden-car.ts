import { type Axle, type LineOn } from '../anatomy/axle';
import { type Break, copyOf, ownBreaks, placesOf, touches, work } from '../anatomy/acts';
import { endNow } from '../procedure/on-axle';
import { axlesOf } from '../procedure/axles-of';
import { type RunDocument, type RunState, fastenerOf } from '../procedure/run-state';
import { type Step, endsOf } from '../procedure/types';
import { type Fault, faultKey, ownStepId } from './scenario';

/** The car as it is, not as the record has it: the record with its faults that nobody has put right. */
export interface HiddenCar {
  document: RunDocument;
  run: RunState;
  faults: readonly Fault[];
  /** Faults put right, by their keys. */
  mended: ReadonlySet<string>;
}

const isDone = (run: RunState, ownId: string): boolean =>
  [...run.done.keys()].some((id) => ownStepId(id) === ownId);

/** Is a fault on the car now: made, and not put right? */
export const isOn = ({ run, mended }: HiddenCar, fault: Fault): boolean =>
  !mended.has(faultKey(fault)) && (fault.since === null || isDone(run, fault.since));

export const lineAt = (axle: Axle, place: string): LineOn | undefined =>
  axle.lines.find((line) => [line.place, ...line.brackets].includes(place));

/** An axle with its hoses as short as they are. */
function axleWith(axle: Axle, faults: readonly Fault[]): Axle {
  const short = new Map(
    faults.flatMap((fault) => {
      const line = fault.kind === 'hose-short' ? lineAt(axle, fault.at) : undefined;
      return line ? [[line.id, fault.reach!] as const] : [];
    }),
  );
  if (!short.size) return axle;
  const lines = axle.lines.map((line) => ({ ...line, reach: short.get(line.id) ?? line.reach }));
  return { ...axle, lines, leastStop: Math.min(axle.leastStop, ...short.values()) };
}

/** An end as it truly is. */
export function trueEnd(car: HiddenCar, axle: Axle) {
  const now = copyOf(endNow(car.document, car.run, axle.end));
  for (const fault of car.faults) {
    if (!isOn(car, fault)) continue;
    // A hose renewed is as long as the new one is.
    if (fault.kind === 'hose-short') {
      const line = lineAt(axle, fault.at);
      if (line) now.hang.renewed.delete(line.id);
    }
    if (fault.kind === 'bolt-tight') {
      now.loose.delete(fault.at);
      now.hang.removed.delete(fault.at);
      // Whatever the record has open by this bolt is not.
      for (const joint of axle.fastenedAt.get(fault.at) ?? []) now.open.delete(joint.place);
    }
    if (fault.kind === 'lead-on') {
      const line = lineAt(axle, fault.at);
      for (const place of line ? [line.place, ...line.brackets] : []) {
        now.open.delete(place);
        now.loose.delete(place);
      }
    }
  }
  return now;
}

/** What a step breaks on the car as it is, that it would not break on the car of the record. */
export function trueBreaks(car: HiddenCar, step: Step): { axle: Axle; one: Break }[] {
  const places = placesOf(car.document);
  const finalAtRide = (id: string) => fastenerOf(car.document, id).final === 'on-wheels';
  const on = car.faults.filter((fault) => isOn(car, fault));
  if (!on.length) return [];
  return axlesOf(car.document).flatMap((plain) => {
    const axle = axleWith(plain, on);
    if (!endsOf(step).includes(axle.end) || !touches(axle, step, places)) return [];
    const before = trueEnd(car, axle);
    const after = copyOf(before);
    const found = work(axle, after, step, places, finalAtRide);
    const byRecord = work(plain, copyOf(endNow(car.document, car.run, axle.end)), step, places, finalAtRide);
    const known = new Set(byRecord.map(({ code, ref }) => `${code} ${ref}`));
    return ownBreaks(axle, found, before, after)
      .filter(({ code, ref }) => !known.has(`${code} ${ref}`))
      .map((one) => ({ axle, one }));
  });
}

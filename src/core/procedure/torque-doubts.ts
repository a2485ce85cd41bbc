import { compareTorque } from '../calc/torque.compare';
import { convertTorque } from '../calc/torque.convert';
import type { EntryOf } from '../ledger/entries';
import type { TorqueData } from '../ledger/kinds/bay';
import { torqueBoth } from '../units/torque-text';
import { type RunDocument, type RunState, placedName } from './engine';
import { plausibleBand } from './plausible-band';
import type { Fastener } from './types';

/** Fasteners of the same thread, grade and name at other places: what a value is held against besides its twin. */
const alike = (run: RunDocument, fastener: Fastener) =>
  run.fasteners.filter(
    (other) =>
      other.id !== fastener.id &&
      other.thread === fastener.thread &&
      other.grade === fastener.grade &&
      other.name === fastener.name,
  );

/**
 * What speaks against a value by the plausible band of a fastener's thread and grade, N·m.
 * @returns null within the band, or where thread or grade have none
 */
export function unlikelyTorque(fastener: Fastener, nm: number): string | null {
  const band = plausibleBand(fastener);
  if (!band || (nm >= band.low && nm <= band.high)) return null;
  const { low, high } = band;
  return `It is ${nm < low ? 'low' : 'high'} for such a bolt: plausible is ${torqueBoth(low)} to ${torqueBoth(high)}.`;
}

/**
 * What speaks against a value about to be entered: off the plausible band of its thread and grade, another value than
 * its twin's, or a ratio to it that smells of the wrong unit. A guard, never a source of values.
 * @param nm the value, N·m
 * @param angleDeg the angle it is turned by after; the torque before it is a snug one, in no band
 */
export function valueSlips(
  run: RunDocument,
  state: RunState,
  fastener: Fastener,
  nm: number,
  angleDeg: number | null,
): string[] {
  const doubts: string[] = [];
  const twins = [
    ...run.fasteners.filter((other) => other.id === fastener.mate),
    ...alike(run, fastener).filter((other) => other.id !== fastener.mate),
  ];
  for (const twin of twins) {
    const spec = state.fasteners.get(twin.id)?.spec;
    if (!spec) continue;
    const { unitSlip } = compareTorque({ target: spec.nm, reading: nm });
    if (unitSlip)
      doubts.push(`${placedName(twin)} has ${torqueBoth(spec.nm)}: this looks like the wrong unit.`);
    break;
  }
  const unlikely = angleDeg === null ? unlikelyTorque(fastener, nm) : null;
  return unlikely ? [...doubts, unlikely] : doubts;
}

const readingNm = (reading: TorqueData['reading']) =>
  'value' in reading ? convertTorque(reading.value, reading.unit).nm : null;

/** Twins torqued differently pull and knock: the other side's value and last reading, where they differ. */
export function twinDoubts(
  run: RunDocument,
  state: RunState,
  torques: readonly EntryOf<'torque'>[],
  fastener: Fastener,
  reading: TorqueData['reading'],
): string[] {
  const twin = run.fasteners.find((other) => other.id === fastener.mate);
  if (!twin) return [];
  const [own, other] = [state.fasteners.get(fastener.id)?.spec, state.fasteners.get(twin.id)?.spec];
  if (own && other && Math.abs(own.nm - other.nm) > 0.5)
    return [`Its twin, ${placedName(twin)}, goes by ${torqueBoth(other.nm)}.`];
  const last = torques.filter((entry) => entry.data.fastenerId === twin.id).pop();
  const [mine, theirs] = [readingNm(reading), last ? readingNm(last.data.reading) : null];
  if (mine !== null && theirs !== null && Math.abs(mine / theirs - 1) > 0.04)
    return [`Its twin, ${placedName(twin)}, read ${torqueBoth(theirs)}.`];
  return [];
}

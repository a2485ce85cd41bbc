import { Refusal } from '../refusal';
import { MM_PER_INCH } from '../units/length';

export interface TorquePlausibleInput {
  thread: string;
  grade: string;
  lubricated?: boolean;
  entered?: number;
}

interface Thread {
  /** Nominal diameter, mm. */
  diameter: number;
  /** Tensile stress area, mm². */
  stressArea: number;
  system: 'metric' | 'inch';
}

const badThread = (thread: string) =>
  new Refusal('bad-thread', `"${thread}" is not a thread we read: write M14x1.5 or 7/16-14.`, 'thread');

/** Reads `M14x1.5`, `7/16-14` or `1-1/8-7`. */
function readThread(thread: string): Thread {
  const metric = /^M(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)$/i.exec(thread);
  if (metric) {
    const diameter = Number(metric[1]);
    const root = diameter - 0.9382 * Number(metric[2]);
    if (root <= 0 || Number(metric[2]) <= 0) throw badThread(thread);
    return { diameter, stressArea: (Math.PI / 4) * root * root, system: 'metric' };
  }
  const inch = /^(?:(\d+)-)?(?:(\d+)\/(\d+)|(\d+))-(\d+(?:\.\d+)?)$/.exec(thread);
  if (!inch || (inch[1] !== undefined && inch[2] === undefined)) throw badThread(thread);
  const whole = Number(inch[1] ?? 0) + Number(inch[4] ?? 0);
  const inches = whole + (inch[2] === undefined ? 0 : Number(inch[2]) / Number(inch[3]));
  const root = inches - 0.9743 / Number(inch[5]);
  if (!(root > 0) || !Number.isFinite(inches)) throw badThread(thread);
  return {
    diameter: inches * MM_PER_INCH,
    stressArea: (Math.PI / 4) * root * root * MM_PER_INCH * MM_PER_INCH,
    system: 'inch',
  };
}

/** Proof stress in MPa of a grade at a diameter (mm). */
function proofStress(grade: string, thread: Thread): number {
  const metric: Record<string, number> = {
    '8.8': thread.diameter <= 16 ? 580 : 600,
    '10.9': 830,
    '12.9': 970,
  };
  const inch: Record<string, number> = {
    '5': thread.diameter <= MM_PER_INCH ? 586.054 : 510.212,
    '8': 827.371,
  };
  const proof = (thread.system === 'metric' ? metric : inch)[grade];
  if (proof === undefined) {
    const known = thread.system === 'metric' ? '8.8, 10.9 or 12.9' : '5 or 8';
    throw new Refusal('bad-grade', `Grade "${grade}" is not one we know for this thread: ${known}.`, 'grade');
  }
  return proof;
}

/**
 * A plausible band for a fastener's torque in N·m, to catch slipped digits and unit slips. Never a source of specs.
 * @returns stress area (mm²), clamp force (N), typical/low/high torque, and with `entered` where it falls
 */
export function plausibleTorque({ thread, grade, lubricated = false, entered }: TorquePlausibleInput) {
  const read = readThread(thread);
  const clamp = 0.75 * proofStress(grade, read) * read.stressArea;
  const typical = ((lubricated ? 0.15 : 0.2) * read.diameter * clamp) / 1000;
  const low = 0.4 * typical;
  const high = 1.4 * typical;
  const band = { stressArea: read.stressArea, clamp, typical, low, high };
  if (entered === undefined) return band;
  const verdict: 'low' | 'plausible' | 'high' = entered < low ? 'low' : entered > high ? 'high' : 'plausible';
  return { ...band, verdict };
}

import { Refusal } from '../refusal';

import { springLength } from './coil.swap';

export interface CoilCutInput {
  free: number;
  rate: number;
  activeCoils: number;
  pitch: number;
  wheelLoad: number;
  motionRatio: number;
  cuts: number[];
}

/**
 * What cutting turns off a coil with open ends does: it stands lower and stiffer.
 * @param input free length and pitch (mm), rate (N/mm), working turns, wheel load (N), motion ratio, turns to cut
 * @returns the length installed now and for each cut its rate, free and installed length and the drop at the wheel (mm)
 * @throws Refusal when a cut leaves no working turn, or no length under the load
 */
export function cutCoil(input: CoilCutInput) {
  const { free, rate, activeCoils, pitch, wheelLoad, motionRatio: ratio, cuts } = input;
  const force = wheelLoad / ratio;
  const installedNow = springLength({ free, rate }, force, 'rate');
  const rows = cuts.map((cut, index) => {
    const field = `cuts[${index}]`;
    if (cut >= activeCoils)
      throw new Refusal('no-solution', 'That cut leaves no working turn of the spring.', field);
    const stiffer = (rate * activeCoils) / (activeCoils - cut);
    const shorter = free - cut * pitch;
    const installed = springLength({ free: shorter, rate: stiffer }, force, field);
    return { cut, rate: stiffer, free: shorter, installed, drop: (installedNow - installed) / ratio };
  });
  return { installedNow, rows };
}

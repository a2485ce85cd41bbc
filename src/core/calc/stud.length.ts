import Joi from 'joi';
import { calculator } from './calculator';
import { positive, zeroOrMore } from './fields';

export interface StudLengthInput {
  protrusion: number;
  pocketDepth: number;
  nut: number;
  pitch: number;
  clearance?: number;
  minThreads?: number;
}

/**
 * What must come off a stud that stands into a spacer's pocket, and whether the nut still has its threads.
 * @param input lengths in mm, thread pitch in mm
 * @returns the cut (mm), threads beyond the nut after it, and whether those are enough
 */
export function trimStud(input: StudLengthInput) {
  const { protrusion, pocketDepth, nut, pitch, clearance = 1.5, minThreads = 1 } = input;
  const cut = Math.max(0, protrusion + clearance - pocketDepth);
  const threadsBeyondNut = (protrusion - cut - nut) / pitch;
  return { cut, threadsBeyondNut, ok: threadsBeyondNut >= minThreads };
}

export const studLength = calculator({
  name: 'stud.length',
  summary: 'How much of a stud must be cut, in mm, and the threads left beyond its nut.',
  principle: 'The stud must stay its clearance short of the pocket’s bottom, and proud of its nut.',
  input: Joi.object<StudLengthInput>({
    protrusion: positive().required(),
    pocketDepth: positive().required(),
    nut: positive().required(),
    pitch: positive().required(),
    clearance: zeroOrMore(),
    minThreads: zeroOrMore(),
  }),
  run: trimStud,
});

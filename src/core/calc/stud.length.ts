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

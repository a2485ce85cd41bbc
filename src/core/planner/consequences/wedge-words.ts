import type { SuspensionKind } from '../axle-kinds';
import type { OneEnd } from '../measures';

/**
 * A wedge in words: how much, which way its thick end lies, and what that does.
 * @param deg by how much it tips the pinion’s nose down, degrees; minus is up
 */
export function describeWedge(kind: SuspensionKind, end: OneEnd, deg: number): string {
  // Between perch and spring the thick end pushes its end of the axle down where the spring lies above, up where below.
  const above = kind !== 'leaf-under';
  // A rear pinion points forward, a front one rearward.
  const noseDown = deg > 0;
  const thickAtNose = noseDown === above;
  const nose = end === 'rear' ? 'forward' : 'rearward';
  const other = end === 'rear' ? 'rearward' : 'forward';
  const effect = end === 'front' ? `, caster ${noseDown ? 'comes back' : 'goes'}` : '';
  return `Axle wedges, ${Math.abs(deg)}°, thick end ${thickAtNose ? nose : other}: the pinion’s nose goes ${noseDown ? 'down' : 'up'}${effect}`;
}

import { toDeg } from '../calc/geometry';

/** An arm that turns on the body, and a link from its end to what goes up and down with the wheel: a bar, a level sensor. */
export interface Crank {
  /** The arm's run, and how far its link end lies below its pivot, mm. */
  run: number;
  drop: number;
  /** How far the link's other end stands above the arm's end, mm; minus: it hangs below. */
  rise: number;
  /** How much longer the link is than it was, mm. */
  longer?: number;
}

/** How a crank stands: where its arm points, how far it has opened, and what the link lacks where it is pulled straight. */
export interface CrankPlace {
  /** How far the arm points below level, degrees. */
  armDeg: number;
  /** The angle between arm and link, degrees: at 180 they lie in one line, and the link may turn over. */
  openDeg: number;
  /** How much too short the link is to reach at all, mm; 0 where it reaches. */
  short: number;
  /** The arm's end and the link's other end from the arm's pivot, mm: outward, and up. */
  end: { x: number; y: number };
  far: { x: number; y: number };
}

/**
 * Where a crank stands when the link's far end has gone down: two circles, on the side on which the arm's end lay.
 * @param down how far the wheel's end went down against the arm's pivot, mm
 */
export function crankAt({ run, drop, rise, longer = 0 }: Crank, down: number): CrankPlace {
  const arm = Math.hypot(run, drop);
  const link = Math.max(1, Math.abs(rise) + longer);
  const far = { x: run, y: -drop + rise - down };
  const apart = Math.hypot(far.x, far.y);
  // Pulled straight or folded flat, the arm points along the line to the link's other end, or away from it.
  const [most, least] = [arm + link, Math.abs(arm - link)];
  const reach = Math.min(most, Math.max(least, apart));
  const along = (arm * arm - link * link + reach * reach) / (2 * reach);
  const off = Math.sqrt(Math.max(0, arm * arm - along * along));
  const [ux, uy] = [far.x / apart, far.y / apart];
  const side = Math.sign(run * (far.y + down) + drop * far.x) || 1;
  const end = { x: along * ux + side * off * uy, y: along * uy - side * off * ux };
  const cosine = (arm * arm + link * link - reach * reach) / (2 * arm * link);
  return {
    armDeg: toDeg(Math.atan2(-end.y, end.x)),
    openDeg: toDeg(Math.acos(Math.max(-1, Math.min(1, cosine)))),
    short: Math.max(0, apart - most),
    end,
    far,
  };
}

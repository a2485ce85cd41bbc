import { Refusal } from '../refusal';
import { lengthOf, spanOf, toDeg } from './geometry';

interface Link {
  /** Length and rise of the frame end above the axle end, mm. */
  length: number;
  rise: number;
}

export interface DragLinkSteerInput {
  dragLink: Link;
  trackBar?: Link;
  /** Are both frame ends on one side of the car? */
  sameSide?: boolean;
  /** The steering arm on the knuckle, mm. */
  arm: number;
  lift: number;
  pitmanDrop?: number;
  barDrop?: number;
}

/** How far each bump and droop is looked at for bump steer, mm. */
const BUMP = 25;

/**
 * How lift steers a solid axle through its drag link, front view: the link and the track bar each swing about their frame
 * end, and what they do not share turns the knuckle by its steering arm.
 * @param input lengths and rises (frame end above axle end), lift and drops of the frame ends, mm
 * @returns pull of the link and shift of the axle (toward the frame mount +), what remains of it, and the length that undoes it,
 *   mm; the turn of the wheels, both slopes and what they differ by, and the turn 25 mm up and down from there, degrees
 * @throws Refusal when a link or bar cannot reach, or the arm cannot turn that far
 */
export function steerByDragLink(input: DragLinkSteerInput) {
  const { dragLink, trackBar, sameSide = true, arm, lift, pitmanDrop = 0, barDrop = 0 } = input;
  const at = (height: number) => {
    const dragRise = dragLink.rise + height - pitmanDrop;
    const before = spanOf(dragLink.length, dragLink.rise, 'dragLink.length', 'The drag link');
    const dragPull = before - spanOf(dragLink.length, dragRise, 'lift', 'The drag link');
    const barRise = trackBar ? trackBar.rise + height - barDrop : null;
    const axleShift =
      trackBar && barRise !== null
        ? spanOf(trackBar.length, trackBar.rise, 'trackBar.length', 'The track bar') -
          spanOf(trackBar.length, barRise, 'lift', 'The track bar')
        : 0;
    const relative = sameSide ? dragPull - axleShift : dragPull + axleShift;
    if (Math.abs(relative) > arm)
      throw new Refusal('no-solution', 'The steering arm cannot turn that far: check the numbers.', 'arm');
    return {
      dragRise,
      barRise,
      before,
      dragPull,
      axleShift,
      relative,
      steerDeg: toDeg(Math.asin(relative / arm)),
    };
  };
  const now = at(lift);
  const wanted = now.before - (sameSide ? now.axleShift : -now.axleShift);
  const dragSlopeDeg = toDeg(Math.asin(now.dragRise / dragLink.length));
  const barSlopeDeg = trackBar ? toDeg(Math.asin(now.barRise! / trackBar.length)) : null;
  return {
    dragPull: now.dragPull,
    axleShift: now.axleShift,
    relative: now.relative,
    steerDeg: now.steerDeg,
    lengthen: lengthOf(wanted, now.dragRise) - dragLink.length,
    dragSlopeDeg,
    barSlopeDeg,
    slopeApartDeg: barSlopeDeg === null ? null : dragSlopeDeg - barSlopeDeg,
    bumpSteer: {
      up: at(lift - BUMP).steerDeg - now.steerDeg,
      down: at(lift + BUMP).steerDeg - now.steerDeg,
    },
  };
}

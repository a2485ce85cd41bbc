import { capital } from '../wording';
import type { Break } from './acts';
import type { Axle } from './axle';

const SIDE_WORDS: Record<string, string> = { left: 'left ', right: 'right ' };

type What = 'joint' | 'other';

/** A joint, or a body, line or spring, as a mechanic says it: `left rear damper`, `front track bar`. */
export function nameOnAxle(axle: Axle, id: string, what: What): string {
  const thing =
    what === 'joint'
      ? axle.jointById.get(id)
      : (axle.bodies.get(id) ??
        axle.lines.find((line) => line.id === id) ??
        axle.springs.find((spring) => spring.id === id));
  if (!thing) return id;
  const name = 'name' in thing ? thing.name : axle.bodies.get(thing.body)!.name;
  return `${SIDE_WORDS[thing.side ?? ''] ?? ''}${axle.end} ${name}`;
}

/** Codes that point at a joint; the others point at what is joined. */
const AT_JOINT: readonly Break['code'][] = ['bush-bound', 'unmarked'];

const length = (mm = 0) => `${Math.round(mm)} mm`;

/** What an act would break, and what to do first, in a sentence. */
export function breakWords(axle: Axle, one: Break): string {
  const name = `the ${nameOnAxle(axle, one.ref, AT_JOINT.includes(one.code) ? 'joint' : 'other')}`;
  const down = length(one.drop);
  const most = length(one.most);
  const names = () => (one.joints ?? []).map((id) => nameOnAxle(axle, id, 'joint')).join(', ');
  const said: Record<Break['code'], () => string> = {
    'line-stretched': () =>
      one.drop === undefined
        ? `${name} is still on what comes off: free it first`
        : `${name} reaches ${most} of drop and the wheel hangs ${down}: free it first, at its bracket or plug`,
    'still-joined': () =>
      one.joints?.length === 0
        ? `${name} goes in and was never taken out: take it out first`
        : one.joints
          ? `${name} is still held by: ${names()}. Open that first`
          : `${name} is still joined and lets the wheel down ${most}, not ${down}: open one end of it first`,
    'spring-let-go': () =>
      `${name} is loaded: carry what it stands on with a jack, put a compressor on it, or let the wheel down until it is free`,
    falls: () => `nothing holds ${name} after this: carry it first`,
    'tied-across': () =>
      `${name} ties both sides, and one hangs ${down} lower: let both down together, or free it on one side first`,
    'bush-bound': () =>
      one.drop === undefined
        ? `the bushing of ${name} would be made tight away from ride height: snug it now, and torque it on its wheels`
        : `the bushing of ${name} would be turned by ${down} of drop with its bolt tight: ease it first`,
    unmarked: () =>
      `${name} sets the alignment: mark it before it is eased, and set and torque it at the rack after`,
  };
  return capital(`${said[one.code]()}.`);
}

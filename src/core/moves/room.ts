import type { RungId } from '../anatomy/refit-ladder';
import { roomNow } from '../procedure/refits';
import { Refusal } from '../refusal';
import { type MoveEntry, type MovingOrder, refuseOnTheRoad } from './move';

export interface RoomInput {
  stepId: string;
  rung: RungId;
}

/**
 * What made room to get a strut or coil back in: it is out, and what the rung opens or eases is so by the record, so that
 * it is closed again. @throws Refusal
 */
export function roomMove({ state, document, run }: MovingOrder, { stepId, rung }: RoomInput): MoveEntry[] {
  refuseOnTheRoad(state, 'rung');
  const room = roomNow(document, run, stepId);
  if (!room) throw new Refusal('no-refit', 'This step brings no strut or coil back in.', 'stepId');
  if (run.done.has(stepId) && !run.reopened.has(stepId))
    throw new Refusal('done', `By the record the ${room.name} is in.`, 'stepId');
  if (!run.hang[room.axle.end].out.has(room.body))
    throw new Refusal('not-out', `By the record the ${room.name} is not out.`, 'stepId');
  const used = room.rungs.find(({ id }) => id === rung);
  if (!used) throw new Refusal('no-rung', 'There is no such way to make room on this axle.', 'rung');
  if (state.roomMade.some(({ data }) => data.stepId === stepId && data.rung === rung))
    throw new Refusal('used-already', 'It is down as used already.', 'rung');
  if (used.closed.length)
    throw new Refusal(
      'closed',
      `By the record still closed: ${used.closed.join(', ')}. Write it down under Also opened, so that it is closed again.`,
      'rung',
    );
  const { name, corner, short } = room;
  return [{ kind: 'room.made', data: { stepId, corner, what: name, rung, title: used.title, short } }];
}

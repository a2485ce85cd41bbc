import type { PhotoData } from '../ledger/kinds/noted';
import type { OrderState } from '../ledger/order-state';
import { Refusal } from '../refusal';
import type { MoveEntry } from './move';

/** A picture bound to what it shows. @throws Refusal when it has not arrived, or shows nothing of this job */
export function photoMove(
  state: OrderState,
  binding: Omit<PhotoData, 'photoId' | 'sha256'>,
  picture: Pick<PhotoData, 'photoId' | 'sha256'> | null,
): MoveEntry[] {
  if (!picture) throw new Refusal('no-photo', 'That picture has not arrived.', 'photoId');
  if (binding.stepId && !state.document?.steps.some((step) => step.id === binding.stepId))
    throw new Refusal('no-step', 'This job has no such step.', 'stepId');
  if (!binding.stepId && !binding.corner && !binding.fastenerId && !binding.occasion)
    throw new Refusal('unbound', 'Say what the picture shows: a step, a corner or an occasion.', 'stepId');
  return [{ kind: 'photo', data: { ...picture, ...binding } }];
}

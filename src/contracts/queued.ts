import { type RunDocument, SUPPORT_WORDS, placedName } from '@/core/procedure/engine';
import offline from './offline-inputs.json';

/** What a device queues, as the text that is signed. */
export interface QueuedBody {
  id: string;
  name: string;
  input: Record<string, unknown>;
  deviceSeq: number;
  /** When it was done, by the device's clock set right by the server's. */
  at: string;
  personId: string;
  deviceId: string;
}

const OFFLINE: Record<string, { waits: string }> = offline;

/** What waits, in the shop's words. */
export const describeWaiting = (name: string) => OFFLINE[name]?.waits ?? name;

/** The words of an input that say themselves, by what they are called in it. */
const WRITTEN = ['text', 'caption', 'occasion', 'reason', 'what', 'note'];

/**
 * A queued move as somebody is told of it: what kind, of which step or fastener, and the words that were typed.
 * @param document the job's steps and fasteners, where it has begun
 * @returns `A torque: Strut top nuts, tower, left front`
 */
export function describeQueued(
  { name, input }: Pick<QueuedBody, 'name' | 'input'>,
  document: RunDocument | null,
): string {
  const step = document?.steps.find((one) => one.id === input.stepId);
  const fastener = document?.fasteners.find((one) => one.id === input.fastenerId);
  const support = SUPPORT_WORDS[input.to as keyof typeof SUPPORT_WORDS] as string | undefined;
  const written = WRITTEN.map((key) => input[key]).find((text) => typeof text === 'string' && text !== '');
  const about = fastener ? placedName(fastener) : (step?.do ?? support ?? (written as string | undefined));
  return about ? `${describeWaiting(name)}: ${about}` : describeWaiting(name);
}

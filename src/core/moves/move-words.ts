import { type RunDocument, SUPPORT_WORDS, placedName } from '../procedure/engine';
import { type OfflineCommand, isOfflineCommand } from './offline';

/** What waits, in the shop's words. */
const WORDS: Record<OfflineCommand, string> = {
  'step.done': 'A step done',
  'torque.record': 'A torque',
  'heights.record': 'Heights',
  'photo.bind': 'A photo',
  'clock.on': 'Clock started',
  'clock.off': 'Clock stopped',
  'support.set': 'Raised or lowered',
  'stuck.begin': 'Stuck',
  'stuck.end': 'No longer stuck',
  'finding.record': 'Something found',
  'watch.add': 'A doubt to watch',
  'setting.record': 'A setting',
};

export const moveWords = (name: string) => (isOfflineCommand(name) ? WORDS[name] : name);

/** The words of an input that say themselves, by what they are called in it. */
const WRITTEN = ['text', 'caption', 'occasion', 'reason', 'what', 'note'];

/**
 * A queued move as somebody is told of it: what kind, of which step or fastener, and the words that were typed.
 * @param document the job's steps and fasteners, where it has begun
 * @returns `A torque: Strut top nuts, tower, left front`
 */
export function moveTold(
  { name, input }: { name: string; input: Record<string, unknown> },
  document: RunDocument | null,
): string {
  const step = document?.steps.find((one) => one.id === input.stepId);
  const fastener = document?.fasteners.find((one) => one.id === input.fastenerId);
  const support = SUPPORT_WORDS[input.to as keyof typeof SUPPORT_WORDS] as string | undefined;
  const written = WRITTEN.map((key) => input[key]).find((text) => typeof text === 'string' && text !== '');
  const about = fastener ? placedName(fastener) : (step?.do ?? support ?? (written as string | undefined));
  return about ? `${moveWords(name)}: ${about}` : moveWords(name);
}

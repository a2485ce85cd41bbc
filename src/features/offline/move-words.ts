import { type OfflineCommand, isOfflineCommand } from '@/core/moves/offline';

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

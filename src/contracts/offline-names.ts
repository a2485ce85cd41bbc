import type { OfflineName } from './commands';

/** The commands that may be given without network, by name alone: what they do is fetched as one is kept. */
const NAMES: Record<OfflineName, true> = {
  'step.done': true,
  'figure.record': true,
  'try.record': true,
  'compare.record': true,
  'cut.record': true,
  'support.set': true,
  'torque.record': true,
  'heights.record': true,
  'clock.on': true,
  'clock.off': true,
  'photo.bind': true,
  'also.open': true,
  'stuck.begin': true,
  'stuck.end': true,
  'finding.record': true,
  'watch.add': true,
  'setting.record': true,
};

export const isOfflineCommand = (name: string): name is OfflineName => Object.hasOwn(NAMES, name);
export const OFFLINE_COMMANDS = Object.keys(NAMES) as OfflineName[];

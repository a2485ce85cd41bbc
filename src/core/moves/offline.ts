/**
 * What a tablet may do without network: work on the car and its record. Signing in, approvals, overrides and second
 * checks are somebody else's yes and need the network; so does a cut, which nobody takes back.
 */
export const OFFLINE_COMMANDS = [
  'step.done',
  'torque.record',
  'heights.record',
  'photo.bind',
  'clock.on',
  'clock.off',
  'support.set',
  'stuck.begin',
  'stuck.end',
  'finding.record',
  'watch.add',
  'setting.record',
] as const;
export type OfflineCommand = (typeof OFFLINE_COMMANDS)[number];

export const isOfflineCommand = (name: string): name is OfflineCommand =>
  (OFFLINE_COMMANDS as readonly string[]).includes(name);

/** Moves that open, close, raise or lower something. */
export const MOVES_THE_CAR: ReadonlySet<string> = new Set(['step.done', 'support.set']);

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

import type { OfflineName } from './commands';
import names from './offline-names.json';

/** The commands that may be given without network, by name alone: what they do is fetched as one is kept. */
export const OFFLINE_COMMANDS = names as OfflineName[];

export const isOfflineCommand = (name: string): name is OfflineName => (names as string[]).includes(name);

import type { EntryKind, EntryOf } from '@/core/ledger/entries';
import { placedName } from '@/core/procedure/engine';
import type { RunDocument } from '@/core/procedure/run-state';
import type { CommandName } from '../commands';
import type { EntryContract, EntryContracts, EntryNames, Projection } from '../entry';
import type { EntryArea } from '../live';
import { arrival } from './arrival';
import { bay } from './bay';
import { comingBack } from './coming-back';
import { handedOver } from './handed-over';
import { measured } from './measured';
import { noted } from './noted';
import { planned } from './planned';
import { shop } from './shop';
import { trial } from './trial';

const AREAS: Record<EntryArea, object> = {
  arrival,
  planned,
  bay,
  measured,
  'on trial': trial,
  noted,
  'handed over': handedOver,
  'coming back': comingBack,
  shop,
};
/** The part of the work a kind of entry is of. */
export const areaOf = (kind: EntryKind): EntryArea =>
  (Object.keys(AREAS) as EntryArea[]).find((area) => Object.hasOwn(AREAS[area], kind))!;

/** Every kind of entry by its name. */
export const ENTRY_CONTRACTS: EntryContracts<EntryKind> = {
  ...arrival,
  ...planned,
  ...bay,
  ...measured,
  ...trial,
  ...noted,
  ...handedOver,
  ...comingBack,
  ...shop,
};
export const ENTRY_KINDS = Object.keys(ENTRY_CONTRACTS) as EntryKind[];

export const entryContract = <K extends EntryKind>(kind: K): EntryContract<K> => ENTRY_CONTRACTS[kind];
export const projectionsOf = (kind: EntryKind): readonly Projection[] =>
  entryContract(kind).projections ?? [];
export const correctionsOf = (kind: EntryKind): readonly CommandName[] =>
  entryContract(kind).correctedBy ?? [];

/** What the ids in an order's entries are called. */
export function namesIn(document: RunDocument | null, people: Record<string, string>): EntryNames {
  const thing = (id: string) => {
    const found = document?.fasteners.find((candidate) => candidate.id === id);
    return found ? placedName(found) : id;
  };
  return {
    thing,
    things: (ids) =>
      ids
        .map((id) => {
          const item = document?.items.find((candidate) => candidate.id === id);
          return item ? placedName(item) : thing(id);
        })
        .join('; '),
    step: (id) => document?.steps.find((candidate) => candidate.id === id)?.do ?? id ?? '',
    person: (id) => people[id] ?? '',
  };
}

/** One line of the trail for an entry, in the shop's words. */
export const describeEntry = <K extends EntryKind>(
  entry: EntryOf<K>,
  document: RunDocument | null,
  people: Record<string, string>,
): string => entryContract(entry.kind).describe(entry, namesIn(document, people));

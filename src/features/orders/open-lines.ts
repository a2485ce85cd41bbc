import {
  type RunDocument,
  type RunState,
  forbidsDrive,
  looseFasteners,
  openItems,
  placedName,
} from '@/core/procedure/engine';

const FORBIDS = {
  ground: 'keeps it off the ground',
  drive: 'keeps it from being driven',
  handoff: 'before it is handed over',
} as const;

/** What is open or loose on a car, in words, and what that forbids now. */
export interface OpenLines {
  lines: { id: string; sign: 'open' | 'thin' | 'broken' | 'full'; name: string; words: string }[];
  /** Why it is not to be driven; null where it may be. */
  notDriven: string | null;
}

export function openLines(document: RunDocument, run: RunState): OpenLines {
  const open = openItems(document, run);
  const loose = looseFasteners(document, run);
  const refused = forbidsDrive(document, run);
  const owed = document.fasteners.filter((one) => run.fasteners.get(one.id)!.owesCheck);
  const lines: OpenLines['lines'] = [
    ...open.map(({ item }) => ({
      id: item.id,
      sign: 'open' as const,
      name: placedName(item),
      words: FORBIDS[item.closeBefore ?? 'handoff'],
    })),
    ...loose.map(({ fastener, looseness }) => ({
      id: fastener.id,
      sign: looseness === 'snug' ? ('thin' as const) : ('broken' as const),
      name: placedName(fastener),
      words: looseness === 'snug' ? 'snug only' : 'loosened',
    })),
    ...owed.map((fastener) => ({
      id: fastener.id,
      sign: 'full' as const,
      name: placedName(fastener),
      words: 'owes a second check',
    })),
  ];
  const why = [
    open.length && `${open.length} open`,
    loose.length && `${loose.length} loose`,
    refused.some(({ code }) => code === 'check') && 'a check is owed',
  ].filter(Boolean);
  return {
    lines,
    notDriven: refused.length > 0 && lines.length > 0 ? `Not to be driven: ${why.join(', ')}.` : null,
  };
}

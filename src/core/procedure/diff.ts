import type { Procedure } from './types';

export interface Difference {
  what: 'item' | 'fastener' | 'step' | 'way' | 'head';
  id: string;
  change: 'added' | 'removed' | 'moved' | 'changed';
  /** The fields that differ, with what they were and are. */
  fields: { name: string; was: string; is: string }[];
}

/** A value as a line to read; the order in which a file names its fields makes no difference. */
function text(value: unknown): string {
  if (value === undefined || value === null) return '';
  if (Array.isArray(value)) return value.map(text).join('; ');
  if (typeof value !== 'object') return String(value);
  return Object.entries(value)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, one]) => `${name} ${text(one)}`)
    .join(', ');
}

/** The fields by which two things differ, each with what it was and is, as a line to read. */
export function changedFields(was: object, is: object): Difference['fields'] {
  const names = [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((name) => name !== 'id');
  return names.flatMap((name) => {
    const [a, b] = [
      text((was as Record<string, unknown>)[name]),
      text((is as Record<string, unknown>)[name]),
    ];
    return a === b ? [] : [{ name, was: a, is: b }];
  });
}

/** The members of the longest run of ids that keep their order: all others have moved. */
function keptOrder(was: string[], is: string[]): Set<string> {
  const length = was
    .map(() => new Array<number>(is.length + 1).fill(0))
    .concat([new Array<number>(is.length + 1).fill(0)]);
  for (let i = was.length - 1; i >= 0; i -= 1) {
    for (let j = is.length - 1; j >= 0; j -= 1) {
      length[i]![j] =
        was[i] === is[j] ? length[i + 1]![j + 1]! + 1 : Math.max(length[i + 1]![j]!, length[i]![j + 1]!);
    }
  }
  const kept = new Set<string>();
  for (let i = 0, j = 0; i < was.length && j < is.length;) {
    if (was[i] === is[j]) {
      kept.add(was[i]!);
      i += 1;
      j += 1;
    } else if (length[i + 1]![j]! >= length[i]![j + 1]!) i += 1;
    else j += 1;
  }
  return kept;
}

function listDifferences(
  what: Difference['what'],
  was: { id: string }[],
  is: { id: string }[],
): Difference[] {
  const before = new Map(was.map((thing) => [thing.id, thing]));
  const after = new Map(is.map((thing) => [thing.id, thing]));
  const both = is.filter(({ id }) => before.has(id)).map(({ id }) => id);
  const kept = keptOrder(
    was.filter(({ id }) => after.has(id)).map(({ id }) => id),
    both,
  );
  return [
    ...was
      .filter(({ id }) => !after.has(id))
      .map(({ id }): Difference => ({ what, id, change: 'removed', fields: [] })),
    ...is.flatMap((thing): Difference[] => {
      const old = before.get(thing.id);
      if (!old) return [{ what, id: thing.id, change: 'added', fields: changedFields({}, thing) }];
      const fields = changedFields(old, thing);
      return [
        ...(kept.has(thing.id) ? [] : [{ what, id: thing.id, change: 'moved' as const, fields: [] }]),
        ...(fields.length ? [{ what, id: thing.id, change: 'changed' as const, fields }] : []),
      ];
    }),
  ];
}

/** What changed from one version of a procedure to another: items, fasteners, steps with their order, and ways. */
export function diffProcedures(was: Procedure, is: Procedure): Difference[] {
  const head = ({ title, summary, fits }: Procedure) => ({ title, summary, fits });
  const fields = changedFields(head(was), head(is));
  return [
    ...(fields.length ? [{ what: 'head' as const, id: is.id, change: 'changed' as const, fields }] : []),
    ...listDifferences('item', was.items, is.items),
    ...listDifferences('fastener', was.fasteners, is.fasteners),
    ...listDifferences('step', was.steps, is.steps),
    ...listDifferences('way', was.ways, is.ways),
  ];
}

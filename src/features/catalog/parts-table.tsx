'use client';

import { useMemo, useState } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import { partKind } from '@/core/planner/part-kinds';
import { hoursText, moneyText } from '@/core/units/money';
import type { ListedPart } from '@/server/queries/catalog';
import { Button } from '@/ui/button';
import { type Column, DataTable } from '@/ui/data-table';
import { type Choice, Select } from '@/ui/select';
import { CsvButtons } from './csv-buttons';

const textOf = (part: ListedPart) =>
  `${part.code} ${part.name} ${partKind(part.kind).name} ${part.kit ?? ''}`;

/** What a part is for, what it is rated for and what it needs, in a line. */
function describePart(part: ListedPart, unit: 'in' | 'mm', codes: Map<string, string>): string {
  const named = (ids: string[]) => ids.map((id) => codes.get(id)).join(', ');
  return [
    `${partKind(part.kind).name}, ${part.end === 'both' ? 'both axles' : part.end}`,
    part.kit,
    part.rated && `rated ${formatTape(part.rated.least, unit)} to ${formatTape(part.rated.most, unit)}`,
    part.requires.length > 0 && `needs ${named(part.requires)}`,
    part.excludes.length > 0 && `not with ${named(part.excludes)}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** What parts are told apart by, each once, by its words. */
const namesOf = (parts: readonly ListedPart[], nameOf: (part: ListedPart) => Choice | null): Choice[] =>
  [
    ...new Map(
      parts.flatMap((part) => {
        const named = nameOf(part);
        return named ? [named] : [];
      }),
    ),
  ].sort((a, b) => a[1].localeCompare(b[1]));

/** The parts of the catalog: found by letters, sorted by what they lift, cost and take. */
export function PartsTable({
  parts,
  codes,
  unit,
  currency,
  onOpen,
}: {
  parts: ListedPart[];
  codes: Map<string, string>;
  unit: 'in' | 'mm';
  currency: string;
  /** Opens a part, or a new one; null for whoever may only look. */
  onOpen: ((part: ListedPart | null) => void) | null;
}) {
  const columns = useMemo<Column<ListedPart>[]>(
    () => [
      {
        id: 'code',
        header: 'Code',
        className: 'font-head whitespace-nowrap',
        sortBy: (part) => part.code,
        cell: (part) =>
          onOpen ? (
            <button
              type="button"
              className="line cursor-pointer underline after:absolute after:inset-0"
              onClick={() => onOpen(part)}
            >
              {part.code}
            </button>
          ) : (
            part.code
          ),
      },
      {
        id: 'part',
        header: 'Part',
        names: true,
        sortBy: (part) => part.name,
        cell: (part) => (
          <>
            {part.name}
            <span className="block text-sm font-normal text-soft">{describePart(part, unit, codes)}</span>
          </>
        ),
      },
      {
        id: 'claims',
        header: 'Claims',
        align: 'right',
        className: 'figure',
        sortBy: (part) => part.claimed,
        cell: (part) => (part.claimed == null ? '' : formatTape(part.claimed, unit)),
      },
      {
        id: 'price',
        header: 'Price',
        align: 'right',
        className: 'figure',
        sortBy: (part) => part.cost,
        cell: (part) => moneyText(part.cost, currency),
      },
      {
        id: 'hours',
        header: 'Hours',
        align: 'right',
        className: 'figure',
        sortBy: (part) => part.minutes,
        cell: (part) => hoursText(part.minutes),
      },
    ],
    [codes, currency, onOpen, unit],
  );
  const [only, setOnly] = useState({ kind: '', end: '', kit: '' });
  const kinds = useMemo(() => namesOf(parts, ({ kind }) => [kind, partKind(kind).name]), [parts]);
  const kits = useMemo(() => namesOf(parts, ({ kit }) => (kit ? [kit, kit] : null)), [parts]);
  const rows = useMemo(
    () =>
      parts.filter(
        ({ kind, end, kit }) =>
          (!only.kind || kind === only.kind) &&
          (!only.end || end === only.end || end === 'both') &&
          (!only.kit || kit === only.kit),
      ),
    [parts, only],
  );
  const filter = (name: keyof typeof only, words: string, options: readonly Choice[]) => (
    <Select
      className="w-auto max-w-52"
      aria-label={words}
      value={only[name]}
      onValue={(next) => setOnly({ ...only, [name]: next })}
      options={options}
    />
  );
  return (
    <section id="parts" className="scroll-mt-4">
      <h2 className="pb-3">Parts</h2>
      <DataTable
        rows={rows}
        columns={columns}
        idOf={(part) => part.id}
        find={{ label: 'Find a part', textOf }}
        nothing="No part of this kind is called like that."
      >
        {filter('kind', 'Of which kind', [['', 'every kind'], ...kinds])}
        {filter('end', 'For which axle', [
          ['', 'both axles'],
          ['front', 'front'],
          ['rear', 'rear'],
        ])}
        {filter('kit', 'Of which kit', [['', 'with and without a kit'], ...kits])}
        <CsvButtons />
        {onOpen && (
          <Button weight="pen" onClick={() => onOpen(null)}>
            New part
          </Button>
        )}
      </DataTable>
    </section>
  );
}

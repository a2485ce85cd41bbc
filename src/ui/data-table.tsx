'use client';

import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  columnFilteringFeature,
  globalFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  filterFns: { includesString: filterFn_includesString },
});

/** More rows than this are drawn only where they are looked at. */
const DRAWN_WHOLE = 120;
const ROW_PX = 48;

export interface Column<Row> {
  id: string;
  header: string;
  cell: (row: Row) => ReactNode;
  /** What its rows are sorted by, by whoever presses its head; without it the column is not sorted by. */
  sortBy?: (row: Row) => string | number | null | undefined;
  /** Its cells name the row. */
  names?: boolean;
  align?: 'right';
  className?: string;
}

interface Props<Row> {
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  idOf: (row: Row) => string;
  /** What rows are found by, with the words of the field; without it there is none. */
  find?: { label: string; textOf: (row: Row) => string };
  /** What stands where nothing is found. */
  nothing: string;
  /** Beside the field that finds. */
  children?: ReactNode;
}

const SIGN = { asc: ArrowUp, desc: ArrowDown } as const;
const SORTED = { asc: 'ascending', desc: 'descending' } as const;

/** Everything is drawn for paper, however long. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => setPrinting(true);
    const end = () => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return printing;
}

/** A list that is sorted by its heads and found in by letters; a long one is drawn only where it is looked at. */
export function DataTable<Row extends object>({ rows, columns, idOf, find, nothing, children }: Props<Row>) {
  const body = useRef<HTMLTableSectionElement>(null);
  const [top, setTop] = useState(0);
  const printing = usePrinting();
  const textOf = find?.textOf;
  const defs = useMemo(() => {
    const helper = createColumnHelper<typeof features, Row>();
    return helper.columns([
      ...columns.map((column) =>
        helper.accessor((row) => column.sortBy?.(row) ?? undefined, {
          id: column.id,
          enableSorting: column.sortBy !== undefined,
          enableGlobalFilter: false,
          sortUndefined: 'last' as const,
        }),
      ),
      helper.accessor((row) => textOf?.(row) ?? '', {
        id: 'found by',
        enableSorting: false,
        enableGlobalFilter: true,
      }),
    ]);
  }, [columns, textOf]);
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({
    features,
    columns: defs,
    data,
    getRowId: idOf,
    globalFilterFn: 'includesString',
    getColumnCanGlobalFilter: (column) => column.id === 'found by',
  });
  const shown = table.getRowModel().rows;
  const whole = printing || shown.length <= DRAWN_WHOLE;
  useEffect(() => setTop(body.current?.offsetTop ?? 0), []);
  const virtual = useWindowVirtualizer({
    count: shown.length,
    estimateSize: () => ROW_PX,
    overscan: 12,
    scrollMargin: top,
    enabled: !whole,
  });
  const items = whole ? null : virtual.getVirtualItems();
  const drawn = items
    ? items.map((item) => ({ row: shown[item.index]!, index: item.index }))
    : shown.map((row, index) => ({ row, index }));
  const above = items?.length ? items[0]!.start - top : 0;
  const below = items?.length ? virtual.getTotalSize() - (items[items.length - 1]!.end - top) : 0;
  const sorted = table.state.sorting[0];
  return (
    <>
      {(find || children) && (
        <div className="no-print flex flex-wrap items-start gap-2 pb-3">
          {find && (
            <input
              type="search"
              className="input w-56"
              aria-label={find.label}
              placeholder={find.label}
              value={(table.state.globalFilter as string | undefined) ?? ''}
              onChange={(event) => table.setGlobalFilter(event.target.value)}
            />
          )}
          {children}
        </div>
      )}
      <table
        className="ledger [&_td]:align-middle [&_tbody_th]:align-middle"
        aria-rowcount={whole ? undefined : shown.length + 1}
      >
        <thead>
          <tr>
            {columns.map((column) => {
              const way = sorted?.id === column.id ? (sorted.desc ? 'desc' : 'asc') : null;
              const Sign = way && SIGN[way];
              return (
                <th
                  key={column.id}
                  scope="col"
                  aria-sort={way ? SORTED[way] : undefined}
                  className={column.align === 'right' ? 'text-right!' : ''}
                >
                  {column.sortBy ? (
                    <button
                      type="button"
                      className="line inline-flex cursor-pointer items-center gap-1 hover:underline"
                      onClick={() => table.getColumn(column.id)?.toggleSorting()}
                    >
                      {column.header}
                      {Sign && <Sign className="size-4" aria-hidden />}
                    </button>
                  ) : (
                    column.header
                  )}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody ref={body}>
          {above > 0 && <tr aria-hidden style={{ height: above }} />}
          {drawn.map(({ row, index }) => (
            <tr
              key={row.id}
              className="relative hover:bg-hair"
              data-index={index}
              ref={items ? virtual.measureElement : undefined}
              aria-rowindex={items ? index + 2 : undefined}
            >
              {columns.map((column) => {
                const className = `${column.align === 'right' ? 'text-right' : ''} ${column.className ?? ''}`;
                return column.names ? (
                  <th key={column.id} scope="row" className={className}>
                    {column.cell(row.original)}
                  </th>
                ) : (
                  <td key={column.id} className={className}>
                    {column.cell(row.original)}
                  </td>
                );
              })}
            </tr>
          ))}
          {below > 0 && <tr aria-hidden style={{ height: below }} />}
        </tbody>
      </table>
      {shown.length === 0 && <p className="py-4">{nothing}</p>}
    </>
  );
}

'use client';

import { useCallback, useMemo, useState } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import { SUSPENSIONS, type SuspensionKind } from '@/core/planner/axle-kinds';
import { type FactRule, VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { Kit, ListedPart } from '@/server/queries/catalog';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { KitForm } from './kit-form';
import { PartForm } from './part-form';
import { PartsTable } from './parts-table';

export interface KitRecord {
  kit: string;
  jobs: number;
  ratio: number;
}

function describeRule(rule: FactRule): string {
  const label = VEHICLE_FACTS.find((one) => one.id === rule.fact)!.label.toLowerCase();
  return 'is' in rule ? `${label} ${rule.is}` : `model years ${rule.from ?? '…'} to ${rule.to ?? '…'}`;
}

type Open = { what: 'part'; part: ListedPart | null } | { what: 'kit'; kit: Kit | null } | null;

/** Parts and kits of the shop: what each lifts, costs and takes, and how its claim has held on cars here. */
export function CatalogView({
  parts,
  kits,
  records,
  unit,
  currency,
  mayChange,
}: {
  parts: ListedPart[];
  kits: Kit[];
  records: KitRecord[];
  unit: 'in' | 'mm';
  currency: string;
  mayChange: boolean;
}) {
  const [open, setOpen] = useState<Open>(null);
  const openPart = useCallback((part: ListedPart | null) => setOpen({ what: 'part', part }), []);
  const codes = useMemo(() => new Map(parts.map((part) => [part.id, part.code])), [parts]);
  const describeKind = (kinds: string[] | undefined) =>
    (kinds ?? []).map((kind) => SUSPENSIONS[kind as SuspensionKind]?.name ?? kind).join('; ');
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <nav aria-label="Parts of the catalog" className="no-print -my-4 flex flex-wrap gap-x-5 lg:col-span-2">
        <a href="#parts" className="flex min-h-11 items-center font-semibold">
          Parts: {parts.length}
        </a>
        <a href="#kits" className="flex min-h-11 items-center font-semibold">
          Kits: {kits.length}
        </a>
        {kits.map((kit) => (
          <a key={kit.id} href={`#kit-${kit.id}`} className="flex min-h-11 items-center">
            {kit.name}
          </a>
        ))}
      </nav>
      <PartsTable
        parts={parts}
        codes={codes}
        unit={unit}
        currency={currency}
        onOpen={mayChange ? openPart : null}
      />
      <section id="kits" className="scroll-mt-4">
        <div className="flex items-end justify-between gap-3 pb-3">
          <h2>Kits</h2>
          {mayChange && (
            <Button weight="pen" onClick={() => setOpen({ what: 'kit', kit: null })}>
              New kit
            </Button>
          )}
        </div>
        <ul className="border-t border-ink">
          {kits.map((kit) => {
            const record = records.find((one) => one.kit === kit.name);
            return (
              <li
                key={kit.id}
                id={`kit-${kit.id}`}
                className="scroll-mt-4 border-b border-rule py-2.5 target:bg-hair"
              >
                <h3>
                  {mayChange ? (
                    <button
                      type="button"
                      className="line cursor-pointer underline decoration-rule underline-offset-4"
                      onClick={() => setOpen({ what: 'kit', kit })}
                    >
                      {kit.name}
                    </button>
                  ) : (
                    kit.name
                  )}
                </h3>
                <p>{kit.note}</p>
                <p className="text-sm text-soft">
                  {[
                    kit.fits.front?.length ? `front: ${describeKind(kit.fits.front)}` : null,
                    kit.fits.rear?.length ? `rear: ${describeKind(kit.fits.rear)}` : null,
                    kit.claimed.front === null
                      ? null
                      : `claims ${formatTape(kit.claimed.front, unit)} in front`,
                    kit.claimed.rear === null ? null : `claims ${formatTape(kit.claimed.rear, unit)} behind`,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </p>
                {record && (
                  <p className="font-medium">
                    {record.jobs} {record.jobs === 1 ? 'axle' : 'axles'} measured here:{' '}
                    {Math.round(record.ratio * 100)}% of what it claims
                  </p>
                )}
                <ul className="pt-1">
                  {kit.builds.map((build) => (
                    <li key={build.id} className="text-sm">
                      <span className="font-semibold">{build.name}</span>
                      {build.facts.length > 0 && (
                        <span className="text-soft"> ({build.facts.map(describeRule).join(', ')})</span>
                      )}
                      : {build.lines.map((line) => `${line.count} ${line.name}`).join(', ')}
                    </li>
                  ))}
                </ul>
              </li>
            );
          })}
        </ul>
      </section>
      <Dialog
        open={open !== null}
        onClose={() => setOpen(null)}
        wide
        title={open?.what === 'kit' ? (open.kit?.name ?? 'A new kit') : (open?.part?.name ?? 'A new part')}
      >
        {open?.what === 'part' && (
          <PartForm
            part={open.part}
            kits={kits.map((kit) => kit.name)}
            codes={codes}
            onDone={() => setOpen(null)}
          />
        )}
        {open?.what === 'kit' && <KitForm kit={open.kit} onDone={() => setOpen(null)} />}
      </Dialog>
    </div>
  );
}

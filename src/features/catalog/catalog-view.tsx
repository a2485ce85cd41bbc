'use client';

import { useRef, useState } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import { SUSPENSIONS, type SuspensionKind } from '@/core/planner/axle-kinds';
import { partKind } from '@/core/planner/part-kinds';
import { hoursText, moneyText } from '@/core/units/money';
import { type FactRule, VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { Kit, ListedPart } from '@/server/queries/catalog';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { KitForm } from './kit-form';
import { PartForm } from './part-form';

export interface KitRecord {
  kit: string;
  jobs: number;
  ratio: number;
}

function describeRule(rule: FactRule): string {
  const label = VEHICLE_FACTS.find((one) => one.id === rule.fact)!.label.toLowerCase();
  return 'is' in rule ? `${label} ${rule.is}` : `model years ${rule.from ?? '…'} to ${rule.to ?? '…'}`;
}

function CsvButtons() {
  const { send, busy, errors } = useCommand('catalog.import');
  const input = useRef<HTMLInputElement>(null);
  const [kept, setKept] = useState<number | null>(null);
  return (
    <div>
      <p className="flex gap-2">
        <a className="btn" href="/api/catalog/parts.csv" download>
          CSV out
        </a>
        <button type="button" className="btn" disabled={busy} onClick={() => input.current?.click()}>
          {busy ? 'Reading…' : 'CSV in'}
        </button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          aria-label="CSV of parts"
          tabIndex={-1}
          onChange={async (event) => {
            const file = event.target.files?.[0];
            if (!file) return;
            const answer = await send({ csv: await file.text() });
            setKept(answer ? Number(answer.parts) : null);
            if (input.current) input.current.value = '';
          }}
        />
      </p>
      {kept !== null && <p role="status">{kept} parts taken in.</p>}
      <FormErrors errors={errors} shown={[]} />
    </div>
  );
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
  const [find, setFind] = useState('');
  const codes = new Map(parts.map((part) => [part.id, part.code]));
  const shown = parts.filter((part) =>
    `${part.code} ${part.name} ${partKind(part.kind).name} ${part.kit ?? ''}`
      .toLowerCase()
      .includes(find.toLowerCase()),
  );
  const describeKind = (kinds: string[] | undefined) =>
    (kinds ?? []).map((kind) => SUSPENSIONS[kind as SuspensionKind]?.name ?? kind).join('; ');
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section>
        <div className="flex flex-wrap items-end justify-between gap-3 pb-3">
          <h2>Parts</h2>
          <div className="flex flex-wrap items-start gap-2">
            <input
              className="input w-48"
              type="search"
              aria-label="Find a part"
              placeholder="Find a part"
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
            <CsvButtons />
            {mayChange && (
              <button
                type="button"
                className="btn btn-pen"
                onClick={() => setOpen({ what: 'part', part: null })}
              >
                New part
              </button>
            )}
          </div>
        </div>
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">Code</th>
              <th scope="col">Part</th>
              <th scope="col" className="text-right!">
                Claims
              </th>
              <th scope="col" className="text-right!">
                Price
              </th>
              <th scope="col" className="text-right!">
                Hours
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((part) => (
              <tr key={part.id}>
                <td className="font-head whitespace-nowrap">
                  {mayChange ? (
                    <button
                      type="button"
                      className="cursor-pointer underline"
                      onClick={() => setOpen({ what: 'part', part })}
                    >
                      {part.code}
                    </button>
                  ) : (
                    part.code
                  )}
                </td>
                <th scope="row">
                  {part.name}
                  <span className="block text-[0.95rem] font-normal text-soft">
                    {partKind(part.kind).name}, {part.end === 'both' ? 'both axles' : part.end}
                    {part.kit ? ` · ${part.kit}` : ''}
                    {part.rated
                      ? ` · rated ${formatTape(part.rated.least, unit)} to ${formatTape(part.rated.most, unit)}`
                      : ''}
                    {part.requires.length
                      ? ` · needs ${part.requires.map((id) => codes.get(id)).join(', ')}`
                      : ''}
                    {part.excludes.length
                      ? ` · not with ${part.excludes.map((id) => codes.get(id)).join(', ')}`
                      : ''}
                  </span>
                </th>
                <td className="figure text-right">
                  {part.claimed == null ? '' : formatTape(part.claimed, unit)}
                </td>
                <td className="figure text-right">{moneyText(part.cost, currency)}</td>
                <td className="figure text-right">{hoursText(part.minutes)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length === 0 && <p className="py-4">No part is called like that.</p>}
      </section>
      <section>
        <div className="flex items-end justify-between gap-3 pb-3">
          <h2>Kits</h2>
          {mayChange && (
            <button type="button" className="btn btn-pen" onClick={() => setOpen({ what: 'kit', kit: null })}>
              New kit
            </button>
          )}
        </div>
        <ul className="border-t border-ink">
          {kits.map((kit) => {
            const record = records.find((one) => one.kit === kit.name);
            return (
              <li key={kit.id} className="border-b border-rule py-2.5">
                <h3>
                  {mayChange ? (
                    <button
                      type="button"
                      className="cursor-pointer underline decoration-rule underline-offset-4"
                      onClick={() => setOpen({ what: 'kit', kit })}
                    >
                      {kit.name}
                    </button>
                  ) : (
                    kit.name
                  )}
                </h3>
                <p>{kit.note}</p>
                <p className="text-[0.95rem] text-soft">
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
                    <li key={build.id} className="text-[0.95rem]">
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

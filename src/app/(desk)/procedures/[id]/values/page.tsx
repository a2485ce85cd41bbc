import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { Link } from '@/ui/link';
import { titleOfProcedure } from '@/core/procedure/engine';
import { holdsRole } from '@/core/ledger/roles';
import { valueRows } from '@/core/procedure/value-rows';
import { torqueTexts } from '@/core/units/torque-text';
import { PrintButton } from '@/features/torque/print-button';
import { ChoosePlatform } from '@/features/values/choose-platform';
import { KeptValuesForm } from '@/features/values/kept-values-form';
import type { ValueLine } from '@/features/values/value-lines';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { procedureById } from '@/server/procedures';
import { keptFor, platformsAndKits } from '@/server/queries/kept-values';
import { readShop } from '@/server/queries/shop';
import { PrintStrip } from '@/ui/print-strip';

export const metadata: Metadata = { title: 'Value sheet' };

const asText = (text: string | string[] | undefined) => (typeof text === 'string' ? text.trim() : '');

export default async function ProcedureValuesPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  await connection();
  const person = await requirePerson();
  const { id } = await params;
  const query = await searchParams;
  const [platform, kit] = [asText(query.platform), asText(query.kit)];
  const [found, { platforms, kits }, kept, shop] = await Promise.all([
    procedureById(db(), id),
    platformsAndKits(db()),
    keptFor(db(), platform, kit),
    readShop(db()),
  ]);
  if (!found) notFound();
  const { procedure } = found;
  const every = [...procedure.fasteners, ...procedure.ways.flatMap((way) => way.fasteners ?? [])];
  const lines = valueRows(every).map(({ name, fasteners }): ValueLine => {
    const specs = fasteners.map((one) => kept.get(one.place) ?? one.spec);
    const [spec] = specs;
    const shown = spec && torqueTexts(spec.nm, person.torqueUnit);
    return {
      name,
      keys: fasteners.map((one) => one.place),
      like: fasteners[0]!,
      now: shown
        ? `${shown.value} ${shown.unit}${spec.angleDeg ? ` + ${spec.angleDeg}°` : ''}, ${spec.source}`
        : null,
      madeUp: specs.some((one) => one?.madeUp),
      removable: fasteners.some((one) => kept.has(one.place)),
    };
  });
  return (
    <>
      <PrintStrip
        paper={shop.paper}
        words={[shop.name, titleOfProcedure(procedure), 'value sheet', platform, kit].filter(Boolean)}
      />
      <p className="no-print">
        <Link href={`/procedures/${id}`}>{titleOfProcedure(procedure)}</Link>
      </p>
      <div className="flex flex-wrap items-start justify-between gap-4 pb-3">
        <div>
          <h1>Value sheet</h1>
          <p className="max-w-3xl text-soft">
            {platform
              ? `${procedure.title}: ${platform}${kit ? `, ${kit}` : ', any kit'}.`
              : 'Values belong to a car and a kit: choose both, then enter them from the sheet.'}
          </p>
        </div>
        {platform && <PrintButton words="Print the sheet" />}
      </div>
      <ChoosePlatform key={`${platform} ${kit}`} procedureId={id} {...{ platforms, kits, platform, kit }} />
      {platform &&
        (holdsRole(person.roles, ['lead']) ? (
          <KeptValuesForm
            key={`${platform} ${kit}`}
            procedureId={id}
            platform={platform}
            kit={kit}
            lines={lines}
            unit={person.torqueUnit}
          />
        ) : (
          <p className="font-medium">
            The lead enters values; everybody reads them on the order’s torque page.
          </p>
        ))}
    </>
  );
}

import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { CatalogView } from '@/features/catalog/catalog-view';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { catalogKits, catalogParts, kitRecords } from '@/server/queries/catalog';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Catalog' };

export default async function CatalogPage() {
  await connection();
  const person = await requirePerson();
  const [shop, parts, kits, records] = await Promise.all([
    readShop(db()),
    catalogParts(db()),
    catalogKits(db()),
    kitRecords(db()),
  ]);
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-3 pb-4">
        <h1>Catalog</h1>
        <Link className="btn" href="/kits">
          Kit ledger: claimed and measured
        </Link>
      </div>
      <CatalogView
        parts={parts}
        kits={kits}
        records={records}
        unit={person.lengthUnit}
        currency={shop.currency}
        mayChange={holdsRole(person.roles, ['lead', 'advisor'])}
      />
    </>
  );
}

import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { connection } from 'next/server';
import { readBayBundle } from '@/features/bay/read-bundle';
import { BayApp } from '@/features/offline/bay-app';
import { currentSession, requirePerson } from '@/server/http';

export const metadata: Metadata = { title: 'Bay' };

export default async function BayPage({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  await requirePerson();
  const { id } = await params;
  const bundle = await readBayBundle(id, (await currentSession())!);
  if (bundle === null) notFound();
  if (bundle === 'no-run') redirect(`/orders/${id}/work`);
  return <BayApp first={bundle} />;
}

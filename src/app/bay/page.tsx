import type { Metadata } from 'next';
import { connection } from 'next/server';
import { BayApp } from '@/features/offline/bay-app';

export const metadata: Metadata = { title: 'Bay' };

/** The bay without a car of its own: what a tablet keeps to work from when there is no network. It holds no data. */
export default async function BayShell() {
  await connection();
  return <BayApp first={null} />;
}

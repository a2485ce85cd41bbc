import { notFound } from 'next/navigation';
import { connection } from 'next/server';

/** An address no page has: said for each who asks, so that the scripts of the answer carry its own nonce. */
export default async function Nowhere() {
  await connection();
  notFound();
}

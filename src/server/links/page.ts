import 'server-only';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { Refusal } from '@/core/refusal';
import { addressOf, countFor, withinLimit } from '../sessions/rate';
import { openLink, type OpenLink } from './links';

async function tooManyWrong(from: string): Promise<boolean> {
  try {
    await withinLimit('wrongLink', from);
    return false;
  } catch (error) {
    if (error instanceof Refusal) return true;
    throw error;
  }
}

/** What every route of a customer's page begins with: the open page, or nothing at all to be seen. */
export async function linkOr404(params: Promise<{ token: string }>): Promise<OpenLink> {
  const from = addressOf({ headers: await headers() });
  // Whoever guesses addresses gets the same nothing, and after a while not even a look.
  if (await tooManyWrong(from)) notFound();
  const link = await openLink((await params).token);
  if (link) return link;
  await countFor('wrongLink', from);
  notFound();
}

/** The same answer whatever was wrong with an address. */
export const notFoundResponse = () =>
  new Response('There is nothing at this address.', {
    status: 404,
    headers: { 'Cache-Control': 'no-store' },
  });

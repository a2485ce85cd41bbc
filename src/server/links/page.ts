import { notFound } from 'next/navigation';
import { openLink, type OpenLink } from './links';

/** What every route of a customer's page begins with: the open page, or nothing at all to be seen. */
export async function linkOr404(params: Promise<{ token: string }>): Promise<OpenLink> {
  const link = await openLink((await params).token);
  if (!link) notFound();
  return link;
}

/** The same answer whatever was wrong with an address. */
export const notHere = () =>
  new Response('There is nothing at this address.', {
    status: 404,
    headers: { 'Cache-Control': 'no-store' },
  });

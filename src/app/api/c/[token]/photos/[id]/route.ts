import { photoResponse } from '@/server/photos/answer';
import { openLink } from '@/server/links/links';
import { notFoundResponse } from '@/server/links/page';
import { orderShows } from '@/server/photos/who-sees';

/** A picture of the page's own order; no other. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string; id: string }> }) {
  const { token, id } = await params;
  const link = await openLink(token);
  if (!link || !(await orderShows(link.orderId, id))) return notFoundResponse();
  return (await photoResponse(request, id)) ?? notFoundResponse();
}

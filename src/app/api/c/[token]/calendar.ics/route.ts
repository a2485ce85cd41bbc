import { calendarResponse, calendarText } from '@/server/calendar/feed';
import { openLink } from '@/server/links/links';
import { notFoundResponse } from '@/server/links/page';

/** The dates of the page's own order. */
export async function GET(_request: Request, { params }: { params: Promise<{ token: string }> }) {
  const link = await openLink((await params).token);
  return link ? calendarResponse(await calendarText(link.orderId), 'your-car.ics') : notFoundResponse();
}

import { calendarResponse, calendarText, knowsFeed } from '@/server/calendar/feed';
import { notFoundResponse } from '@/server/links/page';

/** The shop's come-backs and bookings for any calendar that knows the feed's secret address. */
export async function GET(_request: Request, { params }: { params: Promise<{ secret: string }> }) {
  const secret = (await params).secret.replace(/\.ics$/, '');
  return (await knowsFeed(secret))
    ? calendarResponse(await calendarText(), 'come-backs.ics')
    : notFoundResponse();
}

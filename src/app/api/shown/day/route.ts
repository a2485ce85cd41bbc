import { showing } from '@/server/http';
import { shownDay } from '@/server/queries/shown';

/** What the day shows. */
export const GET = showing(shownDay);

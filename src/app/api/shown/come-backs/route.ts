import { showing } from '@/server/http';
import { shownComeBacks } from '@/server/queries/shown';

/** What the page of the come-backs shows. */
export const GET = showing(shownComeBacks);

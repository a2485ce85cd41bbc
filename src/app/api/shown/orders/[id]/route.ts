import { shownOrder } from '@/features/orders/shown-order';
import { showing } from '@/server/http';

/** What the first page of an order shows. */
export const GET = showing(async (viewer, { id }) => shownOrder(viewer, id!));

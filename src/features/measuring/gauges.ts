import type { PerCorner } from '@/core/corners';
import { getJson } from '@/features/transport/post';

/** What the gauges at the four wheels read now, as they would be typed; null where they do not answer. */
export const gaugesOf = (orderId: string): Promise<PerCorner<string> | null> =>
  getJson<PerCorner<string>>(`/api/orders/${orderId}/gauges`);

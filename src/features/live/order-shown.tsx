'use client';

import { useEffect } from 'react';
import { noteShown } from '../transport/own-moves';

/** Notes how far the order a page shows had come when it was read: what is tapped here is tapped on that. */
export function OrderShown({ orderId, count }: { orderId: string; count: number }) {
  useEffect(() => noteShown(orderId, count), [orderId, count]);
  return null;
}

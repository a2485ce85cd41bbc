'use client';

import { createContext, useContext } from 'react';
import type { PerCorner } from '@/core/corners';
import { getJson } from '@/features/transport/post';

/** What the gauges at the four wheels read now, as they would be typed; null where they do not answer. */
export type ReadGauges = (orderId: string) => Promise<PerCorner<string> | null>;

const atTheCar: ReadGauges = (orderId) => getJson<PerCorner<string>>(`/api/orders/${orderId}/gauges`);

/** Where gauges are read: at a car of the shop, or at a practice car. */
export const GaugesContext = createContext<ReadGauges>(atTheCar);
export const useGauges = () => useContext(GaugesContext);

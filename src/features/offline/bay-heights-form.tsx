'use client';

import type { ComponentProps } from 'react';
import type { OrderState } from '@/core/ledger/order-state';
import { doubtedByOf } from '../heights/doubted-by';
import { HeightsForm } from '../heights/heights-form';

type Form = ComponentProps<typeof HeightsForm>;

/** The heights form of the bay, with what its readings are doubted by: it comes as it is opened. */
export function BayHeightsForm({
  state,
  personId,
  ...props
}: Omit<Form, 'doubtedBy' | 'inBay'> & { state: OrderState; personId: string }) {
  return <HeightsForm {...props} doubtedBy={doubtedByOf(state, props.occasions, props, personId)} inBay />;
}

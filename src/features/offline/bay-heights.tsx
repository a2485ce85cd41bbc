'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import type { HeightMethod, HeightOccasion } from '@/core/ledger/kinds/arrival';
import type { OrderState } from '@/core/ledger/order-state';
import type { StanceInput } from '@/core/stance/drawing';

/** With its stance and its tapes: it comes as it is opened. */
const HeightsForm = dynamic(() => import('./bay-heights-form').then((one) => one.BayHeightsForm));

/** Standing heights taken in the bay, on a sheet over it: they are kept without network too. */
export function BayHeights({
  count,
  occasions,
  ...props
}: {
  orderId: string;
  stance: Omit<StanceInput, 'measured' | 'unit'>;
  occasions: readonly HeightOccasion[];
  method: HeightMethod;
  upperPoint: string;
  tires: string;
  unit: 'in' | 'mm';
  state: OrderState;
  personId: string;
  gauges: boolean;
  count: number;
}) {
  const [open, setOpen] = useState(false);
  const [seen, setSeen] = useState(count);
  // Kept heights close the sheet by themselves.
  if (seen !== count) {
    setSeen(count);
    setOpen(false);
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>Heights</Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="Standing heights" wide>
        <HeightsForm {...props} occasions={[...occasions]} />
      </Dialog>
    </>
  );
}

'use client';

import type { FastenerState } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { Link } from '@/ui/link';
import { ValueButton } from '../torque/value-dialog';
import type { BayProps } from './bay-props';

/** No value: three ways out, each with a name on it. */
export function MissingValue({
  fastener,
  now,
  ...props
}: BayProps & { fastener: Fastener; now: FastenerState }) {
  const shared = {
    orderId: props.orderId,
    fastener,
    unit: props.viewer.torqueUnit,
    ...(props.viewer.isLead ? {} : { leads: props.leads }),
    button: { wide: true },
  };
  const mayInterim = !fastener.critical && fastener.recheck !== 'wheel';
  return (
    <div className="hatch mt-3 px-4 py-3">
      <p className="text-2xl font-semibold">No value</p>
      <p className="text-lg">
        {now.valueKind === 'waiting'
          ? 'The maker was asked. It stays open until the answer comes.'
          : 'The sheet gives none. It is not tightened by feel.'}
      </p>
      <div className="mt-2 grid gap-2">
        <ValueButton {...shared} label="The lead enters one, with its source" />
        <Link className="btn" href={`/orders/${props.orderId}/values`}>
          The lead enters all of them, on one sheet
        </Link>
        {mayInterim ? (
          <ValueButton {...shared} first="interim" label="A temporary value, with its source" />
        ) : (
          <p className="text-lg font-medium">{fastener.critical ?? 'wheel'}: no temporary value here.</p>
        )}
        {now.valueKind !== 'waiting' && (
          <ValueButton {...shared} first="waiting" label="Ask the maker; the car stays" />
        )}
      </div>
    </div>
  );
}

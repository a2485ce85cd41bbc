'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import type { DroppedSheet } from '@/server/rack/inbox';
import { useCommand } from '@/features/transport/use-command';

const LOOK_AGAIN_MS = 4000;

/** Sheets the rack dropped into the shop's folder: this car's lead, and one that could not be read says why. */
export function DroppedSheets({
  orderId,
  orderNumber,
  plate,
  sheets,
  taken,
}: {
  orderId: string;
  orderNumber: number;
  plate: string;
  sheets: DroppedSheet[];
  taken: string | null;
}) {
  const router = useRouter();
  const leave = useCommand('rack.leave');
  // The rack writes whenever it is done: the page looks again by itself while none has been taken.
  useEffect(() => {
    if (taken) return;
    const timer = setInterval(() => router.refresh(), LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [router, taken]);
  return (
    <ul>
      {sheets.map((sheet) => {
        const ours = sheet.orderNumber === orderNumber || (sheet.plate !== '' && sheet.plate === plate);
        return (
          <li
            key={sheet.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2"
          >
            <span className="font-semibold">{sheet.fileName}</span>
            {sheet.sheet ? (
              <span>
                {sheet.sheet.rack}, {sheet.sheet.operator}
                {sheet.orderNumber ? `, order ${sheet.orderNumber}` : ''}
                {sheet.plate ? `, ${sheet.plate}` : ''}
              </span>
            ) : (
              <span className="font-medium text-danger">Not readable: {sheet.error}</span>
            )}
            <span className="ml-auto flex gap-2">
              {sheet.sheet &&
                (taken === sheet.id ? (
                  <Link className="btn" href={`/orders/${orderId}/alignment`}>
                    Type it instead
                  </Link>
                ) : (
                  <Link
                    className={ours ? 'btn btn-pen' : 'btn'}
                    href={`/orders/${orderId}/alignment?sheet=${sheet.id}`}
                  >
                    {ours ? 'Take this sheet' : 'It is this car’s'}
                  </Link>
                ))}
              <Button disabled={leave.busy} onClick={() => void leave.send({ sheetId: sheet.id })}>
                Lay it aside
              </Button>
            </span>
          </li>
        );
      })}
      {sheets.length === 0 && (
        <li className="py-2 text-soft">
          None waits. The rack drops its sheets here by itself, as .csv or .json.
        </li>
      )}
    </ul>
  );
}

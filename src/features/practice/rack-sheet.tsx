'use client';

import { useState } from 'react';
import type { AdjusterId } from '@/core/alignment/coach';
import { CORNERS } from '@/core/corners';
import { describeSheet } from '@/core/ledger/alignment-rows';
import type { Answered } from '@/contracts/answer';
import type { RackRead } from '@/practice/practice-try';
import { Dialog } from '@/ui/dialog';
import { Form } from '@/ui/form';
import { Send } from '@/ui/send';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';
import { SheetTable } from '../alignment/sheet-table';
import { type TurnedAt, TurnedFields, movesOf, notTurned } from '../stand-ins/turned-fields';

/** What this car lets be turned, wheel by wheel. */
const turnable = ({ adjusters }: RackRead): TurnedAt =>
  CORNERS.flatMap((corner) => {
    const ids = Object.keys(adjusters[corner] ?? {}) as AdjusterId[];
    return ids.length ? [[corner, ids] as const] : [];
  });

/** The stand-in rack at a practice car: it reads, something is turned, it reads again. Its limits are made up. */
export function RackSheet({ onRead }: { onRead: (moves: object) => Promise<Answered<RackRead>> }) {
  const [open, setOpen] = useState(false);
  const [read, setRead] = useState<RackRead | null>(null);
  const [errors, setErrors] = useState<Extract<Answered<never>, { ok: false }>['errors']>([]);
  const take = async (moves: object) => {
    const got = await onRead(moves);
    if (got.ok) setRead(got.answer);
    setErrors(got.ok ? [] : got.errors);
    return got.ok ? [] : got.errors;
  };
  const at = read ? turnable(read) : [];
  return (
    <>
      <Button
        size="tall"
        className="px-5 text-xl"
        onClick={() => {
          setOpen(true);
          if (!read) void take({});
        }}
      >
        On the rack
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="On the rack"
        intro="A stand-in: what it reads, and its limits, are made up to practice with."
        wide
      >
        <FormErrors errors={errors} />
        {read && (
          <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            <div>
              <SheetTable rows={read.rows} />
              <p role="status" className="mt-2 text-lg font-semibold">
                {describeSheet(read.rows)}
              </p>
            </div>
            {at.length > 0 && (
              <Form
                draft={null}
                keeps
                start={{ moves: notTurned(at) }}
                onSend={(_, { moves }) => take(movesOf(moves))}
              >
                <TurnedFields at={at} />
                <Send wide size="tall" className="mt-3">
                  Read it again
                </Send>
              </Form>
            )}
          </div>
        )}
      </Dialog>
    </>
  );
}

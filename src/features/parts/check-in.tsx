'use client';

import { useState } from 'react';
import type { ExpectedPart } from '@/core/ledger/kinds/planned';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import type { PinPerson } from '@/ui/pin-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LeadReason } from '../answers/lead-reason';
import { PhotoField } from '../photos/photo-field';

export interface ShownLine extends ExpectedPart {
  isIn: boolean;
  got: number | null;
  words: string | null;
  photoId: string | null;
  supply: string | null;
}

function CountForm({ orderId, line, onDone }: { orderId: string; line: ShownLine; onDone: () => void }) {
  return (
    <CommandForm
      command="parts.checkin"
      about={line.lineId}
      className="grid grid-cols-2 gap-3"
      start={{
        got: line.count as TypedFigure,
        condition: 'good',
        right: true,
        note: '',
        photoId: null as string | null,
      }}
      input={(typed) => ({ orderId, lineId: line.lineId, ...typed })}
      onDone={onDone}
    >
      <NumberField whole name="got" label="How many are here" />
      <SelectField
        name="condition"
        label="Condition"
        options={[
          ['good', 'good'],
          ['damaged', 'damaged'],
          ['wrong', 'the wrong part'],
        ]}
      />
      <CheckField className="col-span-2" name="right" label="Right side, right end, right bushing" />
      <TextField className="col-span-2" name="note" label="Note" />
      <div className="col-span-2 flex flex-wrap gap-3">
        <PhotoField
          orderId={orderId}
          target={{ stepId: null, corner: null, occasion: 'parts in', caption: line.name }}
        />
        <Send className="min-w-40">Record the count</Send>
      </div>
    </CommandForm>
  );
}

/** Opens one box: count, side and condition, with a photo. A whole box takes one tap. */
function LineRow({
  orderId,
  line,
  closed,
  askSupplier,
}: {
  orderId: string;
  line: ShownLine;
  closed: boolean;
  askSupplier: boolean;
}) {
  const { send, busy, errors } = useCommand('parts.checkin');
  const supplier = useCommand('supply.order');
  const [open, setOpen] = useState(false);
  const side = line.side === 'any' ? '' : `, ${line.side}`;
  const whole = {
    orderId,
    lineId: line.lineId,
    got: line.count,
    right: true,
    condition: 'good' as const,
    note: '',
    photoId: null,
  };
  return (
    <li
      className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-b border-rule py-2"
      data-line={line.lineId}
    >
      <div className="min-w-0">
        <p className="font-semibold">
          {line.count} × {line.name}
          <span className="font-normal text-soft">{side}</span>
        </p>
        <p className={line.isIn ? 'text-soft' : line.words ? 'font-medium text-danger' : 'text-soft'}>
          {line.words ?? 'not opened yet'}
          {line.phase === 'fit' || line.phase === 'teardown' ? '' : ` · needed only for ${line.phase}`}
          {line.photoId && (
            <a
              className="ml-2 underline"
              href={`/api/photos/${line.photoId}`}
              target="_blank"
              rel="noreferrer"
            >
              photo
            </a>
          )}
        </p>
        {line.supply && <p className="text-sm">{line.supply}</p>}
        <FormErrors errors={[...errors, ...supplier.errors]} />
      </div>
      {!closed && (
        <div className="flex flex-wrap justify-end gap-2">
          {line.isIn ? (
            <Button weight="plain" onClick={() => setOpen(true)}>
              Count again
            </Button>
          ) : (
            <>
              <Button weight="pen" disabled={busy} onClick={() => void send(whole)}>
                All here, good
              </Button>
              <Button onClick={() => setOpen(true)}>Short or wrong</Button>
              {askSupplier && line.words && (
                <Button
                  disabled={supplier.busy}
                  onClick={() => void supplier.send({ orderId, lineId: line.lineId })}
                >
                  Order the rest
                </Button>
              )}
            </>
          )}
        </div>
      )}
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={line.name}
        intro={`Expected: ${line.count}${side}`}
      >
        <CountForm orderId={orderId} line={line} onDone={() => setOpen(false)} />
      </Dialog>
    </li>
  );
}

function HoldBox({
  orderId,
  hold,
  leads,
}: {
  orderId: string;
  hold: { holdId: string; reason: string; lateOnly: boolean };
  leads: PinPerson[];
}) {
  return (
    <div className="hatch mb-4 flex flex-wrap items-center justify-between gap-3 px-4 py-3">
      <p className="font-semibold">
        On hold: {hold.reason}. The car stays whole; checking it in ends the hold.
      </p>
      {hold.lateOnly && (
        <LeadReason
          command="hold.end"
          input={{ orderId, holdId: hold.holdId }}
          leads={leads}
          button="The lead goes on without it"
          title="Go on without it"
          intro={`${hold.reason}. It stands on the handoff with the lead’s name; the reason stays in the shop’s record.`}
          action="End the hold"
        />
      )}
    </div>
  );
}

/** The boxes against their list; what is short or wrong holds the job, what comes in lets it go on. */
export function CheckIn({
  orderId,
  lines,
  holds,
  leads,
  closed,
  askSupplier,
}: {
  orderId: string;
  lines: ShownLine[];
  holds: { holdId: string; reason: string; lateOnly: boolean }[];
  leads: PinPerson[];
  closed: boolean;
  /** The stand-in supplier was chosen: it answers at once. */
  askSupplier: boolean;
}) {
  const here = lines.filter((line) => line.isIn).length;
  return (
    <>
      {holds.map((hold) => (
        <HoldBox key={hold.holdId} orderId={orderId} hold={hold} leads={leads} />
      ))}
      <p className="pb-2 text-lg">
        {here} of {lines.length} lines are here and whole.
      </p>
      <ul className="border-t border-ink">
        {lines.map((line) => (
          <LineRow
            key={line.lineId}
            orderId={orderId}
            line={line}
            closed={closed}
            askSupplier={askSupplier}
          />
        ))}
      </ul>
    </>
  );
}

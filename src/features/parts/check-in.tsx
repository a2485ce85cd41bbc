'use client';

import { useState } from 'react';
import type { ExpectedPart } from '@/core/ledger/kinds/planned';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';
import type { PinPerson } from '@/ui/person-pin';
import { LeadReason } from '../answers/lead-reason';
import { PhotoButton } from '../photos/photo-upload';
import { CheckLine } from '@/ui/checkbox';

export interface ShownLine extends ExpectedPart {
  isIn: boolean;
  got: number | null;
  words: string | null;
  photoId: string | null;
  supply: string | null;
}

/** Opens one box: count, side and condition, with a photo. A whole box takes one tap. */
function LineRow({ orderId, line, closed }: { orderId: string; line: ShownLine; closed: boolean }) {
  const { send, busy, errors } = useCommand('parts.checkin');
  const supplier = useCommand('supply.order');
  const [open, setOpen] = useState(false);
  const [got, setGot] = useState(String(line.count));
  const [condition, setCondition] = useState('good');
  const [right, setRight] = useState(true);
  const [note, setNote] = useState('');
  const [photoId, setPhotoId] = useState<string | null>(null);
  const side = line.side === 'any' ? '' : `, ${line.side}`;
  const whole = {
    orderId,
    lineId: line.lineId,
    got: line.count,
    right: true,
    condition: 'good',
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
        {line.supply && <p className="text-[0.95rem]">Supplier (stand-in): {line.supply}</p>}
        {supplier.errors.map((error) => (
          <p key={error.code} role="alert" className="font-medium text-danger">
            {error.message}
          </p>
        ))}
      </div>
      {!closed && (
        <div className="flex flex-wrap justify-end gap-2">
          {line.isIn ? (
            <button type="button" className="btn btn-plain" onClick={() => setOpen(true)}>
              Count again
            </button>
          ) : (
            <>
              <button type="button" className="btn btn-pen" disabled={busy} onClick={() => void send(whole)}>
                All here, good
              </button>
              <button type="button" className="btn" onClick={() => setOpen(true)}>
                Short or wrong
              </button>
              {line.words && (
                <button
                  type="button"
                  className="btn"
                  disabled={supplier.busy}
                  onClick={() => void supplier.send({ orderId, lineId: line.lineId })}
                >
                  Order the rest
                </button>
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
        <Errors errors={errors}>
          <div className="grid grid-cols-2 gap-3">
            <TextField
              name="got"
              label="How many are here"
              inputMode="numeric"
              value={got}
              onChange={(event) => setGot(event.target.value)}
            />
            <SelectField
              name="condition"
              label="Condition"
              value={condition}
              onValue={(chosen) => setCondition(chosen)}
              options={[
                ['good', 'good'],
                ['damaged', 'damaged'],
                ['wrong', 'the wrong part'],
              ]}
            />
            <CheckLine className="col-span-2 items-center gap-3" checked={right} onChecked={setRight}>
              Right side, right end, right bushing
            </CheckLine>
            <TextField
              className="col-span-2"
              name="note"
              label="Note"
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </div>
          <div className="mt-4 flex flex-wrap gap-3">
            <PhotoButton
              orderId={orderId}
              label={photoId ? 'Another photo' : 'Photo'}
              target={{ stepId: null, corner: null, occasion: 'parts in', caption: line.name }}
              onKept={setPhotoId}
            />
            <button
              type="button"
              className="btn btn-pen min-w-40"
              disabled={busy}
              onClick={async () => {
                const count = got.trim() === '' ? got : Number(got);
                if (await send({ orderId, lineId: line.lineId, got: count, right, condition, note, photoId }))
                  setOpen(false);
              }}
            >
              Keep the count
            </button>
          </div>
          <FormErrors errors={errors} shown={['got', 'note']} />
        </Errors>
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
          intro={`${hold.reason}. It stands on the handoff with the reason and the lead’s name.`}
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
}: {
  orderId: string;
  lines: ShownLine[];
  holds: { holdId: string; reason: string; lateOnly: boolean }[];
  leads: PinPerson[];
  closed: boolean;
}) {
  const here = lines.filter((line) => line.isIn).length;
  return (
    <>
      {holds.map((hold) => (
        <HoldBox key={hold.holdId} orderId={orderId} hold={hold} leads={leads} />
      ))}
      <p className="pb-2 text-[1.1rem]">
        {here} of {lines.length} lines are here and whole.
      </p>
      <ul className="border-t border-ink">
        {lines.map((line) => (
          <LineRow key={line.lineId} orderId={orderId} line={line} closed={closed} />
        ))}
      </ul>
    </>
  );
}

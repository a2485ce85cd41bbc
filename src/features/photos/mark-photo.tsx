'use client';

import { useRef, useState } from 'react';
import { MARK_KINDS, type PhotoMark } from '@/core/ledger/kinds/noted';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { MarkLayer } from './marked-photo';
import { Choice } from '@/ui/choice';

const KIND_WORDS = { arrow: 'Arrow', ring: 'Ring', line: 'Measured line', text: 'Words' } as const;

/** Draws over a picture: press where it begins, let go where it ends; words go with it. */
export function MarkPhoto({
  orderId,
  photoEntryId,
  photoId,
  marks: kept,
}: {
  orderId: string;
  photoEntryId: string;
  photoId: string;
  marks: PhotoMark[];
}) {
  const { send, busy, errors } = useCommand('photo.mark');
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<PhotoMark['kind']>('arrow');
  const [words, setWords] = useState('');
  const [marks, setMarks] = useState<PhotoMark[]>(kept);
  const [drawing, setDrawing] = useState<PhotoMark | null>(null);
  const [aspect, setAspect] = useState(4 / 3);
  const board = useRef<HTMLDivElement>(null);
  const at = (event: React.PointerEvent): [number, number] => {
    const box = board.current!.getBoundingClientRect();
    const share = (value: number) => Math.max(0, Math.min(1, value));
    return [share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.height)];
  };
  return (
    <>
      <Button weight="plain" onClick={() => setOpen(true)}>
        Draw on it
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Draw on the picture"
        intro="The marks are kept beside the picture; the picture itself stays as it was taken."
        wide
      >
        <Choice
          label="What to draw"
          className="mb-2 flex flex-wrap"
          options={MARK_KINDS.map((one) => [one, KIND_WORDS[one]] as const)}
          value={kind}
          onValue={setKind}
        />
        <label className="label block" htmlFor="mark-words">
          {kind === 'line' ? 'What it measures' : 'Words with it'}
        </label>
        <input
          id="mark-words"
          className="input mb-2"
          value={words}
          maxLength={80}
          placeholder={kind === 'line' ? '14 mm' : 'may stay empty'}
          onChange={(event) => setWords(event.target.value)}
        />
        <div
          ref={board}
          data-testid="mark-board"
          className="relative w-full touch-none border border-ink select-none"
          style={{ aspectRatio: String(aspect) }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            const from = at(event);
            setDrawing({ kind, from, to: from, text: words.trim() });
          }}
          onPointerMove={(event) => drawing && setDrawing({ ...drawing, to: at(event) })}
          onPointerUp={(event) => {
            if (!drawing) return;
            const done = { ...drawing, to: at(event) };
            setDrawing(null);
            if (done.kind === 'text' && !done.text) return;
            setMarks((before) => [...before, done]);
          }}
        >
          {/* eslint-disable-next-line @next/next/no-img-element */}
          <img
            src={`/api/photos/${photoId}`}
            alt="The picture to draw on"
            draggable={false}
            className="absolute inset-0 size-full"
            onLoad={(event) =>
              setAspect(event.currentTarget.naturalWidth / event.currentTarget.naturalHeight)
            }
          />
          <MarkLayer marks={drawing ? [...marks, drawing] : marks} aspect={aspect} />
        </div>
        <FormErrors errors={errors} />
        <div className="mt-3 grid grid-cols-[auto_1fr] gap-3">
          <Button
            size="tall"
            disabled={!marks.length}
            onClick={() => setMarks((before) => before.slice(0, -1))}
          >
            Last one away
          </Button>
          <Button
            weight="pen"
            size="tall"
            disabled={busy}
            onClick={async () => {
              if (await send({ orderId, photoEntryId, marks })) setOpen(false);
            }}
          >
            Record the marks
          </Button>
        </div>
      </Dialog>
    </>
  );
}

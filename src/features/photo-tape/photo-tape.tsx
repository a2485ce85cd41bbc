'use client';

import { useEffect, useRef, useState } from 'react';
import { CORNER_NAMES, CORNERS, type Corner, type PerCorner } from '@/core/corners';
import { CARD } from '@/core/photo/card';
import {
  PHOTO_POINTS,
  PHOTO_PROUD,
  PHOTO_READINGS,
  type PhotoReading,
  isPhotoAngle,
  readPhoto,
} from '@/core/photo/read-photo';
import { attempt } from '@/core/refusal';
import { formatTape } from '@/core/calc/tape.format';
import { readFigure } from '@/core/units/typed-figure';
import { useCommand } from '@/features/transport/use-command';
import { usePhoto } from '@/features/photos/photo-upload';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { FormErrors } from '@/ui/field';
import { cardFinder } from './card-finder';
import { type Tapped, TappedPicture } from './tapped-picture';

const CORNER_WORDS = ['top left corner', 'top right corner', 'bottom right corner', 'bottom left corner'];

interface Taken {
  file: File;
  address: string;
  picture: { width: number; height: number };
  corners: Tapped[];
  points: Tapped[];
  foundBy: 'itself' | 'hand';
  found: boolean;
}

/** Where the handles begin when the card is not found: in the middle, to be dragged. */
const atFirst = ({ width, height }: Taken['picture']): Tapped[] => {
  const [x, y] = [width * 0.42, height * 0.4];
  const [w, h] = [width * 0.12, width * 0.16];
  return [
    { x, y },
    { x: x + w, y },
    { x: x + w, y: y + h },
    { x, y: y + h },
  ];
};

/** Heights in a photograph by the card in it: proof beside a tape, with what it may miss by. */
export function PhotoTape({
  orderId,
  lengths,
  standIn,
  heights,
}: {
  orderId: string;
  lengths: 'in' | 'mm';
  /** The stand-in camera is in use. */
  standIn: boolean;
  /** What the tape read last from the hub, mm: what the stand-in camera draws. */
  heights: PerCorner<number> | null;
}) {
  const [what, setWhat] = useState<PhotoReading>('hub to lip');
  const [corner, setCorner] = useState<Corner>('LF');
  const [out, setOut] = useState('');
  const [taken, setTaken] = useState<Taken | null>(null);
  const [looking, setLooking] = useState(false);
  const [done, setDone] = useState<string | null>(null);
  const [seed, setSeed] = useState(1);
  const input = useRef<HTMLInputElement>(null);
  const photo = usePhoto(orderId);
  const record = useCommand('photo.height');
  useEffect(() => void cardFinder(), []);
  useEffect(() => () => void (taken && URL.revokeObjectURL(taken.address)), [taken?.address]); // eslint-disable-line react-hooks/exhaustive-deps -- by the address alone
  const take = async (file: File) => {
    setLooking(true);
    setDone(null);
    const { card, width, height } = await cardFinder().find(file);
    const picture = { width, height };
    setTaken({
      file,
      address: URL.createObjectURL(file),
      picture,
      corners: card ? [...card.corners] : atFirst(picture),
      points: [
        { x: width * 0.6, y: height * 0.62 },
        { x: width * 0.6, y: height * 0.3 },
      ],
      foundBy: card ? 'itself' : 'hand',
      found: card !== null,
    });
    setLooking(false);
  };
  const asked = PHOTO_PROUD[what];
  const proud = asked ? readFigure(out, 'any', 'mm') : 0;
  const angle = isPhotoAngle(what);
  const read =
    taken && proud !== null
      ? attempt(() =>
          readPhoto(what, {
            card: CARD,
            corners: taken.corners as never,
            points: taken.points as never,
            picture: taken.picture,
            outOfPlane: proud,
            foundBy: taken.foundBy,
          }),
        )
      : null;
  const [first, second] = PHOTO_POINTS[what];
  const say = (value: number) => (angle ? `${value.toFixed(1)}°` : formatTape(value, lengths));
  const sayError = (sd: number) => (angle ? `${sd.toFixed(1)}°` : `${sd.toFixed(1)} mm`);
  const move = (index: number, at: Tapped) => {
    setDone(null);
    setTaken((now) =>
      now === null
        ? now
        : index < 4
          ? { ...now, foundBy: 'hand', corners: now.corners.map((old, one) => (one === index ? at : old)) }
          : { ...now, points: now.points.map((old, one) => (one === index - 4 ? at : old)) },
    );
  };
  const send = async () => {
    if (!taken || proud === null) return;
    const kept = await photo.send(taken.file, {
      stepId: null,
      corner: angle ? null : corner,
      occasion: 'height by photograph',
      caption: angle ? what : `${what}, ${CORNER_NAMES[corner]}`,
    });
    if (!kept.ok || !kept.answer.photoId) return;
    const answer = await record.send({
      orderId,
      photoId: kept.answer.photoId,
      what,
      corner: what === 'lean' ? null : corner,
      picture: taken.picture,
      corners: taken.corners,
      points: taken.points,
      outOfPlane: proud,
      foundBy: taken.foundBy,
    });
    if (!answer) return;
    setDone(
      answer.agrees === null
        ? 'Recorded. No tape reading stands beside it yet.'
        : answer.agrees
          ? 'Recorded: the tape says the same, within both errors.'
          : 'Recorded, and the tape says otherwise: measure this corner again.',
    );
    setTaken(null);
  };
  return (
    <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]">
      <section className="min-w-0">
        <Choice
          label="What is read"
          className="flex flex-wrap"
          options={PHOTO_READINGS.map((one) => [one, one] as const)}
          value={what}
          onValue={setWhat}
        />
        {what !== 'lean' && (
          <Choice
            label="Which corner"
            className="mt-3 flex flex-wrap"
            options={CORNERS.map((one) => [one, CORNER_NAMES[one]] as const)}
            value={corner}
            onValue={setCorner}
          />
        )}
        <div className="mt-4">
          {taken ? (
            <TappedPicture
              address={taken.address}
              picture={taken.picture}
              handles={[
                ...taken.corners.map((at, index) => ({
                  name: `Card, ${CORNER_WORDS[index]!}`,
                  at,
                  kind: 'corner' as const,
                })),
                { name: `1: ${first}`, at: taken.points[0]!, kind: 'point' as const },
                { name: `2: ${second}`, at: taken.points[1]!, kind: 'point' as const },
              ]}
              onMove={move}
            />
          ) : (
            <p className="border border-rule bg-card px-4 py-10 text-lg text-soft">
              {looking
                ? 'Looking for the card…'
                : 'Take the picture with the card beside the span: its corners are found by themselves.'}
            </p>
          )}
        </div>
        <div className="mt-3 flex flex-wrap gap-3">
          <Button weight={taken ? 'line' : 'pen'} size="tall" onClick={() => input.current?.click()}>
            {taken ? 'Another picture' : 'Take the picture'}
          </Button>
          <input
            ref={input}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            aria-label="The photograph"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void take(file);
              event.target.value = '';
            }}
          />
          {standIn && (
            <Button
              size="tall"
              disabled={looking}
              onClick={async () => {
                setSeed((before) => before + 1);
                const mm = heights ? `&mm=${heights[corner]}` : '';
                const proudNow = proud === null || out === '' ? '' : `&out=${proud}`;
                const got = await fetch(`/api/camera?scene=card&seed=${seed}${mm}${proudNow}`);
                await take(new File([await got.blob()], 'stand-in.jpg', { type: 'image/jpeg' }));
              }}
            >
              With the stand-in camera
            </Button>
          )}
          <a className="btn" href="/api/card.pdf" target="_blank" rel="noreferrer">
            Print the card
          </a>
        </div>
      </section>
      <section className="min-w-0" aria-live="polite">
        <h3 className="border-b border-ink pb-1">What it reads</h3>
        {taken && (
          <p className="py-2">
            {taken.found
              ? taken.foundBy === 'itself'
                ? 'The card was found by itself. '
                : 'The card’s corners were set by hand. '
              : 'The card was not found: drag its four corners to their places. '}
            Drag 1 to the {first}, 2 to the {second}.
          </p>
        )}
        {asked && (
          <label className="label mt-2 block">
            {asked}
            <input
              className="input figure text-2xl"
              inputMode="decimal"
              autoComplete="off"
              value={out}
              onChange={(event) => setOut(event.target.value)}
            />
          </label>
        )}
        {taken && asked && out.trim() === '' && (
          <p className="py-2 font-semibold">Measure how far it stands out: without it nothing is read.</p>
        )}
        {read && (out.trim() !== '' || !asked) && (
          <div className="mt-3">
            {!read.ok ? (
              <p role="alert" className="hatch px-4 py-2 font-medium">
                {read.refusal.message}
              </p>
            ) : read.value.measured ? (
              <>
                <p className="figure text-6xl leading-none" data-testid="photo-reading">
                  {say(read.value.value)}
                </p>
                <p className="figure text-2xl text-soft">± {sayError(read.value.sd)}</p>
                {!angle && heights && (
                  <p className="py-1">The tape read {formatTape(heights[corner], lengths)} here.</p>
                )}
              </>
            ) : (
              <div className="hatch px-4 py-3" data-testid="no-measurement">
                <p className="font-head text-2xl font-semibold">Not a measurement</p>
                <p>± {sayError(read.value.sd)} is too much to go by.</p>
                {read.value.better.map((words) => (
                  <p key={words} className="font-medium">
                    {words}
                  </p>
                ))}
              </div>
            )}
          </div>
        )}
        <FormErrors errors={[...photo.errors, ...record.errors]} />
        {taken && (
          <Button
            weight="pen"
            size="tall"
            wide
            className="mt-4"
            disabled={
              photo.busy ||
              record.busy ||
              !read?.ok ||
              !read.value.measured ||
              (asked !== null && out.trim() === '')
            }
            onClick={() => void send()}
          >
            {photo.busy || record.busy ? 'Sending…' : 'Record this reading with its picture'}
          </Button>
        )}
        {done && (
          <p role="status" className="mt-4 text-lg font-semibold">
            {done}
          </p>
        )}
        <p className="mt-6 text-soft">
          A height by photograph is proof beside a tape reading that says the same; it never stands in its
          place.
        </p>
      </section>
    </div>
  );
}

'use client';

import { type PointerEvent, useRef, useState } from 'react';

export interface Tapped {
  x: number;
  y: number;
}
export interface Handle {
  name: string;
  at: Tapped;
  kind: 'corner' | 'point';
}

const LOUPE = 132;
const ZOOM = 4;

/**
 * A picture with handles to be dragged to their places, each seen through a loupe while it moves; arrow keys move the chosen
 * one by a pixel, with shift by ten.
 */
export function TappedPicture({
  address,
  picture,
  handles,
  onMove,
}: {
  address: string;
  picture: { width: number; height: number };
  handles: readonly Handle[];
  onMove: (index: number, at: Tapped) => void;
}) {
  const board = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState<number | null>(null);
  const place = (event: PointerEvent): Tapped => {
    const box = board.current!.getBoundingClientRect();
    const share = (value: number) => Math.max(0, Math.min(1, value));
    return {
      x: share((event.clientX - box.left) / box.width) * picture.width,
      y: share((event.clientY - box.top) / box.height) * picture.height,
    };
  };
  const of = (value: number, whole: number) => `${(100 * value) / whole}%`;
  const seen = active === null ? null : handles[active]!;
  const corners = handles.filter(({ kind }) => kind === 'corner');
  const points = handles.filter(({ kind }) => kind === 'point');
  return (
    <div
      ref={board}
      className="relative w-full touch-none overflow-hidden border border-ink select-none"
      style={{ aspectRatio: `${picture.width} / ${picture.height}` }}
      data-testid="tapped-picture"
    >
      {/* eslint-disable-next-line @next/next/no-img-element -- a picture on this device */}
      <img
        src={address}
        alt="The photograph, with its handles"
        draggable={false}
        className="absolute inset-0 size-full"
      />
      <svg
        viewBox={`0 0 ${picture.width} ${picture.height}`}
        className="absolute inset-0 size-full"
        aria-hidden
      >
        <polygon
          points={corners.map(({ at }) => `${at.x},${at.y}`).join(' ')}
          fill="none"
          stroke="var(--pen)"
          strokeWidth={picture.width / 420}
        />
        {points.length === 2 && (
          <line
            x1={points[0]!.at.x}
            y1={points[0]!.at.y}
            x2={points[1]!.at.x}
            y2={points[1]!.at.y}
            stroke="var(--predicted)"
            strokeWidth={picture.width / 420}
            strokeDasharray={`${picture.width / 90} ${picture.width / 140}`}
          />
        )}
      </svg>
      {handles.map(({ name, at, kind }, index) => (
        <button
          key={name}
          type="button"
          aria-label={`${name}: drag it to its place, or move it with the arrows`}
          className="absolute size-14 -translate-x-1/2 -translate-y-1/2 cursor-grab touch-none"
          style={{ left: of(at.x, picture.width), top: of(at.y, picture.height) }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setActive(index);
          }}
          onPointerMove={(event) => {
            if (active === index && event.buttons > 0) onMove(index, place(event));
          }}
          onPointerUp={() => setActive(null)}
          onFocus={() => setActive(index)}
          onBlur={() => setActive(null)}
          onKeyDown={(event) => {
            const by = event.shiftKey ? 10 : 1;
            const move = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[
              event.key
            ];
            if (!move) return;
            event.preventDefault();
            onMove(index, { x: at.x + move[0]!, y: at.y + move[1]! });
          }}
        >
          <svg viewBox="-28 -28 56 56" className="size-full" aria-hidden>
            <circle r="17" fill="none" stroke="var(--paper)" strokeWidth="7" />
            <circle
              r="17"
              fill="none"
              stroke={kind === 'corner' ? 'var(--pen)' : 'var(--predicted)'}
              strokeWidth="3.5"
              strokeDasharray={kind === 'corner' ? undefined : '6 4'}
            />
            <path d="M-26 0H-8M8 0H26M0 -26V-8M0 8V26" stroke="var(--paper)" strokeWidth="4" />
            <path d="M-26 0H-8M8 0H26M0 -26V-8M0 8V26" stroke="var(--ink)" strokeWidth="2" />
          </svg>
        </button>
      ))}
      {seen && (
        <div
          aria-hidden
          className="pointer-events-none absolute top-2 border-2 border-ink bg-paper"
          style={{
            width: LOUPE,
            height: LOUPE,
            // On the side away from the finger.
            [seen.at.x > picture.width / 2 ? 'left' : 'right']: 8,
          }}
        >
          <Loupe address={address} picture={picture} at={seen.at} />
        </div>
      )}
    </div>
  );
}

/** The place under a handle, enlarged, with a cross in its middle. */
function Loupe({
  address,
  picture,
  at,
}: {
  address: string;
  picture: { width: number; height: number };
  at: Tapped;
}) {
  // One pixel of a picture of three thousand is a hair on a tablet: it is seen at several of the screen’s.
  const scale = Math.max(1, (ZOOM * 800) / picture.width);
  return (
    <div className="relative size-full overflow-hidden">
      <div
        className="absolute"
        style={{
          width: picture.width * scale,
          height: picture.height * scale,
          left: LOUPE / 2 - at.x * scale,
          top: LOUPE / 2 - at.y * scale,
          backgroundImage: `url(${address})`,
          backgroundSize: '100% 100%',
        }}
      />
      <svg viewBox="0 0 100 100" className="absolute inset-0 size-full">
        <path d="M50 0V42M50 58V100M0 50H42M58 50H100" stroke="var(--danger)" strokeWidth="1.5" />
      </svg>
    </div>
  );
}

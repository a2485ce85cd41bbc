'use client';

import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, GripVertical } from 'lucide-react';
import type { CSSProperties, ReactNode } from 'react';
import { Button } from './button';

/** Moves one of a list to another place in it. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = list.filter((_, at) => at !== from);
  return [...rest.slice(0, to), list[from]!, ...rest.slice(to)];
}

/** A list with one more, where it was before. */
export const inserted = <T,>(list: readonly T[], at: number, one: T): T[] => [
  ...list.slice(0, at),
  one,
  ...list.slice(at),
];

interface Props {
  ids: readonly string[];
  /** Puts the one at `from` where `to` is. */
  onMove: (from: number, to: number) => void;
  children: ReactNode;
}

/** Lines in an order of their own: dragged by their handle, or moved by its keys, or by buttons where fingers are gloved. */
export function Sortable({ ids, onMove, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const end = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
    if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** What a line of a sortable list needs: its place while it moves, and the handle it is taken by. */
export function useLine(
  id: string,
  label: string,
): {
  ref: (node: HTMLElement | null) => void;
  style: CSSProperties;
  handle: ReactNode;
} {
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({ id });
  return {
    ref: setNodeRef,
    style: {
      transform: transform ? `translate3d(0, ${Math.round(transform.y)}px, 0)` : undefined,
      transition,
      ...(isDragging ? { position: 'relative', zIndex: 10, background: 'var(--card)' } : {}),
    },
    handle: (
      <Button
        weight="plain"
        className="cursor-grab touch-none px-1"
        {...attributes}
        {...listeners}
        aria-label={`Move ${label}`}
      >
        <GripVertical className="size-5" aria-hidden />
      </Button>
    ),
  };
}

/** The same by two buttons, for gloves. */
export function UpDown({
  at,
  count,
  label,
  onMove,
}: {
  at: number;
  count: number;
  label: string;
  onMove: (from: number, to: number) => void;
}) {
  return (
    <>
      <Button
        weight="plain"
        className="px-1"
        aria-label={`${label}: one up`}
        disabled={at === 0}
        onClick={() => onMove(at, at - 1)}
      >
        <ArrowUp className="size-5" aria-hidden />
      </Button>
      <Button
        weight="plain"
        className="px-1"
        aria-label={`${label}: one down`}
        disabled={at === count - 1}
        onClick={() => onMove(at, at + 1)}
      >
        <ArrowDown className="size-5" aria-hidden />
      </Button>
    </>
  );
}

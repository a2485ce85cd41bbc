import type { KeyboardEvent, ReactNode } from 'react';

const STEPS: Record<string, readonly [down: number, right: number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** Where a field stands in the grid it is walked in, for its `data-cell`. */
export const cellAt = (row: number, column: number) => ({ 'data-cell': `${row} ${column}` });

/** The next cell that way, over places where there is none. */
function nextCell(grid: HTMLElement, from: string, [down, right]: readonly [number, number]) {
  const cells = [...grid.querySelectorAll<HTMLInputElement>('[data-cell]')];
  const placed = cells.map((cell) => ({ cell, at: cell.dataset.cell!.split(' ').map(Number) }));
  const [row, column] = from.split(' ').map(Number) as [number, number];
  const along = placed
    .map(({ cell, at }) => ({ cell, off: [at[0]! - row, at[1]! - column] as const }))
    .filter(({ off }) => off[0] * down > 0 || off[1] * right > 0)
    .filter(({ off }) => (down ? off[1] === 0 : off[0] === 0))
    .sort((a, b) => Math.abs(a.off[0] + a.off[1]) - Math.abs(b.off[0] + b.off[1]));
  return along[0]?.cell;
}

/**
 * A grid of figures walked through by the arrow keys: up and down always, left and right from the edge of what is typed,
 * so that a figure can still be mended in its middle.
 */
export function ArrowCells({ className, children }: { className?: string; children: ReactNode }) {
  const walk = (event: KeyboardEvent<HTMLDivElement>) => {
    const step = STEPS[event.key];
    const cell = event.target as HTMLInputElement;
    if (!step || !cell.dataset?.cell || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey)
      return;
    const { selectionStart, selectionEnd, value } = cell;
    const whole = selectionStart === 0 && selectionEnd === value.length;
    const edge = step[1] < 0 ? selectionStart === 0 : selectionEnd === value.length;
    if (step[1] !== 0 && !whole && !edge) return;
    const next = nextCell(event.currentTarget, cell.dataset.cell, step);
    if (!next) return;
    event.preventDefault();
    next.focus();
    next.select();
  };
  return (
    <div className={className} onKeyDown={walk}>
      {children}
    </div>
  );
}

'use client';

import { useState } from 'react';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';

/**
 * A figure of a table that is kept as it is typed until the field is left: halfway to `0.5` stands a `0`, and an emptied
 * field waits for the next figure. What does not read, or is not more than nothing, is put back when it is left.
 */
export function KeptFigure({
  name,
  label,
  figure,
  onFigure,
  mayBeEmpty = false,
  bare = true,
  ...rest
}: {
  name: string;
  label: string;
  figure: number | null;
  onFigure: (figure: number | null) => void;
  mayBeEmpty?: boolean;
  bare?: boolean;
  whole?: boolean;
  className?: string;
  placeholder?: string;
  disabled?: boolean;
}) {
  const [typed, setTyped] = useState<{ figure: TypedFigure } | null>(null);
  return (
    <NumberField
      {...rest}
      bare={bare}
      name={name}
      label={label}
      value={typed ? typed.figure : figure}
      onValue={(next) => {
        setTyped({ figure: next });
        if (typeof next !== 'number' || next <= 0) return;
        onFigure(next);
      }}
      onBlur={() => {
        if (typed?.figure === null && mayBeEmpty) onFigure(null);
        setTyped(null);
      }}
    />
  );
}

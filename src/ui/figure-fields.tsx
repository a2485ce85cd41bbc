'use client';

import { type InputHTMLAttributes, type ReactNode, useState } from 'react';
import { formatTape } from '@/core/calc/tape.format';
import { type TapeUnit, parseTape } from '@/core/calc/tape.parse';
import { attempt } from '@/core/refusal';
import { readMoney } from '@/core/units/money';
import { readAngle, readFigure } from '@/core/units/typed-figure';
import { type FieldProps, Labeled, WrongAt, useDescribed } from './field';
import { Held } from './held';
import { TextField } from './text-field';

/** A figure as a form holds it: read, not there, or as it was typed where it does not read, to be refused at its field. */
export type TypedFigure = number | null | string;

type Rest = Omit<
  InputHTMLAttributes<HTMLInputElement>,
  'name' | 'value' | 'defaultValue' | 'onChange' | 'type'
>;

interface FigureProps extends FieldProps, Rest {
  value?: TypedFigure;
  defaultValue?: TypedFigure;
  onValue?: (figure: TypedFigure) => void;
  /** Its name is told, not shown: in a table that says what stands where. */
  bare?: boolean;
}

interface Reading {
  read: (text: string) => number | null;
  write: (figure: number) => string;
}

/** What is typed stays as it is typed, to the letter; what it comes to goes to the form. */
function Figure({
  name,
  label,
  hint,
  className,
  value,
  defaultValue = null,
  onValue,
  bare,
  read,
  write,
  ...rest
}: FigureProps & Reading) {
  const described = useDescribed(name, hint);
  const [typed, setTyped] = useState<{ text: string; of: TypedFigure } | null>(null);
  const shown = (figure: TypedFigure) =>
    figure === null ? '' : typeof figure === 'string' ? figure : write(figure);
  /** A page that holds the value may have no room for what does not read: it stands here all the same. */
  const stands = (figure: TypedFigure) =>
    typed !== null &&
    (typed.of === figure || (value !== undefined && figure === null && typeof typed.of === 'string'));
  const input = (
    <Held name={name} value={value} first={defaultValue} onValue={onValue}>
      {({ value: figure, set, ref }) => (
        <input
          ref={ref}
          name={name}
          inputMode="decimal"
          autoComplete="off"
          aria-label={bare ? String(label) : undefined}
          className={`input ${bare ? `text-right ${className ?? ''}` : ''}`}
          value={stands(figure) ? typed!.text : shown(figure)}
          onChange={({ target: { value: text } }) => {
            const next = text.trim() === '' ? null : (read(text) ?? text);
            setTyped({ text, of: next });
            set(next);
          }}
          {...described}
          {...rest}
        />
      )}
    </Held>
  );
  if (!bare) return <Labeled {...{ name, label, hint, className, id: described.id }}>{input}</Labeled>;
  return (
    <>
      {input}
      <WrongAt name={name} id={described.id} />
    </>
  );
}

/** A figure, typed with a point or a comma, or as a fraction; `whole` where halves make no sense. */
export function NumberField({ whole, unit, ...rest }: FigureProps & { whole?: boolean; unit?: string }) {
  const own = unit ?? unitOf(rest.label);
  return (
    <Figure
      read={(text) => readFigure(text, whole ? 'whole' : 'any', own)}
      write={String}
      inputMode={whole ? 'numeric' : 'decimal'}
      {...rest}
    />
  );
}

/** The unit a label ends with: `Rated from, mm`. */
const unitOf = (label: ReactNode): string | undefined =>
  typeof label === 'string' ? /, (mm|in|kg|lb|min|h|km|mi|°|%)$/.exec(label)?.[1] : undefined;

/** Degrees, with a point or a comma, or degrees and minutes. */
export const AngleField = (props: FigureProps) => <Figure read={readAngle} write={String} {...props} />;

/** A price: the form holds cents. */
export const MoneyField = (props: FigureProps) => (
  <Figure read={readMoney} write={(cents) => (cents / 100).toFixed(2)} {...props} />
);

/**
 * A length as on a tape. The form holds it as it was typed, with what unit is meant beside it, as the record keeps both;
 * below it stands what it comes to.
 */
export function LengthField({
  unit,
  lift,
  value,
  hint,
  ...rest
}: FieldProps & {
  unit: TapeUnit;
  /** By how much it goes up may stand here too: `+50 mm`. */
  lift?: boolean;
  value?: string;
  onChange?: InputHTMLAttributes<HTMLInputElement>['onChange'];
}) {
  const [typed, setTyped] = useState('');
  const up = lift ? /^[+−-]/.exec(typed.trim())?.[0] : undefined;
  const read = typed.trim() ? attempt(() => parseTape(typed.trim().slice(up?.length ?? 0), unit)) : null;
  const echo: ReactNode = !read
    ? hint
    : read.ok
      ? `${up ? (up === '+' ? 'up by ' : 'down by ') : ''}${formatTape(read.value, 'in')}, ${formatTape(read.value, 'mm')}`
      : hint;
  return (
    <TextField
      {...rest}
      value={value}
      hint={echo}
      onChange={(event) => {
        setTyped(event.target.value);
        rest.onChange?.(event);
      }}
    />
  );
}

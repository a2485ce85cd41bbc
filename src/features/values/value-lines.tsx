'use client';

import { plausibleBand } from '@/core/procedure/plausible-band';
import type { Fastener } from '@/core/procedure/types';
import { torqueTexts } from '@/core/units/torque-text';
import { CheckField } from '@/ui/checkbox';
import { AngleField, NumberField, type TypedFigure } from '@/ui/figure-fields';

/** A line of the sheet as the page hands it out. */
export interface ValueLine {
  name: string;
  /** By what the command knows its fasteners: their ids on an order, their places in a procedure. */
  keys: string[];
  /** The first of its fasteners: its twins are the same but for their side. */
  like: Fastener;
  /** What there is by now, in words; null is nothing. */
  now: string | null;
  /** Nobody’s sheet says so. */
  madeUp: boolean;
  /** It may be taken out of what is kept. */
  removable: boolean;
}

export interface TypedValue {
  value: TypedFigure;
  angleDeg: TypedFigure;
  out: boolean;
}
export const noValue = (): TypedValue => ({ value: null, angleDeg: null, out: false });

function bandText(fastener: Fastener, unit: 'lbft' | 'nm'): string | null {
  const band = plausibleBand(fastener);
  if (!band) return null;
  const [low, high] = [torqueTexts(band.low, unit), torqueTexts(band.high, unit)];
  return `plausible ${low.value} to ${high.value} ${high.unit}`;
}

/** All lines of a sheet, both sides at once: what is left empty is not on it. */
export function ValueLines({ lines, unit }: { lines: readonly ValueLine[]; unit: 'lbft' | 'nm' }) {
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">Fastener</th>
          <th scope="col">Thread and grade</th>
          <th scope="col">Now</th>
          <th scope="col" className="w-36 text-right!">
            Value, {unit === 'lbft' ? 'lbf·ft' : 'N·m'}
          </th>
          <th scope="col" className="w-28 text-right!">
            Then by angle, °
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ name, like, now, madeUp, removable }, at) => (
          <tr key={name + like.place}>
            <th scope="row" className="font-semibold">
              {name}
              {like.critical && <span className="block text-sm font-normal text-soft">{like.critical}</span>}
            </th>
            <td>
              {like.count} × {like.thread ?? 'thread not named'}
              {like.grade ? `, ${like.grade}` : ''}
              {bandText(like, unit) && (
                <span className="block text-sm text-soft">{bandText(like, unit)}</span>
              )}
            </td>
            <td>
              {now === null ? (
                <span className="hatch-word px-2 font-semibold">no value</span>
              ) : (
                <>
                  {madeUp && <strong className="mr-1 border border-ink px-1">made up</strong>}
                  {now}
                </>
              )}
              {removable && (
                <CheckField className="no-print" name={`values.${at}.out`} label="Remove what is kept" />
              )}
            </td>
            <td>
              <NumberField bare name={`values.${at}.value`} label={`Value of ${name}`} />
            </td>
            <td>
              <AngleField bare name={`values.${at}.angleDeg`} label={`Angle of ${name}`} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

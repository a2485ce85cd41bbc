import type { FactRule } from '@/core/vehicle-facts';
import type { Kit } from '@/server/queries/catalog';
import type { TypedFigure } from '@/ui/figure-fields';

const SIDES = ['left', 'right', 'front', 'rear', 'any'];

/** `2 U-bolt, rear` as a line of a box; the side may be left out. */
function readLine(text: string) {
  const found = /^\s*(\d+)\s*[x×]?\s+(.+?)(?:,\s*(left|right|front|rear|any))?\s*$/.exec(text);
  return found
    ? {
        code: '',
        count: Number(found[1]),
        name: found[2]!,
        side: SIDES.includes(found[3] ?? '') ? found[3]! : 'any',
        phase: 'fit',
      }
    : { code: '', count: 0, name: text.trim(), side: 'any', phase: 'fit' };
}

/** What is in the boxes, a line each. */
export const readLines = (text: string) =>
  text
    .split('\n')
    .filter((line) => line.trim())
    .map(readLine);

/** The same as it is typed. */
export const linesText = (lines: Kit['builds'][number]['lines']) =>
  lines.map((line) => `${line.count} ${line.name}${line.side === 'any' ? '' : `, ${line.side}`}`).join('\n');

/** A build as it is typed: the fact it is chosen by, and what is in its boxes. */
export interface TypedBuild {
  name: string;
  fact: string;
  is: string;
  from: TypedFigure;
  to: TypedFigure;
  lines: string;
}
export const NO_BUILD: TypedBuild = { name: '', fact: '', is: '', from: null, to: null, lines: '' };

export function typedBuild(build: Kit['builds'][number]): TypedBuild {
  const rule = build.facts[0] as
    (FactRule & { is?: string; from?: number | null; to?: number | null }) | undefined;
  return {
    name: build.name,
    fact: rule?.fact ?? '',
    is: rule?.is ?? '',
    from: rule?.from ?? null,
    to: rule?.to ?? null,
    lines: linesText(build.lines),
  };
}

export const factsOf = ({ fact, from, to, is }: TypedBuild) =>
  !fact
    ? []
    : fact === 'modelYear'
      ? [{ fact: 'modelYear' as const, from, to }]
      : [{ fact: fact as 'engine', is }];

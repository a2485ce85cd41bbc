import type { FactRule } from '@/core/vehicle-facts';
import type { Kit } from '@/server/queries/catalog';
import type { TypedFigure } from '@/ui/figure-fields';

type KitLine = Kit['builds'][number]['lines'][number];

/** A fact a build is chosen by, as it is typed. */
export interface TypedRule {
  fact: string;
  is: string;
  from: TypedFigure;
  to: TypedFigure;
}
export interface TypedLine {
  count: TypedFigure;
  name: string;
  code: string;
  side: KitLine['side'];
  phase: KitLine['phase'];
}
/** A build as it is typed: the facts it is chosen by, and what is in its boxes. */
export interface TypedBuild {
  name: string;
  facts: TypedRule[];
  lines: TypedLine[];
}
export const NO_RULE: TypedRule = { fact: '', is: '', from: null, to: null };
export const NO_LINE: TypedLine = { count: 1, name: '', code: '', side: 'any', phase: 'fit' };
export const NO_BUILD: TypedBuild = { name: '', facts: [], lines: [NO_LINE] };

export const typedBuild = ({ name, facts, lines }: Kit['builds'][number]): TypedBuild => ({
  name,
  facts: facts.map((rule) => {
    const { fact, is, from, to } = rule as FactRule & Partial<Omit<TypedRule, 'fact'>>;
    return { fact, is: is ?? '', from: from ?? null, to: to ?? null };
  }),
  lines: lines.map((line) => ({ ...line })),
});

export const factsOf = (rules: readonly TypedRule[]) =>
  rules
    .filter(({ fact }) => fact)
    .map(({ fact, from, to, is }) =>
      fact === 'modelYear' ? { fact: 'modelYear' as const, from, to } : { fact: fact as 'engine', is },
    );

import Joi from 'joi';
import type { Role } from '@/core/ledger/roles';

/** An input with every field in it: what a command is carried out with, once its defaults are filled in. */
export type Complete<Given> = Required<Given>;

/** A type of which some fields may be left out: their defaults stand in the schema. */
export type Defaulted<T, Fields extends keyof T> = Omit<T, Fields> & Partial<Pick<T, Fields>>;

export type Nothing = Record<never, never>;

/** What may be asked of the record: said once, for the server, the forms, the tablet without network and the reference. */
export interface Contract<Given extends object, Answer extends object> {
  /** What is done, as somebody of the crew would say it. */
  title: string;
  /** Roles that may give it; a lead may all a tech and an advisor may. */
  who: readonly Role[];
  /** May be given on the customer's own page, for the page's own order. */
  onLink: boolean;
  /** How it is told while it waits on a tablet; only what has a move may be given without network. */
  waits: string | null;
  input: Joi.ObjectSchema<Complete<Given>>;
  /** Where it may be larger than others, as a file that is pasted in. */
  mostBytes: number | null;
  /** Known to the compiler alone. */
  readonly types?: { given: Given; answer: Answer };
}

/** A contract as any of them: for what treats all of them alike. */
export type AnyContract = Omit<Contract<object, object>, 'input' | 'types'> & { input: Joi.ObjectSchema };

interface Said<Given extends object> {
  title: string;
  who: readonly Role[];
  onLink?: true;
  mostBytes?: number;
  fields: Joi.StrictSchemaMap<Complete<Given>>;
}

/** Says a command that needs the network. */
export const contract = <Given extends object, Answer extends object = Nothing>({
  fields,
  onLink = undefined,
  mostBytes,
  ...said
}: Said<Given>): Contract<Given, Answer> & { waits: null } => ({
  ...said,
  onLink: onLink ?? false,
  mostBytes: mostBytes ?? null,
  waits: null,
  input: Joi.object<Complete<Given>, true>(fields),
});

/** Says a command that may be given without network: its move stands with the others in `moves.ts`. */
export const offlineContract = <Given extends object, Answer extends object = Nothing>({
  waits,
  ...said
}: Said<Given> & { waits: string }): Contract<Given, Answer> & { waits: string } => ({
  ...contract<Given, Answer>(said),
  waits,
});

/** Commands of one part of the work, in the order in which they are told. */
export const area = <C extends Record<string, AnyContract>>(title: string, commands: C) => ({
  title,
  commands,
});

import type { AnyContract, Complete } from '../command';
import { aligned } from './aligned';
import { arrival } from './arrival';
import { bay } from './bay';
import { comingBack } from './coming-back';
import { corrected } from './corrected';
import { handedOver } from './handed-over';
import { measured } from './measured';
import { noted } from './noted';
import { people } from './people';
import { planned } from './planned';
import { shop } from './shop';
import { trial } from './trial';
import { torque } from './torque';
import { week } from './week';
import { wheels } from './wheels';

/** Everything that can be done here, by where in the work it comes. */
export const AREAS = [
  arrival,
  corrected,
  wheels,
  planned,
  bay,
  measured,
  trial,
  torque,
  noted,
  aligned,
  handedOver,
  comingBack,
  week,
  shop,
  people,
] as const;

/** Every command by its name. */
export const CONTRACTS = {
  ...arrival.commands,
  ...corrected.commands,
  ...wheels.commands,
  ...planned.commands,
  ...bay.commands,
  ...measured.commands,
  ...trial.commands,
  ...torque.commands,
  ...noted.commands,
  ...aligned.commands,
  ...handedOver.commands,
  ...comingBack.commands,
  ...week.commands,
  ...shop.commands,
  ...people.commands,
};

type Contracts = typeof CONTRACTS;
export type CommandName = keyof Contracts;
type TypesOf<N extends CommandName> = NonNullable<Contracts[N]['types']>;
/** What whoever gives a command has to say. */
export type GivenOf<N extends CommandName> = TypesOf<N>['given'];
/** What a command is carried out with. */
export type InputOf<N extends CommandName> = Complete<GivenOf<N>>;
export type AnswerOf<N extends CommandName> = TypesOf<N>['answer'];
/** Commands that may be given without network. */
export type OfflineName = {
  [N in CommandName]: Contracts[N]['waits'] extends string ? N : never;
}[CommandName];

export const COMMAND_NAMES = Object.keys(CONTRACTS) as CommandName[];
export const isCommandName = (name: string): name is CommandName => Object.hasOwn(CONTRACTS, name);
export const contractOf = (name: CommandName): AnyContract => CONTRACTS[name];

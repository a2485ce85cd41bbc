import { joiResolver } from '@hookform/resolvers/joi';
import { type CommandName, contractOf } from '@/contracts/commands';
import { LOOKED_AT } from '@/contracts/refused';

/** Looks a form's input through by the same contract the server does. Fetched when somebody begins to type. */
export const checkOf = (name: CommandName) => joiResolver(contractOf(name).input, LOOKED_AT);

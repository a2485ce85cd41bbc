import type { AnswerOf, CommandName, InputOf, OfflineName } from '@/contracts/commands';
import type { Db } from '../database';
import type { Person } from '../sessions/sessions';
import type { CommandContext } from './context';

/** What the server does with a command of its contract. Each stands in a file of its own. */
export interface Handler<N extends CommandName> {
  name: N;
  /**
   * What is done before the transaction begins, so that nothing is locked meanwhile: a secret that came with it is looked
   * at, and a wrong try counts whatever becomes of the command; something long is worked out. Who is returned vouches
   * for the command.
   */
  before?(person: Person, input: InputOf<N>, outside: Db): Promise<Person | null>;
  /**
   * It may seal papers, which say what this very command appends: it is gone through once and taken back, the papers are
   * drawn while nobody waits, and then it is given.
   */
  seals?: boolean;
  run(ctx: CommandContext, input: InputOf<N>): Promise<AnswerOf<N>>;
}

export const handle = <N extends CommandName>(name: N, handler: Omit<Handler<N>, 'name'>): Handler<N> => ({
  name,
  ...handler,
});

/** A command that only makes its move, on an order that is still open. */
export const moveOnly = <N extends Exclude<OfflineName, 'clock.off'>>(name: N): Handler<N> => ({
  name,
  async run(ctx: CommandContext, input: InputOf<N> & { orderId: string }) {
    const order = await ctx.openOrder(input.orderId);
    return ctx.keep(order, ctx.judge(name, order, input));
  },
});

import { AsyncLocalStorage } from 'node:async_hooks';

/** A request while it is answered. */
export interface Exchange {
  /** Its number: on the screen where it failed, on its lines of the log, and what a front gave it as `X-Request-Id`. */
  number: string;
  /** Statements it asked of the database. */
  statements: number;
}

const held = globalThis as typeof globalThis & { wrenchwiseExchanges?: AsyncLocalStorage<Exchange> };
const exchanges = (held.wrenchwiseExchanges ??= new AsyncLocalStorage<Exchange>());

/** The request that is being answered; undefined in a round of the clock or a command line. */
export const exchangeNow = (): Exchange | undefined => exchanges.getStore();
/** From here on, for everything that is done for this request. */
export const enterExchange = (one: Exchange): void => exchanges.enterWith(one);

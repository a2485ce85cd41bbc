import 'server-only';
import { subscribe } from 'node:diagnostics_channel';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { counting } from './counting';
import { type Exchange, enterExchange } from './exchange';
import { log, newNumber, plainPath } from './log';

/** Which part of the application an address belongs to: `bay`, `api/commands`; scripts and pictures are one. */
export function areaOf(address: string): string {
  const [, first = '', second = ''] = plainPath(address).split('/');
  if (first === '_next' || /\.\w+$/.test(first)) return 'files';
  if (first === 'api') return `api/${/^[a-z-]+(\.[a-z]+)?$/.test(second) ? second : 'other'}`;
  return /^[a-z-]*$/.test(first) ? first || 'today' : 'other';
}

/** What a front may call a request; whatever else it says is no number. */
const NUMBER = /^[\w-]{4,64}$/;
const numberOf = ({ headers }: IncomingMessage): string => {
  const given = headers['x-request-id'];
  return typeof given === 'string' && NUMBER.test(given) ? given : newNumber();
};

const begun = new WeakMap<IncomingMessage, { at: number; exchange: Exchange }>();

/** Numbers and counts each request, and writes it down where the log is asked for it. Node itself tells of them. */
export function watchRequests(): void {
  subscribe('http.server.request.start', (message) => {
    const { request } = message as { request: IncomingMessage };
    const exchange = { number: numberOf(request), statements: 0 };
    begun.set(request, { at: performance.now(), exchange });
    enterExchange(exchange);
  });
  subscribe('http.server.response.finish', (message) => {
    const { request, response } = message as { request: IncomingMessage; response: ServerResponse };
    const known = begun.get(request);
    if (!known) return;
    const seconds = (performance.now() - known.at) / 1000;
    const { url = '', method = '' } = request;
    counting()?.request(areaOf(url), method, response.statusCode, seconds);
    log().debug({
      ...known.exchange,
      method,
      path: plainPath(url),
      status: response.statusCode,
      ms: Math.round(seconds * 1000),
    });
  });
}

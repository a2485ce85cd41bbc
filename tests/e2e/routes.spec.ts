import { randomUUID } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { type APIRequestContext, type APIResponse, expect, test } from './covered';
import { db } from '../../src/server/database';
import { ANY_ORDER, scriptsOf } from '../../src/server/page-scripts';
import { type CrewName } from '../../demo/crew';
import { drawnPicture, signInBy } from './hands';

/**
 * Every address a program can ask: what a stranger gets, who may not, what is wrong with what was sent, what a right one is
 * answered with, and who may keep the answer.
 */

interface Known {
  order: string;
  closed: string;
  car: string;
  photo: string;
  entry: string;
  step: string;
  message: string;
  person: string;
  token: string;
  secret: string;
  wrench: string;
}
interface Send {
  to: (known: Known) => string;
  json?: unknown | ((known: Known) => unknown);
  form?: (
    known: Known,
  ) => Promise<Record<string, { name: string; mimeType: string; buffer: Buffer } | string>>;
}
interface Answer {
  status: number;
  /** The code and field of the first thing that is wrong. */
  code?: string;
  field?: string;
  type?: RegExp;
  cache?: RegExp;
  /** Words of the answer. */
  says?: RegExp;
}
interface Route {
  method: 'GET' | 'POST';
  /** What somebody without a session gets. */
  stranger: Answer & { send?: Send };
  /** Somebody of the crew who may not. */
  notThis?: { who: CrewName; answer: Answer; send?: Send };
  /** What cannot be. */
  wrong: { send: Send; answer: Answer; who?: CrewName | 'nobody' }[];
  right?: { send: Send; answer: Answer; who?: CrewName | 'nobody' };
}

const NO_STORE = /no-store/;
const OUT: Answer = { status: 401, code: 'signed-out' };
const OUT_PLAIN: Answer = { status: 401, says: /Sign in first/ };
const at = (to: string | ((known: Known) => string)): Send => ({
  to: typeof to === 'string' ? () => to : to,
});
const sent = (to: string | ((known: Known) => string), json: Send['json']): Send => ({ ...at(to), json });
const NOWHERE = '00000000-0000-4000-8000-000000000000';
const envelope = (input: object) => ({ id: randomUUID(), deviceSeq: 1, input });
const nobody = 'nobody' as const;
const file = (name: string, buffer: Buffer, mimeType = 'application/zip') => ({ name, mimeType, buffer });
const JPEG = () => drawnPicture(3);

/** By the folder of `src/app` it stands in. */
const ROUTES: Record<string, Route> = {
  'api/alive': {
    method: 'GET',
    stranger: { status: 200, says: /"alive":true/ },
    wrong: [],
    right: { who: nobody, send: at('/api/alive'), answer: { status: 200, type: /json/ } },
  },
  'api/ready': {
    method: 'GET',
    stranger: { status: 200, cache: NO_STORE, says: /"ready":true/ },
    wrong: [],
    right: { who: nobody, send: at('/api/ready'), answer: { status: 200, type: /json/, cache: NO_STORE } },
  },
  'api/bay/[id]': {
    method: 'GET',
    stranger: { ...OUT, send: at(({ order }) => `/api/bay/${order}`) },
    wrong: [{ send: at(`/api/bay/${NOWHERE}`), answer: { status: 404, code: 'no-order' } }],
    right: {
      send: at(({ order }) => `/api/bay/${order}`),
      answer: { status: 200, cache: NO_STORE, says: /"wrenches":\[/ },
    },
  },
  'api/c/[token]/calendar.ics': {
    method: 'GET',
    stranger: { status: 404, send: at('/api/c/guess/calendar.ics') },
    wrong: [],
    right: {
      who: nobody,
      send: at(({ token }) => `/api/c/${token}/calendar.ics`),
      answer: { status: 200, type: /text\/calendar/, cache: NO_STORE, says: /BEGIN:VCALENDAR/ },
    },
  },
  'api/c/[token]/commands/[name]': {
    method: 'POST',
    stranger: { status: 404, send: sent('/api/c/guess/commands/plan.answer', envelope({})) },
    wrong: [
      {
        who: nobody,
        // What the crew may do is not for whoever holds the page.
        send: sent(({ token }) => `/api/c/${token}/commands/quote.make`, envelope({})),
        answer: { status: 400, code: 'not-yours' },
      },
      {
        who: nobody,
        send: sent(
          ({ token }) => `/api/c/${token}/commands/plan.answer`,
          envelope({ orderId: NOWHERE, version: 1, yes: true, how: 'on the link', witness: null }),
        ),
        answer: { status: 400 },
      },
    ],
  },
  'api/c/[token]/handoff': {
    method: 'GET',
    stranger: { status: 404, send: at('/api/c/guess/handoff') },
    wrong: [],
    right: {
      who: nobody,
      send: at(({ token }) => `/api/c/${token}/handoff`),
      answer: { status: 200, type: /pdf/, cache: NO_STORE, says: /^%PDF/ },
    },
  },
  'api/c/[token]/order.zip': {
    method: 'GET',
    stranger: { status: 404, send: at('/api/c/guess/order.zip') },
    wrong: [],
    right: {
      who: nobody,
      send: at(({ token }) => `/api/c/${token}/order.zip`),
      answer: { status: 200, type: /zip/, cache: NO_STORE, says: /^PK/ },
    },
  },
  'api/c/[token]/photos/[id]': {
    method: 'GET',
    stranger: { status: 404, send: at(({ photo }) => `/api/c/guess/photos/${photo}`) },
    wrong: [
      {
        who: nobody,
        send: at(({ token }) => `/api/c/${token}/photos/${NOWHERE}`),
        answer: { status: 404 },
      },
    ],
  },
  'api/calc/[name]': {
    method: 'POST',
    stranger: {
      status: 200,
      send: sent('/api/calc/torque.convert', { value: 100, from: 'nm' }),
      says: /"lbft":73\.7/,
    },
    wrong: [
      {
        who: nobody,
        send: sent('/api/calc/torque.convert', { value: 'much', from: 'nm' }),
        answer: { status: 400, field: 'value' },
      },
      { who: nobody, send: sent('/api/calc/no.such', {}), answer: { status: 400 } },
      { who: nobody, send: sent('/api/calc/torque.convert', '['), answer: { status: 400 } },
    ],
  },
  'api/calendar': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/calendar', { id: randomUUID(), deviceSeq: 1 }) },
    notThis: {
      who: 'Ilse',
      send: sent('/api/calendar', { id: randomUUID(), deviceSeq: 1 }),
      answer: { status: 400, code: 'not-yours' },
    },
    wrong: [
      {
        who: 'Odalys',
        send: sent('/api/calendar', { id: 'one', deviceSeq: 1 }),
        answer: { status: 400, field: 'id' },
      },
    ],
  },
  'api/calendar/[secret]': {
    method: 'GET',
    stranger: { status: 404, send: at('/api/calendar/guess.ics') },
    wrong: [],
    right: {
      who: nobody,
      send: at(({ secret }) => secret),
      answer: { status: 200, type: /text\/calendar/, cache: NO_STORE },
    },
  },
  'api/card.pdf': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at('/api/card.pdf') },
    wrong: [],
    right: { send: at('/api/card.pdf'), answer: { status: 200, says: /^%PDF/ } },
  },
  'api/orders/[id]/gauges': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at(({ order }) => `/api/orders/${order}/gauges`) },
    wrong: [{ send: at(`/api/orders/${NOWHERE}/gauges`), answer: { status: 404 } }],
    right: { send: at(({ order }) => `/api/orders/${order}/gauges`), answer: { status: 200, says: /"LF"/ } },
  },
  'api/camera': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at('/api/camera?scene=side') },
    wrong: [],
    right: {
      send: at('/api/camera?scene=nonsense&seed=lots&raised=9'),
      answer: { status: 200, type: /jpeg/, cache: /private/ },
    },
  },
  'api/catalog/parts.csv': {
    method: 'GET',
    stranger: { ...OUT, send: at('/api/catalog/parts.csv') },
    wrong: [],
    right: {
      send: at('/api/catalog/parts.csv'),
      answer: { status: 200, type: /csv/, cache: NO_STORE, says: /^\W?code,/ },
    },
  },
  'api/commands/[name]': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/commands/clock.off', envelope({ reason: 'done' })) },
    notThis: {
      who: 'Ilse',
      send: sent('/api/commands/quote.make', envelope({})),
      answer: { status: 400, code: 'not-yours' },
    },
    wrong: [
      { send: sent('/api/commands/no.such', envelope({})), answer: { status: 400 } },
      {
        send: sent('/api/commands/step.done', envelope({ orderId: NOWHERE, measured: '', note: '' })),
        answer: { status: 400, field: 'stepId' },
      },
      {
        send: sent('/api/commands/step.done', { ...envelope({}), id: 'not an id' }),
        answer: { status: 400, field: 'id' },
      },
      { send: sent('/api/commands/step.done', '{'), answer: { status: 400 } },
    ],
  },
  'api/find': {
    method: 'GET',
    stranger: { ...OUT, send: at('/api/find?q=Coppice') },
    wrong: [],
    right: {
      send: at('/api/find?q=Coppice'),
      answer: { status: 200, cache: NO_STORE, says: /Coppice/ },
    },
  },
  'api/shown/day': {
    method: 'GET',
    stranger: { status: 401, says: /^\{"wayIn":"\/sign-in"\}$/, send: at('/api/shown/day') },
    wrong: [],
    right: {
      send: at('/api/shown/day'),
      answer: { status: 200, cache: NO_STORE, says: /"nowIso":"/ },
    },
  },
  'api/shown/come-backs': {
    method: 'GET',
    stranger: { status: 401, says: /^\{"wayIn":"\/sign-in"\}$/, send: at('/api/shown/come-backs') },
    wrong: [],
    right: {
      send: at('/api/shown/come-backs'),
      answer: { status: 200, cache: NO_STORE, says: /"bookings":\[/ },
    },
  },
  'api/shown/orders/[id]': {
    method: 'GET',
    stranger: { status: 401, says: /^\{"wayIn":"\/sign-in"\}$/, send: at(`/api/shown/orders/${NOWHERE}`) },
    wrong: [
      {
        send: at(`/api/shown/orders/${NOWHERE}`),
        answer: { status: 404, cache: NO_STORE, says: /"shown":null/ },
      },
      { send: at('/api/shown/orders/none'), answer: { status: 404, says: /"shown":null/ } },
    ],
    right: {
      send: at(({ order }) => `/api/shown/orders/${order}`),
      answer: { status: 200, cache: NO_STORE, says: /"head":\{/ },
    },
  },
  'api/find/cars': {
    method: 'GET',
    stranger: { ...OUT, send: at('/api/find/cars?q=KLM') },
    wrong: [],
    right: {
      send: at('/api/find/cars?plate=klm-4127'),
      answer: { status: 200, cache: NO_STORE, says: /"plate":"KLM 4127"/ },
    },
  },
  'api/week/offer': {
    method: 'GET',
    stranger: { ...OUT, send: at('/api/week/offer?minutes=240') },
    wrong: [
      { send: at('/api/week/offer'), answer: { status: 400, code: 'bad-value', field: 'minutes' } },
      {
        send: at('/api/week/offer?minutes=240&wish=soon'),
        answer: { status: 400, code: 'day', field: 'wish' },
      },
      { send: at('/api/week/offer?order=nothing'), answer: { status: 404, code: 'gone', field: 'order' } },
    ],
    right: {
      send: at('/api/week/offer?minutes=240&wish=2026-04-17'),
      answer: { status: 200, cache: NO_STORE, says: /"wished":/ },
    },
  },
  'api/first-owner': {
    method: 'POST',
    stranger: {
      // A shop that is open has an owner: nobody becomes a second one by this way in.
      status: 400,
      send: sent('/api/first-owner', {
        code: 'GUESS',
        shop: { name: 'Mine' },
        owner: { name: 'Me', password: 'long enough to be one', pin: '9999' },
      }),
    },
    wrong: [{ who: nobody, send: sent('/api/first-owner', {}), answer: { status: 400 } }],
  },
  'api/hours.csv': {
    method: 'GET',
    stranger: { ...OUT, send: at('/api/hours.csv?from=2026-04-01&to=2026-04-14') },
    wrong: [{ send: at('/api/hours.csv?from=spring'), answer: { status: 400, code: 'day', field: 'from' } }],
    right: {
      send: at('/api/hours.csv?from=2026-01-01&to=2026-04-14&what=jobs'),
      answer: { status: 200, type: /csv/, cache: NO_STORE, says: /book minutes/ },
    },
  },
  'api/import/order': {
    method: 'POST',
    stranger: OUT,
    notThis: { who: 'Ilse', answer: { status: 400, code: 'not-yours' } },
    wrong: [
      {
        who: 'Odalys',
        send: {
          ...at('/api/import/order'),
          form: async () => ({ file: file('order.zip', Buffer.from('no zip at all')) }),
        },
        answer: { status: 400, field: 'file' },
      },
      {
        who: 'Odalys',
        send: { ...at('/api/import/order'), form: async () => ({ other: 'thing' }) },
        answer: { status: 400, field: 'file' },
      },
    ],
  },
  'api/import/shop': {
    method: 'POST',
    stranger: {
      status: 400,
      send: {
        ...at('/api/import/shop'),
        form: async () => ({ code: 'GUESS', file: file('shop.zip', Buffer.from('PK')) }),
      },
    },
    wrong: [],
  },
  'api/live': { method: 'GET', stranger: OUT, wrong: [] },
  // What it does not understand it answers as "anything may have moved".
  'api/live/since': { method: 'GET', stranger: OUT, wrong: [] },
  'api/messages/[id]/words': {
    method: 'POST',
    stranger: { ...OUT, send: sent(`/api/messages/${NOWHERE}/words`, {}) },
    notThis: {
      who: 'Ilse',
      send: sent(`/api/messages/${NOWHERE}/words`, {}),
      answer: { status: 400, code: 'not-yours', field: 'messageId' },
    },
    wrong: [{ who: 'Odalys', send: sent(`/api/messages/${NOWHERE}/words`, {}), answer: { status: 400 } }],
  },
  'api/orders/[id]/handoff': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at(({ closed }) => `/api/orders/${closed}/handoff`) },
    wrong: [{ send: at(`/api/orders/${NOWHERE}/handoff`), answer: { status: 404 } }],
    right: {
      send: at(({ closed }) => `/api/orders/${closed}/handoff`),
      answer: { status: 200, type: /pdf/, cache: NO_STORE, says: /^%PDF/ },
    },
  },
  'api/orders/[id]/link': {
    method: 'POST',
    stranger: {
      ...OUT,
      send: sent(({ order }) => `/api/orders/${order}/link`, { id: randomUUID(), deviceSeq: 1 }),
    },
    notThis: {
      who: 'Ilse',
      send: sent(({ order }) => `/api/orders/${order}/link`, { id: randomUUID(), deviceSeq: 1 }),
      answer: { status: 400, code: 'not-yours' },
    },
    wrong: [
      {
        who: 'Odalys',
        send: sent(`/api/orders/${NOWHERE}/link`, { id: randomUUID(), deviceSeq: 1 }),
        answer: { status: 400, field: 'orderId' },
      },
    ],
    right: {
      who: 'Odalys',
      send: sent(({ order }) => `/api/orders/${order}/link`, { id: randomUUID(), deviceSeq: 1 }),
      answer: { status: 200, cache: NO_STORE, says: /"picture":"<svg/ },
    },
  },
  'api/orders/[id]/order.zip': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at(({ order }) => `/api/orders/${order}/order.zip`) },
    wrong: [
      { send: at(`/api/orders/${NOWHERE}/order.zip`), answer: { status: 404 } },
      { send: at('/api/orders/no-id/order.zip'), answer: { status: 404 } },
    ],
    right: {
      send: at(({ order }) => `/api/orders/${order}/order.zip`),
      answer: { status: 200, type: /zip/, cache: NO_STORE, says: /^PK/ },
    },
  },
  'api/orders/[id]/take-back/[entryId]': {
    method: 'GET',
    stranger: { ...OUT, send: at(({ order, entry }) => `/api/orders/${order}/take-back/${entry}`) },
    wrong: [
      {
        send: at(({ order }) => `/api/orders/${order}/take-back/${NOWHERE}`),
        answer: { status: 404, code: 'no-entry' },
      },
    ],
    right: {
      send: at(({ order, entry }) => `/api/orders/${order}/take-back/${entry}`),
      answer: { status: 200, cache: NO_STORE, says: /"ways":\[/ },
    },
  },
  'api/outbox': {
    method: 'POST',
    stranger: {
      // Its signature says whose it is; without one it is nobody's.
      status: 400,
      send: sent('/api/outbox', {
        body: JSON.stringify({
          ...envelope({}),
          name: 'step.done',
          at: 'x',
          personId: NOWHERE,
          deviceId: NOWHERE,
        }),
        signature: 'AAAA',
        sentAt: '2026-04-14T18:30:00.000Z',
      }),
    },
    wrong: [{ who: nobody, send: sent('/api/outbox', {}), answer: { status: 400 } }],
  },
  'api/outbox/key': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/outbox/key', { publicKey: 'AAAA' }) },
    wrong: [
      { send: sent('/api/outbox/key', { publicKey: 'no key' }), answer: { status: 400, field: 'publicKey' } },
    ],
  },
  'api/outbox/photo': {
    method: 'POST',
    stranger: {
      status: 400,
      code: 'forged',
      field: 'signature',
      send: {
        ...at('/api/outbox/photo'),
        form: async ({ person }) => ({
          file: file('shot.jpg', await JPEG(), 'image/jpeg'),
          hash: '00',
          personId: person,
          signature: 'AAAA',
        }),
      },
    },
    wrong: [
      {
        who: nobody,
        send: { ...at('/api/outbox/photo'), form: async () => ({ hash: '00' }) },
        answer: { status: 400, code: 'missing', field: 'file' },
      },
    ],
  },
  'api/photos': {
    method: 'POST',
    stranger: {
      ...OUT,
      send: {
        ...at('/api/photos'),
        form: async () => ({ file: file('shot.jpg', await JPEG(), 'image/jpeg') }),
      },
    },
    wrong: [
      {
        send: {
          ...at('/api/photos'),
          form: async () => ({ file: file('shot.jpg', Buffer.from('<svg onload=alert(1)>'), 'image/jpeg') }),
        },
        answer: { status: 400, field: 'file' },
      },
      {
        send: { ...at('/api/photos'), form: async () => ({ file: 'words' }) },
        answer: { status: 400, field: 'file' },
      },
    ],
    right: {
      send: {
        ...at('/api/photos'),
        form: async () => ({ file: file('shot.jpg', await JPEG(), 'image/jpeg') }),
      },
      answer: { status: 200, cache: NO_STORE, says: /"photoId":"[0-9a-f-]{36}"/ },
    },
  },
  'api/photos/[id]': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at(({ photo }) => `/api/photos/${photo}`) },
    wrong: [{ send: at(`/api/photos/${NOWHERE}`), answer: { status: 404 } }],
    right: {
      send: at(({ photo }) => `/api/photos/${photo}`),
      answer: { status: 200, type: /image\//, cache: /private/ },
    },
  },
  'api/pin': {
    method: 'POST',
    stranger: {
      status: 400,
      send: sent('/api/pin', ({ person }: Known) => ({ personId: person, pin: '0000' })),
    },
    wrong: [
      { who: nobody, send: sent('/api/pin', { pin: '1234' }), answer: { status: 400, field: 'personId' } },
      {
        who: nobody,
        send: sent('/api/pin', ({ person }: Known) => ({ personId: person, pin: 'abcd' })),
        answer: { status: 400, field: 'pin' },
      },
    ],
  },
  'api/procedures/[id]': {
    method: 'GET',
    stranger: { ...OUT_PLAIN, send: at('/api/procedures/utility-cart') },
    wrong: [
      { send: at('/api/procedures/no-such'), answer: { status: 404 } },
      { send: at('/api/procedures/utility-cart?version=999999'), answer: { status: 404 } },
    ],
    right: {
      send: at('/api/procedures/utility-cart'),
      answer: { status: 200, type: /json/, cache: NO_STORE, says: /"format": "wrenchwise-procedure/ },
    },
  },
  'api/pull-list': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/pull-list', { orderId: NOWHERE, procedures: [] }) },
    wrong: [
      {
        send: sent('/api/pull-list', ({ order }: Known) => ({ orderId: order, procedures: [] })),
        answer: { status: 400, field: 'procedures' },
      },
      {
        send: sent('/api/pull-list', { orderId: NOWHERE, procedures: [{ id: 'utility-cart', ways: [] }] }),
        answer: { status: 404, code: 'no-order', field: 'orderId' },
      },
    ],
    right: {
      send: sent('/api/pull-list', ({ order }: Known) => ({
        orderId: order,
        procedures: [{ id: 'strut-top-spacer', ways: [] }],
      })),
      answer: { status: 200, cache: NO_STORE },
    },
  },
  'api/practice': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/practice', { scenario: 'tight-pivot' }) },
    wrong: [
      {
        send: sent('/api/practice', { scenario: 'none such' }),
        answer: { status: 400, code: 'no-scenario', field: 'scenario' },
      },
      { send: sent('/api/practice', { mode: 'softly' }), answer: { status: 400, field: 'mode' } },
    ],
    right: {
      send: sent('/api/practice', { scenario: 'tight-pivot' }),
      answer: { status: 200, cache: NO_STORE, says: /"id":/ },
    },
  },
  'api/practice/[id]': {
    method: 'POST',
    stranger: { ...OUT, send: sent(`/api/practice/${NOWHERE}`, { kind: 'end' }) },
    wrong: [
      {
        send: sent(`/api/practice/${NOWHERE}`, { kind: 'end' }),
        answer: { status: 400, code: 'no-try', field: 'id' },
      },
      {
        send: sent(`/api/practice/${NOWHERE}`, { kind: 'look', way: 'eyes' }),
        answer: { status: 400, field: 'place' },
      },
    ],
  },
  'api/practice/drill': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/practice/drill', { drill: 'tape', seed: 7, typed: '21' }) },
    wrong: [
      {
        send: sent('/api/practice/drill', { drill: 'tape', seed: 7, typed: '' }),
        answer: { status: 400, field: 'typed' },
      },
    ],
    right: {
      send: sent('/api/practice/drill', { drill: 'next-nut', seed: 7, typed: '0' }),
      answer: { status: 200, cache: NO_STORE, says: /"right":false/ },
    },
  },
  'api/practice/scenario': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/practice/scenario', {}) },
    notThis: { who: 'Ilse', answer: { status: 400, code: 'role' }, send: sent('/api/practice/scenario', {}) },
    wrong: [
      {
        who: 'Odalys',
        send: sent('/api/practice/scenario', { format: 'something else' }),
        answer: { status: 400, field: 'format' },
      },
    ],
  },
  'api/rack': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/rack', { orderId: NOWHERE, as: 'csv', outcome: 'in' }) },
    wrong: [
      {
        send: sent('/api/rack', ({ order }: Known) => ({ orderId: order, as: 'paper', outcome: 'in' })),
        answer: { status: 400, field: 'as' },
      },
      {
        send: sent('/api/rack', { orderId: NOWHERE, as: 'csv', outcome: 'in' }),
        answer: { status: 400, code: 'no-order', field: 'orderId' },
      },
    ],
  },
  'api/shop.zip': {
    method: 'GET',
    stranger: OUT_PLAIN,
    notThis: { who: 'Ilse', answer: { status: 403 } },
    wrong: [],
  },
  'api/sign-in': {
    method: 'POST',
    stranger: { status: 400, send: sent('/api/sign-in', { name: 'Odalys', password: 'a guess' }) },
    wrong: [
      {
        who: nobody,
        send: sent('/api/sign-in', { name: '', password: 'x' }),
        answer: { status: 400, field: 'name' },
      },
      { who: nobody, send: sent('/api/sign-in', 'no json'), answer: { status: 400 } },
    ],
  },
  'api/sign-out': {
    method: 'POST',
    stranger: { status: 200, send: sent('/api/sign-out', { lastQueued: null }) },
    wrong: [],
    right: {
      send: sent('/api/sign-out', { lastQueued: null }),
      answer: { status: 200, cache: NO_STORE },
    },
  },
  'api/verify': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/verify', { ask: 'anew' }) },
    notThis: {
      who: 'Ilse',
      answer: { status: 400, code: 'role', field: 'ask' },
      send: sent('/api/verify', { ask: 'anew' }),
    },
    wrong: [
      { who: 'Odalys', send: sent('/api/verify', { ask: 'mend' }), answer: { status: 400, field: 'ask' } },
    ],
    // Nothing is stopped where nothing is under way.
    right: {
      who: 'Odalys',
      send: sent('/api/verify', { ask: 'stop' }),
      answer: { status: 200, cache: NO_STORE },
    },
  },
  'api/wrench': {
    method: 'POST',
    stranger: { ...OUT, send: sent('/api/wrench', { ask: 'wait', waiting: null }) },
    wrong: [
      { send: sent('/api/wrench', { ask: 'turn' }), answer: { status: 400, code: 'shape' } },
      { send: sent('/api/wrench', { ask: 'bind', wrenchId: NOWHERE }), answer: { status: 400 } },
    ],
    right: {
      send: sent('/api/wrench', ({ wrench }: Known) => ({ ask: 'bind', wrenchId: wrench })),
      answer: { status: 200, cache: NO_STORE },
    },
  },
};

const APP = path.join(__dirname, '..', '..', 'src', 'app');
/** Every folder with a route, but for the service worker's, which is a file of the build. */
const folders = readdirSync(APP, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith(`${path.sep}route.ts`))
  .map((name) => path.dirname(name))
  .filter((name) => !name.startsWith('serwist'));

test('every route has its line here', () => {
  expect(Object.keys(ROUTES).sort()).toEqual(folders.sort());
});

async function known(door: APIRequestContext, origin: string): Promise<Known> {
  const order = async (plate: string) =>
    (await db().row<{ id: string }>(
      `SELECT work_order.id FROM work_order JOIN vehicle ON vehicle.id = vehicle_id WHERE plate LIKE ? ORDER BY number LIMIT 1`,
      [`%${plate}%`],
    ))!.id;
  const one = async (sql: string) => (await db().row<{ id: string }>(sql))!.id;
  const [open, closed] = [await order('KLM'), await order('VMR')];
  await signInBy(door, 'Odalys');
  const post = async (to: string) =>
    (await (
      await door.post(to, { data: { id: randomUUID(), deviceSeq: 1 }, headers: { origin } })
    ).json()) as {
      answer: { address: string };
    };
  const page = (await post(`/api/orders/${closed}/link`)).answer.address;
  const feed = (await post('/api/calendar')).answer.address;
  return {
    order: open,
    closed,
    car: await one('SELECT id FROM vehicle LIMIT 1'),
    photo: await one('SELECT id FROM photo LIMIT 1'),
    entry: (await db().row<{ id: string }>(
      "SELECT id FROM entry WHERE chain = ? AND kind = 'torque' ORDER BY seq DESC LIMIT 1",
      [open],
    ))!.id,
    step: 'C/look',
    message: NOWHERE,
    person: await one("SELECT id FROM person WHERE name = 'Ilse'"),
    token: page.split('/').at(-1)!,
    secret: new URL(feed).pathname,
    wrench: await one('SELECT id FROM wrench WHERE active AND out_reason IS NULL LIMIT 1'),
  };
}

test.describe('each address answers as it should', () => {
  let all: Known;
  let origin: string;

  test.beforeAll(async ({ playwright }) => {
    origin = process.env.BASE_URL!;
    const door = await playwright.request.newContext({ baseURL: origin });
    all = await known(door, origin);
    await door.dispose();
  });

  for (const [folder, route] of Object.entries(ROUTES))
    test(folder, async ({ playwright }) => {
      const doors = new Map<string, APIRequestContext>();
      const doorOf = async (who: CrewName | 'nobody') => {
        const open = doors.get(who) ?? (await playwright.request.newContext({ baseURL: origin }));
        if (!doors.has(who) && who !== nobody) await signInBy(open, who);
        doors.set(who, open);
        return open;
      };
      const ask = async (who: CrewName | 'nobody', send: Send, elsewhere = false): Promise<APIResponse> => {
        const door = await doorOf(who);
        const headers = { origin: elsewhere ? 'http://elsewhere.example' : origin };
        const to = send.to(all);
        if (route.method === 'GET') return door.get(to);
        if (send.form) return door.post(to, { multipart: (await send.form(all)) as never, headers });
        const json =
          typeof send.json === 'function' ? (send.json as (known: Known) => unknown)(all) : send.json;
        return door.post(to, {
          data: typeof json === 'string' ? Buffer.from(json) : json,
          headers: { ...headers, 'content-type': 'application/json' },
        });
      };
      const holds = async (what: string, answer: APIResponse, expected: Answer) => {
        const text = await answer.text();
        const said = `${what}: ${answer.status()} ${text.slice(0, 200)}`;
        expect(answer.status(), said).toBe(expected.status);
        if (expected.code !== undefined || expected.field !== undefined) {
          const { errors, error } = JSON.parse(text) as { errors?: object[]; error?: object };
          const { code, field } = expected;
          expect(errors?.[0] ?? error, said).toMatchObject({
            ...(code === undefined ? {} : { code }),
            ...(field === undefined ? {} : { field }),
          });
        }
        if (expected.type) expect(answer.headers()['content-type'], said).toMatch(expected.type);
        if (expected.cache) expect(answer.headers()['cache-control'], said).toMatch(expected.cache);
        if (expected.says) expect(text, said).toMatch(expected.says);
        // What is refused says so in a sentence, and no word of the machine under it.
        if (answer.status() >= 400)
          expect(text, said).not.toMatch(/\bat .*\.(ts|js):\d|SELECT |ECONN|undefined/);
      };
      const first = route.right?.send ?? route.wrong[0]?.send ?? at(`/${folder}`);
      const stranger = route.stranger.send ?? first;
      await holds('a stranger', await ask(nobody, stranger), route.stranger);
      if (route.method === 'POST' && !folder.startsWith('api/calc'))
        await holds('from another site', await ask(nobody, stranger, true), { status: 403 });
      if (route.notThis)
        await holds(
          route.notThis.who,
          await ask(route.notThis.who, route.notThis.send ?? first),
          route.notThis.answer,
        );
      for (const { send, answer, who } of route.wrong)
        await holds('wrong', await ask(who ?? 'Ilse', send), answer);
      if (route.right)
        await holds('right', await ask(route.right.who ?? 'Ilse', route.right.send), route.right.answer);
      for (const door of doors.values()) await door.dispose();
    });

  test('what moves in the shop is told to whoever is signed in, until they are not', async ({ page }) => {
    await signInBy(page.request, 'Ilse');
    await page.goto('/help');
    const heard = page.evaluate(
      () =>
        new Promise<string>((resolve, reject) => {
          const source = new EventSource('/api/live');
          source.addEventListener('moved', (event) => resolve((event as MessageEvent<string>).data));
          source.onerror = () => source.readyState === 2 && reject(new Error('closed'));
        }),
    );
    // Somebody else does something, again and again until it is heard: the line may just be opening.
    let stop = false;
    void (async () => {
      for (let on = true; !stop; on = !on) {
        const name = on ? 'clock.on' : 'clock.off';
        const input = on ? { orderId: all.order, stepId: null } : { reason: 'done' };
        await page.request.post(`/api/commands/${name}`, { data: envelope(input), headers: { origin } });
        await new Promise((resolve) => setTimeout(resolve, 300));
      }
    })();
    const moved = JSON.parse(await heard) as { chain: string; count: number }[];
    stop = true;
    expect(moved.map(({ chain }) => chain)).toContain(all.order);
  });
});

test('a page is built once only where the policy names its scripts; an address of none is drawn, with its own nonce', async ({
  request,
}) => {
  const { routes } = JSON.parse(readFileSync('.next/prerender-manifest.json', 'utf8')) as {
    routes: Record<string, { dataRoute: string | null }>;
  };
  // Nothing leads to the framework’s own two but a failure of its own.
  const pages = Object.keys(routes).filter((route) => routes[route]!.dataRoute && !route.startsWith('/_'));
  expect(pages.sort()).toEqual(['/', '/come-backs', `/orders/${ANY_ORDER}`]);
  for (const page of pages) expect(scriptsOf(page)!.length).toBeGreaterThan(1);
  const policyOf = async (url: string) => {
    const answer = await request.get(url);
    return { status: answer.status(), policy: answer.headers()['content-security-policy']! };
  };
  const order = await policyOf(`/orders/${NOWHERE}`);
  expect(order.policy).toContain(scriptsOf(`/orders/${ANY_ORDER}`)!.join(' '));
  const nowhere = await policyOf('/no/such/page');
  expect(nowhere.status).toBe(404);
  expect(nowhere.policy).toMatch(/script-src 'self' 'nonce-[\w+/=]{20,}' 'strict-dynamic';/);
});

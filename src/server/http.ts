import 'server-only';
import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import type { Desk, ShownAnswer, WayIn } from '@/contracts/shown';
import { Refusal } from '@/core/refusal';
import { type Role, holdsRole } from '@/core/ledger/roles';
import { DiskFull, TooBusy, db } from './database';
import { failureNumber, log } from './running/log';
import { findShop } from './queries/shop';
import { type Person, type Session, crewWithPins, deviceFor, sessionOf } from './sessions/sessions';

const SESSION_COOKIE = 'wl_session';
const DEVICE_COOKIE = 'wl_device';
const A_YEAR_S = 365 * 24 * 3600;

/** Over https a cookie never goes out in the clear again. */
const cookieOptions = async () => ({
  httpOnly: true,
  sameSite: 'lax' as const,
  path: '/',
  secure: (await headers()).get('x-forwarded-proto') === 'https',
});

/** Who is signed in, looked up once for all parts of a page. */
export const currentSession = cache(async (): Promise<Session | null> =>
  sessionOf((await cookies()).get(SESSION_COOKIE)?.value),
);

export async function sessionToken(): Promise<string | undefined> {
  return (await cookies()).get(SESSION_COOKIE)?.value;
}

export async function keepSession(token: string): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, token, await cookieOptions());
}

export async function dropSession(): Promise<void> {
  (await cookies()).delete(SESSION_COOKIE);
}

/** The device that asks, by the secret in its browser. */
export async function currentDevice(): Promise<string> {
  const jar = await cookies();
  const { id, cookie } = await deviceFor(jar.get(DEVICE_COOKIE)?.value, jar.get(SESSION_COOKIE)?.value);
  // Set again each time, so that a tablet in use never runs out of it.
  jar.set(DEVICE_COOKIE, cookie, { ...(await cookieOptions()), maxAge: A_YEAR_S });
  return id;
}

/** Who looks, or the page that lets them in: strangers sign in, an idle tablet asks its PIN, an empty shop has its first page. */
async function viewerOrWayIn(): Promise<Person | WayIn> {
  const session = await currentSession();
  if (!session || session.needs === 'password') return (await findShop(db())) ? '/sign-in' : '/first-owner';
  return session.needs === 'pin' ? '/pin' : session.person;
}

/** Who looks at a page; whoever may not is sent to where they are let in. */
export async function requirePerson(): Promise<Person> {
  const viewer = await viewerOrWayIn();
  return typeof viewer === 'string' ? redirect(viewer) : viewer;
}

/** What the head of every page of the desk says. */
export async function deskOf({ id, name, roles }: Person): Promise<Desk> {
  return { viewer: { id, name, roles }, people: await crewWithPins() };
}

/**
 * Answers a page that is the same for everybody until it has asked: what it shows, or where whoever asks is let in.
 * @param read what it shows to whom; null where there is no such page
 */
export function showing<What>(
  read: (viewer: Person, params: Record<string, string>) => Promise<What | null>,
) {
  return async (_: Request, { params }: { params: Promise<Record<string, string>> }): Promise<Response> => {
    try {
      const viewer = await viewerOrWayIn();
      if (typeof viewer === 'string') return json(401, { wayIn: viewer } satisfies ShownAnswer<What>);
      const [desk, shown] = await Promise.all([deskOf(viewer), read(viewer, await params)]);
      if (shown === null) return json(404, { desk, shown } satisfies ShownAnswer<What>);
      return json(200, { desk, shown } satisfies ShownAnswer<What>);
    } catch (error) {
      return notRead(error);
    }
  };
}

export async function requireRole(...roles: Role[]): Promise<Person> {
  const person = await requirePerson();
  if (!holdsRole(person.roles, roles)) redirect('/');
  return person;
}

const json = (status: number, body: unknown) =>
  Response.json(body, { status, headers: { 'Cache-Control': 'no-store' } });

export const answerErrors = (status: number, errors: { field: string; code: string; message: string }[]) =>
  json(status, { ok: false, errors });

export const refusalAnswer = (refusal: Refusal, status = refusal.code === 'too-large' ? 413 : 400) =>
  answerErrors(status, [{ field: refusal.field, code: refusal.code, message: refusal.message }]);

/** A change may only come from our own pages: the browser says where a request was made. */
export function fromElsewhere(request: Request): boolean {
  const origin = request.headers.get('origin');
  return origin === null || !URL.canParse(origin) || new URL(origin).host !== request.headers.get('host');
}

/** Answers a failure nobody foresaw: logged for us, one sentence for the person, nothing lost on the screen. */
export function serverError(error: unknown): Response {
  if (error instanceof TooBusy) {
    log().warn({ err: error }, 'too busy');
    return answerErrors(503, [
      {
        field: '',
        code: 'failed',
        message:
          'The shop’s server has more to do than it can just now: try again; what you typed is still here.',
      },
    ]);
  }
  const number = failureNumber();
  log().error({ number, err: error }, 'a request failed');
  if (error instanceof DiskFull)
    return answerErrors(503, [
      {
        field: '',
        code: 'failed',
        message: `That was not recorded: the disk of the shop’s server is full. Have somebody make room, then try again; what you typed is still here. In the log it is number ${number}.`,
      },
    ]);
  return answerErrors(500, [
    {
      field: '',
      code: 'failed',
      message: `That was not recorded: the record did not answer. Try again; what you typed is still here. In the log it is number ${number}.`,
    },
  ]);
}

/** Answers a page that could not be read, logged for us. */
function notRead(error: unknown): Response {
  const number = failureNumber();
  if (error instanceof TooBusy) log().warn({ number, err: error }, 'too busy');
  else log().error({ number, err: error }, 'a page could not be read');
  const why =
    error instanceof TooBusy
      ? 'The shop’s server has more to do than it can just now.'
      : 'The shop’s server could not read the record just now.';
  return json(503, { failed: `${why} In the log it is number ${number}.` } satisfies ShownAnswer<never>);
}

/** Where the browser reached us, for a page. */
export async function origin(): Promise<string> {
  const asked = await headers();
  return `${asked.get('x-forwarded-proto') ?? 'http'}://${asked.get('host') ?? 'localhost'}`;
}

/** Wraps a route that changes something: same origin only, refusals and failures as answers. */
export function withMutationGuards(handler: (request: Request) => Promise<Response>) {
  return async (request: Request): Promise<Response> => {
    if (fromElsewhere(request))
      return answerErrors(403, [
        { field: '', code: 'origin', message: 'This did not come from our own page.' },
      ]);
    try {
      return await handler(request);
    } catch (error) {
      return error instanceof Refusal ? refusalAnswer(error) : serverError(error);
    }
  };
}

/** The session of a request that changes something, or the answer that asks for PIN or password first. */
export async function actorOrAnswer(): Promise<Session | Response> {
  const session = await currentSession();
  if (!session || session.needs === 'password') {
    return answerErrors(401, [
      { field: '', code: 'signed-out', message: 'Sign in again: what you typed is still here.' },
    ]);
  }
  if (session.needs === 'pin') {
    return answerErrors(423, [
      { field: '', code: 'idle', message: 'It was idle for five minutes: enter your PIN.' },
    ]);
  }
  return session;
}

export { json };

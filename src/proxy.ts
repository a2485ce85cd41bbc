import { type NextRequest, NextResponse } from 'next/server';
import { builtPage, scriptsOf } from './server/page-scripts';

/**
 * The content security policy. Styles may stand inline, since React writes measured positions so; scripts only those named.
 * @param scripts which scripts may run
 */
const policy = (scripts: string) =>
  [
    "default-src 'self'",
    `script-src 'self' ${scripts}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "media-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** Policies of pages that were built once: they stay what they are as long as this server runs. */
const builtPolicies = new Map<string, string>();

/** The policy of a page that was built once, by what its scripts say; null for one that is drawn for each who asks. */
function builtPolicy(pathname: string): string | null {
  const known = builtPolicies.get(pathname);
  if (known !== undefined) return known;
  const scripts = scriptsOf(pathname);
  if (!scripts) return null;
  const built = policy(scripts.join(' '));
  builtPolicies.set(pathname, built);
  return built;
}

/** Of a page that is drawn: only scripts that carry its nonce run, and those they load. */
function drawnPolicy(): string {
  const nonce = Buffer.from(crypto.getRandomValues(new Uint8Array(16))).toString('base64');
  const dev = process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : '';
  return policy(`'nonce-${nonce}' 'strict-dynamic'${dev}`);
}

export function proxy(request: NextRequest): NextResponse {
  const built = builtPolicy(builtPage(request.nextUrl.pathname));
  const said = built ?? drawnPolicy();
  const headers = new Headers(request.headers);
  // The framework reads the nonce for its own scripts from here.
  if (built === null) headers.set('Content-Security-Policy', said);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', said);
  return response;
}

export const config = {
  // Pages alone: uploads keep their own way in, and files of the application carry no scripts of anybody's.
  matcher: ['/((?!api/|_next/|serwist/|icon|favicon).*)'],
};

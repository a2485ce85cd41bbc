import { type NextRequest, NextResponse } from 'next/server';

/**
 * The content security policy, made anew for each page: only scripts that carry its nonce run, and those they load.
 * Styles may stand inline, since React writes measured positions so; scripts never.
 */
const policy = (nonce: string, dev: boolean) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ''}`,
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

export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.getRandomValues(new Uint8Array(16))).toString('base64');
  const csp = policy(nonce, process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  // The framework reads the nonce for its own scripts from here.
  headers.set('Content-Security-Policy', csp);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', csp);
  return response;
}

export const config = {
  // Pages alone: uploads keep their own way in, and files of the application carry no scripts of anybody's.
  matcher: ['/((?!api/|_next/|serwist/|icon|favicon).*)'],
};

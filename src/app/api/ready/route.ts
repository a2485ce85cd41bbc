import { readiness } from '@/server/running/readiness';

export const dynamic = 'force-dynamic';

/** Ready is a server that can do its work: for what sends people to it. What is wrong is named, and not described. */
export async function GET() {
  const checks = await readiness();
  const ready = checks.every(({ ok }) => ok);
  return Response.json(
    { ready, checks: Object.fromEntries(checks.map(({ name, ok }) => [name, ok])) },
    { status: ready ? 200 : 503, headers: { 'Cache-Control': 'no-store' } },
  );
}

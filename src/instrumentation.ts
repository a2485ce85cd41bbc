/** Runs once as a server starts: what the shop's machine does by the clock, and what is counted, begin here. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const [{ startScheduler }, { startMetrics, openMetricsDoor }, { watchRequests }] = await Promise.all([
    import('./server/scheduler'),
    import('./server/running/metrics'),
    import('./server/running/requests'),
  ]);
  startMetrics();
  watchRequests();
  const port = Number(process.env.METRICS_PORT);
  if (Number.isInteger(port) && port > 0) openMetricsDoor(port);
  startScheduler();
}

/** A page that could not be drawn: the number on it is the one of its line in the log. */
export async function onRequestError(
  error: unknown,
  request: { path: string; method: string },
): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { log, plainPath } = await import('./server/running/log');
  const { digest } = error as { digest?: string };
  log().error(
    { number: digest, method: request.method, path: plainPath(request.path), err: error },
    'a page failed',
  );
}

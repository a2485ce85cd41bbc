/** Runs once as a server starts: what the shop's machine does by the clock begins here. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { startScheduler } = await import('./server/scheduler');
  startScheduler();
}

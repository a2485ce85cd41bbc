'use client';

/** Lets the browser keep the bay for when there is no network; where it may not, the page says that offline is off. */
export async function registerWorker(): Promise<void> {
  if (!('serviceWorker' in navigator) || !window.isSecureContext) return;
  try {
    await navigator.serviceWorker.register('/serwist/sw.js', { scope: '/' });
  } catch {
    // A browser that forbids it works online as before.
  }
}

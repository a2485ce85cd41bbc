const LOOPBACK = /^(localhost|127(\.\d+){3}|0\.0\.0\.0|\[::1\])$/;

export const isLoopback = (base: string): boolean =>
  URL.canParse(base) && LOOPBACK.test(new URL(base).hostname);

/** Says that the address customers would be given opens on this machine alone. */
export function LoopbackNotice({ base }: { base: string }) {
  if (!isLoopback(base)) return null;
  return (
    <p className="caution mt-2 mb-4 px-3 py-2" role="note">
      Customers would be given an address under {base}, which opens on this machine alone. Start the server
      with PUBLIC_URL set to the address they reach it by.
    </p>
  );
}

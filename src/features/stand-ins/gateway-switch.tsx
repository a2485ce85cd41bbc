'use client';

import { useCommand } from '@/features/transport/use-command';

/** The stand-in gateway answers, or is out of order. */
export function GatewaySwitch({ working }: { working: boolean }) {
  const { send, busy } = useCommand('standin.set');
  return (
    <button
      type="button"
      className="btn"
      disabled={busy}
      onClick={() => void send({ standIn: 'gateway', working: !working })}
    >
      {working ? 'Let it fail' : 'Let it work again'}
    </button>
  );
}

'use client';

import { useCommand } from '@/ui/commands';

/** The stand-in gateway answers, or is out of order. */
export function GatewaySwitch({ working }: { working: boolean }) {
  const { give, busy } = useCommand('standin.set');
  return (
    <button
      type="button"
      className="btn"
      disabled={busy}
      onClick={() => void give({ standIn: 'gateway', working: !working })}
    >
      {working ? 'Let it fail' : 'Let it work again'}
    </button>
  );
}

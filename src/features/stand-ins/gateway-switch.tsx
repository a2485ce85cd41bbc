'use client';

import { Button } from '@/ui/button';
import { useCommand } from '@/features/transport/use-command';

/** The stand-in gateway answers, or is out of order. */
export function GatewaySwitch({ working }: { working: boolean }) {
  const { send, busy } = useCommand('standin.set');
  return (
    <Button disabled={busy} onClick={() => void send({ standIn: 'gateway', working: !working })}>
      {working ? 'Let it fail' : 'Let it work again'}
    </Button>
  );
}

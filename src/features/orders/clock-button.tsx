'use client';

import { useState } from 'react';
import { STOP_REASONS } from '@/core/ledger/kinds/noted';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';

/** One's own clock on this job: on with one tap, off with a reason. */
export function ClockButton({
  orderId,
  stepId,
  running,
  className = '',
}: {
  orderId: string;
  stepId?: string | null;
  running: boolean;
  className?: string;
}) {
  const on = useCommand('clock.on');
  const off = useCommand('clock.off');
  const [asking, setAsking] = useState(false);
  if (!running) {
    return (
      <>
        <Button
          className={className}
          disabled={on.busy}
          onClick={() => void on.send({ orderId, stepId: stepId ?? null })}
        >
          Start clock
        </Button>
        <FormErrors errors={on.errors} />
      </>
    );
  }
  return (
    <>
      <Button className={className} onClick={() => setAsking(true)}>
        Stop clock
      </Button>
      <Dialog open={asking} onClose={() => setAsking(false)} title="Why does the clock stop?">
        <div className="grid grid-cols-2 gap-2">
          {STOP_REASONS.map((reason) => (
            <Button
              key={reason}
              size="tall"
              disabled={off.busy}
              onClick={async () => {
                if (await off.send({ reason })) setAsking(false);
              }}
            >
              {reason}
            </Button>
          ))}
        </div>
        <FormErrors errors={off.errors} />
      </Dialog>
    </>
  );
}

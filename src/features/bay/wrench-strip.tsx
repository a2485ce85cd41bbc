'use client';

import { useEffect, useState } from 'react';
import { placedName } from '@/core/procedure/engine';
import { convertTorque } from '@/core/calc/torque.convert';
import type { Step } from '@/core/procedure/types';
import { torqueBoth, torqueTexts } from '@/core/units/torque-text';
import { usePost, useRefresh } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import type { WrenchAsk } from '@/contracts/wrench-ask';
import type { BayProps } from './bay-props';
import { useWrenchRoute } from './wrench-route';

/** Asks the tablet's torque wrench; answers what it said, or the sentence why not. */
function useWrench() {
  const refresh = useRefresh();
  const post = usePost();
  const route = useWrenchRoute();
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState('');
  const ask = async (body: WrenchAsk): Promise<boolean> => {
    setBusy(true);
    const answer = await post(() => route(body));
    setBusy(false);
    setSaid(answer.ok ? (answer.answer.words ?? '') : answer.errors.map((one) => one.message).join(' '));
    refresh();
    return answer.ok;
  };
  return { ask, busy, said };
}

/**
 * The torque wrench bound to this tablet. It stands in for one that sends its readings: choose it, pull, and the reading
 * fills the entry that waits; one nobody waits for lies in the tray.
 */
export function WrenchStrip({ step, ...props }: BayProps & { step: Step | null }) {
  const { link, tray, wrenches, run, document, viewer, orderId } = props;
  const { ask, busy, said } = useWrench();
  const post = usePost();
  const route = useWrenchRoute();
  const [choosing, setChoosing] = useState(false);
  const [letting, setLetting] = useState(false);
  const [other, setOther] = useState<TypedFigure>(null);
  const waits = (step?.torques ?? []).find((id) => {
    const now = run.fasteners.get(id)!;
    return now.spec !== null && !now.torqued && !run.leftOffFasteners.has(id);
  });
  const waiting = link?.waiting?.orderId === orderId ? link.waiting.fastenerId : null;
  // The tablet says which fastener the next reading is for, as the steps go on.
  useEffect(() => {
    if (!link || (waits ?? null) === waiting) return;
    void post(() => route({ ask: 'wait', waiting: waits ? { orderId, fastenerId: waits } : null }));
  }, [link, waits, waiting, orderId, post, route]);
  const wrench = wrenches.find((one) => one.id === link?.wrenchId);
  if (!props.standInWrench) return null;
  const fastener = document.fasteners.find((one) => one.id === waits);
  const now = waits ? run.fasteners.get(waits) : undefined;
  const angleDue =
    now?.spec?.angleDeg !== undefined && now.pass >= (fastener?.passes ?? 1) && !props.recheck
      ? now.spec.angleDeg
      : null;
  const target = now?.spec && torqueTexts(now.spec.nm, viewer.torqueUnit);
  return (
    <section className="flex flex-wrap items-center gap-x-3 gap-y-2" aria-label="Wrench of this tablet">
      {wrench ? (
        <>
          <p className="text-lg">
            <strong>{wrench.name}</strong> <span className="text-soft">stand-in, bound to this tablet</span>
          </p>
          {fastener && target && (
            <Button
              disabled={busy}
              onClick={() => void ask({ ask: 'pull', nm: now!.spec!.nm, angleDeg: angleDue })}
            >
              {angleDue === null ? `Pull to ${target.value} ${target.unit}` : `Turn ${angleDue}°`}
            </Button>
          )}
          <Button onClick={() => setChoosing(true)}>Pull otherwise</Button>
        </>
      ) : (
        <Button onClick={() => setChoosing(true)}>Bind a wrench to this tablet</Button>
      )}
      {said && (
        <p role="status" className="w-full text-lg font-medium">
          {said}
        </p>
      )}
      {tray.length > 0 && (
        <ul className="w-full" aria-label="Tray of readings">
          {tray.map((reading) => (
            <li key={reading.id} className="flex flex-wrap items-center gap-3 border-t border-rule py-1.5">
              <span className="text-lg">
                In the tray: {reading.angleDeg ? `${reading.angleDeg}°` : torqueBoth(reading.nm)}.{' '}
                <span className="text-soft">{reading.why}</span>
              </span>
              {fastener && (
                <Button
                  disabled={busy}
                  onClick={() =>
                    void ask({ ask: 'use', readingId: reading.id, orderId, fastenerId: fastener.id })
                  }
                >
                  It is {placedName(fastener)}
                </Button>
              )}
              <Button disabled={busy} onClick={() => void ask({ ask: 'drop', readingId: reading.id })}>
                Drop it
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Dialog
        open={choosing}
        onClose={() => setChoosing(false)}
        title="Wrench of this tablet"
        intro="A stand-in: a real wrench would send its readings by itself."
      >
        <div className="grid gap-2">
          {wrenches
            .filter((one) => one.out === null)
            .map((one) => (
              <Button
                key={one.id}
                size="tall"
                className="justify-between aria-pressed:bg-ink aria-pressed:text-paper"
                aria-pressed={one.id === link?.wrenchId}
                disabled={busy}
                onClick={async () => {
                  if (await ask({ ask: 'bind', wrenchId: one.id })) setChoosing(false);
                }}
              >
                <span>{one.name}</span>
                <span className="text-base font-medium">
                  {torqueBoth(one.lowNm)} to {torqueBoth(one.highNm)}
                  {one.calibrationDue < props.today ? ', past its date' : ''}
                </span>
              </Button>
            ))}
          {link && (
            <>
              <div className="mt-2 grid grid-cols-[1fr_auto] items-end gap-2">
                <NumberField
                  name="pull"
                  label={`Pull it to, ${viewer.torqueUnit === 'nm' ? 'N·m' : 'lbf·ft'}`}
                  value={other}
                  onValue={setOther}
                />
                <Button
                  size="tall"
                  disabled={busy || !(typeof other === 'number' && other > 0)}
                  onClick={async () => {
                    const nm = convertTorque(Number(other), viewer.torqueUnit).nm;
                    if (await ask({ ask: 'pull', nm, angleDeg: null })) setChoosing(false);
                  }}
                >
                  Pull
                </Button>
              </div>
              {letting ? (
                <div className="hatch px-4 py-3 text-lg">
                  <p className="font-medium">
                    This tablet then gets no more readings of {wrench?.name ?? 'it'}: each torque is recorded
                    by hand, until one is bound again.
                  </p>
                  <div className="mt-2 grid grid-cols-2 gap-2">
                    <Button
                      disabled={busy}
                      onClick={async () => {
                        if (await ask({ ask: 'bind', wrenchId: null })) setChoosing(false);
                        setLetting(false);
                      }}
                    >
                      Unbind it
                    </Button>
                    <Button onClick={() => setLetting(false)}>Leave it bound</Button>
                  </div>
                </div>
              ) : (
                <Button onClick={() => setLetting(true)}>Unbind this wrench</Button>
              )}
            </>
          )}
        </div>
      </Dialog>
    </section>
  );
}

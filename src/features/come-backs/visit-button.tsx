'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { OdometerFields, TextField, fieldsOf, odometerFrom } from '@/ui/form';
import { SelectField } from '@/ui/select';
import { LongCheckIn } from '../customer/page-forms';

/** The car is here: opens its visit for what it comes back for, with the odometer as it arrives. */
export function VisitButton({
  followUps,
  label,
  unit,
  places,
}: {
  followUps: { id: string; title: string; due: string; taken: boolean }[];
  label: string;
  unit: 'km' | 'mi';
  places: { id: string; name: string }[];
}) {
  const router = useRouter();
  const { send, busy, errors } = useCommand('visit.open');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn btn-pen" onClick={() => setOpen(true)}>
        It is here
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={`${label} comes back`}
        intro="Its fasteners are clicked one by one; what moved is marked and comes back again."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            const answer = await send({
              followUpIds: followUps.filter((one) => f[one.id]).map((one) => one.id),
              odometer: odometerFrom(f),
              place: f.place || null,
            });
            if (!answer) return;
            router.push(
              answer.page === 'bay'
                ? `/bay/${String(answer.orderId)}`
                : `/orders/${String(answer.orderId)}/${String(answer.page)}`,
            );
          }}
        >
          <Errors errors={errors}>
            <fieldset>
              <legend className="label">For</legend>
              {followUps.map((one) => (
                <CheckField
                  key={one.id}
                  name={one.id}
                  label={`${one.title}, ${one.due}`}
                  defaultChecked={one.taken}
                />
              ))}
            </fieldset>
            <OdometerFields unit={unit} label="Odometer as it arrives" />
            <SelectField
              className="mt-3"
              name="place"
              label="Stands"
              options={[['', 'in the yard'], ...places.map((place) => [place.id, place.name] as const)]}
            />
            <FormErrors errors={errors} shown={['odometer.value', 'odometer.unread', 'place']} />
          </Errors>
          <button className="btn btn-pen mt-4 min-h-14 w-full" disabled={busy}>
            Open the visit
          </button>
        </form>
      </Dialog>
    </>
  );
}

/** A reading the customer gave by phone. */
function OdometerTold({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  const report = useCommand('odometer.report');
  const asked = report.errors.some((error) => error.code === 'confirm');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Odometer told
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="What does the dial read?"
        intro="It moves the due day with the driver’s own pace."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const odometer = odometerFrom(fieldsOf(event.currentTarget));
            if (await report.send({ orderId, odometer, confirmed: asked })) setOpen(false);
          }}
        >
          <Errors errors={report.errors}>
            <OdometerFields unit={unit} />
            <FormErrors errors={report.errors} shown={['odometer.value', 'odometer.unread']} />
          </Errors>
          <button className="btn btn-pen mt-4 w-full">
            {asked ? 'The dial shows less: keep it' : 'Keep it'}
          </button>
        </form>
      </Dialog>
    </>
  );
}

/** An end without a visit. */
function NotComing({ followUpId, mayClose }: { followUpId: string; mayClose: boolean }) {
  const close = useCommand('followup.close');
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Not coming
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Close without a visit"
        intro="A come-back is closed by evidence, by the customer’s refusal on record, or by the lead with a reason."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            if (await close.send({ followUpId, how: f.how, reason: f.reason })) setOpen(false);
          }}
        >
          <Errors errors={close.errors}>
            <SelectField
              name="how"
              label="How"
              options={[
                ['refused', 'the customer refuses'],
                ...(mayClose ? ([['lead', 'the lead closes it']] as const) : []),
              ]}
            />
            <TextField className="mt-3" name="reason" label="In their words, or why" />
            <FormErrors errors={close.errors} shown={['reason', 'how']} />
          </Errors>
          <button className="btn btn-pen mt-4 w-full">Close it</button>
        </form>
      </Dialog>
    </>
  );
}

/** What else may be said of a come-back: the dial of its car, or that nobody comes. */
export function ComeBackMore({
  followUpId,
  orderId,
  unit,
  mayClose,
}: {
  followUpId?: string;
  orderId?: string;
  unit?: 'km' | 'mi';
  mayClose: boolean;
}) {
  return (
    <>
      {orderId && unit && <OdometerTold orderId={orderId} unit={unit} />}
      {followUpId && <NotComing followUpId={followUpId} mayClose={mayClose} />}
    </>
  );
}

/** The customer wants reminders, or none. */
export function RemindersSwitch({ customerId, wanted }: { customerId: string; wanted: boolean }) {
  const { send, busy } = useCommand('reminders.set');
  return (
    <button
      type="button"
      className="btn"
      disabled={busy}
      onClick={() => void send({ customerId, wanted: !wanted })}
    >
      {wanted ? 'No reminders' : 'Remind again'}
    </button>
  );
}

/** Asked by telephone: what came of it after months. */
export function AskHowItRides({ orderId, label }: { orderId: string; label: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        Write it down
      </button>
      <Dialog open={open} onClose={() => setOpen(false)} title={`How is it, ${label}?`}>
        <LongCheckIn orderId={orderId} />
      </Dialog>
    </>
  );
}

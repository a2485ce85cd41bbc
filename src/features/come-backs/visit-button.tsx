'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useCommand } from '@/ui/commands';
import { Dialog } from '@/ui/dialog';
import {
  Errors,
  FormErrors,
  OdometerFields,
  SelectField,
  TextField,
  fieldsOf,
  odometerFrom,
} from '@/ui/form';

/** The car is here: opens its re-torque visit with the odometer as it arrives. */
export function VisitButton({
  followUpIds,
  label,
  unit,
  places,
}: {
  followUpIds: string[];
  label: string;
  unit: 'km' | 'mi';
  places: { id: string; name: string }[];
}) {
  const router = useRouter();
  const { give, busy, errors } = useCommand('visit.open');
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
            const answer = await give({ followUpIds, odometer: odometerFrom(f), place: f.place || null });
            if (answer) router.push(`/bay/${String(answer.orderId)}`);
          }}
        >
          <Errors errors={errors}>
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

/** A reading the customer gave by phone, and an end without a visit. */
export function ComeBackMore({
  followUpId,
  orderId,
  unit,
  mayClose,
}: {
  followUpId: string;
  orderId: string;
  unit: 'km' | 'mi';
  mayClose: boolean;
}) {
  const report = useCommand('odometer.report');
  const close = useCommand('followup.close');
  const [open, setOpen] = useState<'odometer' | 'close' | null>(null);
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen('odometer')}>
        Odometer told
      </button>
      <button type="button" className="btn" onClick={() => setOpen('close')}>
        Not coming
      </button>
      <Dialog
        open={open === 'odometer'}
        onClose={() => setOpen(null)}
        title="What does the dial read?"
        intro="It moves the due day with the driver’s own pace."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            if (await report.give({ orderId, odometer: odometerFrom(fieldsOf(event.currentTarget)) }))
              setOpen(null);
          }}
        >
          <Errors errors={report.errors}>
            <OdometerFields unit={unit} />
            <FormErrors errors={report.errors} shown={['odometer.value', 'odometer.unread']} />
          </Errors>
          <button className="btn btn-pen mt-4 w-full">Keep it</button>
        </form>
      </Dialog>
      <Dialog
        open={open === 'close'}
        onClose={() => setOpen(null)}
        title="Close without a visit"
        intro="A come-back is closed by evidence, by the customer’s refusal on record, or by the lead with a reason."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            if (await close.give({ followUpId, how: f.how, reason: f.reason })) setOpen(null);
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

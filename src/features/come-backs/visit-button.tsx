'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { CommandDialog } from '@/features/transport/command-dialog';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckSet } from '@/ui/checkbox';
import { Dialog } from '@/ui/dialog';
import { useAsked } from '@/ui/field';
import { OdometerFields, emptyOdometer, odometerFrom } from '@/ui/unit-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LongCheckIn } from '../customer/page-forms';

/** The car is here: opens its visit for what it comes back for, with the odometer as it arrives. */
export function VisitButton({
  followUps,
  label,
  isDue,
  unit,
  places,
  sets,
}: {
  followUps: { id: string; title: string; due: string; taken: boolean }[];
  label: string;
  /** Something of it is due: it is the thing to do here. */
  isDue: boolean;
  unit: 'km' | 'mi';
  places: { id: string; name: string }[];
  /** The wheel sets it may come on. */
  sets: { id: string; name: string; tires: string }[];
}) {
  const router = useRouter();
  return (
    <CommandDialog
      command="visit.open"
      about={followUps.map((one) => one.id).join(' ')}
      opens="It is here"
      button={{ weight: isDue ? 'pen' : 'line' }}
      title={`${label} comes back`}
      intro="Its fasteners are clicked one by one; what moved is marked and comes back again."
      start={{
        followUpIds: followUps.filter((one) => one.taken).map((one) => one.id),
        odometer: emptyOdometer(unit),
        place: '',
        wheelSetId: '',
      }}
      input={({ followUpIds, odometer, place, wheelSetId }, confirmed) => ({
        followUpIds,
        confirmed,
        odometer: odometerFrom(odometer),
        place: place || null,
        wheelSetId: wheelSetId || null,
      })}
      onDone={({ page, orderId }) =>
        router.push(page === 'bay' ? `/bay/${orderId}` : `/orders/${orderId}/${page}`)
      }
    >
      <CheckSet
        name="followUpIds"
        legend="For"
        className=""
        options={followUps.map((one) => [one.id, `${one.title}, ${one.due}`] as const)}
      />
      <OdometerFields label="Odometer as it arrives" />
      {sets.length > 0 && (
        <SelectField
          name="wheelSetId"
          label="Comes on"
          options={[
            ['', 'the wheels it left on'],
            ...sets.map((set) => [set.id, `${set.name}, ${set.tires}`] as const),
          ]}
        />
      )}
      <SelectField
        name="place"
        label="Stands"
        options={[['', 'in the yard'], ...places.map((place) => [place.id, place.name] as const)]}
      />
      <Send wide size="tall" className="mt-1">
        Open the visit
      </Send>
    </CommandDialog>
  );
}

function KeepReading() {
  const less = useAsked('confirm');
  return <Send wide>{less ? 'The dial shows less: record it' : 'Record it'}</Send>;
}

/** A reading the customer gave by phone. */
function OdometerTold({ orderId, unit }: { orderId: string; unit: 'km' | 'mi' }) {
  return (
    <CommandDialog
      command="odometer.report"
      about={orderId}
      opens="Enter odometer"
      title="What does the dial read?"
      intro="It moves the due day with the driver’s own pace."
      start={{ odometer: emptyOdometer(unit) }}
      input={({ odometer }, confirmed) => ({ orderId, odometer: odometerFrom(odometer), confirmed })}
    >
      <OdometerFields />
      <KeepReading />
    </CommandDialog>
  );
}

/** An end without a visit. */
function NotComing({ followUpId, mayClose }: { followUpId: string; mayClose: boolean }) {
  return (
    <CommandDialog
      command="followup.close"
      about={followUpId}
      opens="Close without a visit"
      title="Close without a visit"
      intro="A come-back is closed by evidence, by the customer’s refusal on record, or by the lead with a reason."
      start={{ how: 'refused', reason: '' }}
      input={(typed) => ({ followUpId, ...typed })}
    >
      <SelectField
        name="how"
        label="How"
        options={[
          ['refused', 'the customer refuses'],
          ...(mayClose ? ([['lead', 'the lead closes it']] as const) : []),
        ]}
      />
      <TextField name="reason" label="In their words, or why" />
      <Send wide>Close it</Send>
    </CommandDialog>
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
    <Button disabled={busy} onClick={() => void send({ customerId, wanted: !wanted })}>
      {wanted ? 'No reminders' : 'Remind again'}
    </Button>
  );
}

/** Asked by telephone: what came of it after months. */
export function AskHowItRides({ orderId, label }: { orderId: string; label: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Record what they say</Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={`How is it, ${label}?`}>
        <LongCheckIn orderId={orderId} />
      </Dialog>
    </>
  );
}

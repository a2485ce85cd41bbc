'use client';

import { placedName, stepOf } from '@/core/procedure/engine';
import type { Fastener, Item, Step } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/lazy-command-form';
import { Button } from '@/ui/button';
import { CheckField } from '@/ui/checkbox';
import { Dialog } from '@/ui/dialog';
import { PinFields, noPin } from '@/ui/pin-fields';
import { TextField } from '@/ui/text-field';
import { ASKED_HERE, HowAskedFields, askedOf } from '../answers/how-asked';
import type { BayProps } from './bay-props';

const FORBIDS = {
  ground: 'It keeps the car off the ground.',
  drive: 'It keeps the car from being driven.',
  handoff: 'It is closed before the car is handed over.',
} as const;

/** Leaves a part off for a while: the lead's reason, the customer's yes, both ends secured. */
function LeaveOff({
  orderId,
  item,
  leads,
  onDone,
}: {
  orderId: string;
  item: Item;
  leads: BayProps['leads'];
  onDone: () => void;
}) {
  return (
    <div className="mt-4 border-t-2 border-rule pt-3">
      <h3 className="text-xl">Leave it off</h3>
      <p className="mb-2">
        Only with the lead’s reason and the customer’s yes. It goes on the watch list and on the handoff.
      </p>
      <CommandForm
        command="item.leave"
        about={item.id}
        className="grid gap-3"
        start={{ reason: '', secured: false, ...ASKED_HERE, ...noPin(leads) }}
        input={({ reason, secured, personId, pin, ...asked }) => ({
          orderId,
          itemId: item.id,
          secured,
          reason,
          ...askedOf(asked),
          leadId: personId,
          pin,
        })}
        onDone={onDone}
      >
        {({ how }) => (
          <>
            <TextField name="reason" label="Reason" />
            <div className="grid grid-cols-2 gap-3">
              <HowAskedFields label="The customer said yes" how={how} />
            </div>
            <CheckField name="secured" label="Both ends are secured" />
            <PinFields people={leads} action="Leave it off" />
          </>
        )}
      </CommandForm>
    </div>
  );
}

/** What somebody looks at more closely: something open, or a fastener not tight. */
export type Opened = { item: Item } | { fastener: Fastener };

/** One open or loose thing: the step that opened it, what it forbids, and the step that closes it. */
export function OpenSheet({
  looked,
  onClose,
  onStep,
  ...props
}: BayProps & { looked: Opened; onClose: () => void; onStep: (id: string) => void }) {
  const { document, run } = props;
  const item = 'item' in looked ? looked.item : null;
  const thing = 'item' in looked ? looked.item : looked.fastener;
  const isDone = (step: Step) => run.done.has(step.id) || run.skipped.has(step.id);
  const [opener, closers] = item
    ? [
        stepOf(document, run.openedBy.get(item.id)?.step ?? ''),
        document.steps.filter((step) => step.closes?.includes(item.id) && !isDone(step)),
      ]
    : [
        [...document.steps]
          .reverse()
          .find(
            (step) => (step.loosens?.includes(thing.id) || step.snugs?.includes(thing.id)) && isDone(step),
          ),
        document.steps.filter(
          (step) => (step.snugs?.includes(thing.id) || step.torques?.includes(thing.id)) && !isDone(step),
        ),
      ];
  /** Written down as also opened, the last time. */
  const openedAt = props.alsoOpened.includes(thing.id);
  const done = opener && run.done.get(opener.id);
  const name = (id: string) => props.people.find((person) => person.id === id)?.name ?? '';
  return (
    <Dialog open onClose={onClose} title={placedName(thing)}>
      {item && <p className="text-lg font-semibold">{FORBIDS[item.closeBefore ?? 'handoff']}</p>}
      <p className="mt-2 text-lg">
        {opener
          ? `Opened by “${opener.do}”${done ? `, ${name(done.personId)}` : ''}.`
          : openedAt
            ? 'Opened beside the steps: written down by “Also opened”.'
            : 'The car came with it like this.'}
      </p>
      <div className="mt-4 grid gap-2">
        {opener && !done && (
          <Button size="tallest" onClick={() => onStep(opener.id)}>
            To the step that opened it
          </Button>
        )}
        {closers.slice(0, 2).map((step) => (
          <Button
            key={step.id}
            weight="pen"
            size="tallest"
            className="text-left"
            onClick={() => onStep(step.id)}
          >
            {step.do}
          </Button>
        ))}
        {closers.length === 0 && (
          <p className="text-lg font-medium">No step of this job closes it: add a step that does.</p>
        )}
      </div>
      {item?.waivable && (
        <LeaveOff orderId={props.orderId} item={item} leads={props.leads} onDone={onClose} />
      )}
    </Dialog>
  );
}

'use client';

import { useState } from 'react';
import { ROLES } from '@/core/ledger/roles';
import { shopMoment } from '@/core/units/shop-time';
import type { PersonRow, SessionRow } from '@/server/queries/people';
import { CommandDialog } from '@/features/transport/command-dialog';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { CheckSet } from '@/ui/checkbox';
import { Dialog } from '@/ui/dialog';
import { FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { LENGTH_UNITS, TORQUE_UNITS } from '@/ui/units';

export const ROLE_CHOICES = ROLES.map((role) => [role, role] as const);

/** A first or a new secret: what is typed is told in person, and lies nowhere. */
export function SecretFields() {
  return (
    <>
      <TextField
        name="password"
        label="Password"
        type="password"
        autoComplete="new-password"
        hint="at least 10 characters"
      />
      <TextField
        name="pin"
        label="PIN"
        type="password"
        inputMode="numeric"
        autoComplete="new-password"
        hint="4 to 6 digits"
      />
    </>
  );
}

/** Letting somebody go is asked once more. */
function LetGo({ person }: { person: PersonRow }) {
  const { send, busy, errors } = useCommand('person.leave');
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button weight="plain" onClick={() => setOpen(true)}>
        Let go
      </Button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={`Let ${person.name} go?`}
        intro="No sign-in any more, from this moment and on every device. What they recorded stays theirs. What waits on a tablet of theirs comes back as a task."
      >
        <FormErrors errors={errors} />
        <div className="flex gap-3">
          <Button onClick={() => setOpen(false)}>No</Button>
          <Button
            weight="pen"
            disabled={busy}
            onClick={async () => {
              if (await send({ personId: person.id })) setOpen(false);
            }}
          >
            Let {person.name} go
          </Button>
        </div>
      </Dialog>
    </>
  );
}

/** One of the crew as the owner sees them: what they may do and can do, a new secret, and letting them go. */
export function PersonLine({ person, own }: { person: PersonRow; own: boolean }) {
  return (
    <li className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-2">
      <span>
        <strong>{person.name}</strong>{' '}
        <span className="text-soft">
          {person.roles.join(', ')}
          {person.skills.length ? ` · ${person.skills.join(', ')}` : ''}
          {person.sessions ? ` · ${person.sessions} open` : ''}
        </span>
      </span>
      <span className="flex gap-2">
        <CommandDialog
          command="person.change"
          about={person.id}
          opens="Change"
          button={{ weight: 'plain' }}
          title={person.name}
          start={{ roles: person.roles, skills: person.skills.join(', ') }}
          input={({ roles, skills }) => ({
            personId: person.id,
            roles,
            skills: skills
              .split(',')
              .map((one) => one.trim())
              .filter(Boolean),
          })}
        >
          <CheckSet name="roles" legend="Roles" options={ROLE_CHOICES} />
          <TextField
            name="skills"
            label="Can do"
            hint="with commas: welding, alignment. The week asks for them where work needs them"
          />
          <Send wide>Save</Send>
        </CommandDialog>
        <CommandDialog
          command="person.reset"
          about={person.id}
          opens="New password"
          button={{ weight: 'plain' }}
          title={`A new password for ${person.name}`}
          intro="Their open sessions end. Tell it to them in person."
          start={{ password: '', pin: '' }}
          input={(typed) => ({ personId: person.id, ...typed })}
        >
          <SecretFields />
          <Send wide>Save the new password</Send>
        </CommandDialog>
        {!own && <LetGo person={person} />}
      </span>
    </li>
  );
}

/** An open session: whose, on what, since when; ended with one tap. */
export function SessionLine({
  session,
  here,
  timeZone,
}: {
  session: SessionRow;
  here: boolean;
  timeZone: string;
}) {
  const end = useCommand('session.end');
  return (
    <li className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-2">
      <span>
        <strong>{session.person}</strong> on {session.device}
        <span className="block text-sm text-soft">
          since {shopMoment(session.since, timeZone)}, last seen {shopMoment(session.lastSeen, timeZone)}
          {here ? ' · this one' : ''}
        </span>
      </span>
      <span className="flex gap-2">
        <CommandDialog
          command="device.name"
          about={session.deviceId}
          opens="Name it"
          button={{ weight: 'plain' }}
          title="What the crew calls it"
          start={{ name: session.device }}
          input={({ name }) => ({ deviceId: session.deviceId, name })}
        >
          <TextField name="name" label="Name" hint="like: tablet of lift 2" />
          <Send wide>Save</Send>
        </CommandDialog>
        {!here && (
          <Button weight="plain" disabled={end.busy} onClick={() => void end.send({ session: session.id })}>
            End it
          </Button>
        )}
      </span>
      <FormErrors errors={end.errors} />
    </li>
  );
}

/** One's own units and secrets. */
export function OwnSettings(units: { lengthUnit: 'in' | 'mm'; torqueUnit: 'lbft' | 'nm' }) {
  return (
    <CommandForm
      command="person.own"
      className="grid max-w-xl gap-3"
      keeps
      said="Saved."
      start={{ ...units, password: '', newPassword: '', newPin: '' }}
      input={(typed) => typed}
    >
      <div className="grid grid-cols-2 gap-3">
        <SelectField name="lengthUnit" label="Lengths" options={LENGTH_UNITS} />
        <SelectField name="torqueUnit" label="Torque" options={TORQUE_UNITS} />
      </div>
      <TextField
        name="newPassword"
        label="New password"
        type="password"
        autoComplete="new-password"
        hint="leave blank to keep"
      />
      <TextField
        name="newPin"
        label="New PIN"
        type="password"
        inputMode="numeric"
        autoComplete="new-password"
        hint="leave blank to keep"
      />
      <TextField
        name="password"
        label="Your password as it is"
        type="password"
        autoComplete="current-password"
        hint="only to change one of those two"
      />
      <Send>Save</Send>
    </CommandForm>
  );
}

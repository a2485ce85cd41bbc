'use client';

import { useState } from 'react';
import { ROLES } from '@/core/ledger/roles';
import { shopMoment } from '@/core/units/shop-time';
import type { PersonRow, SessionRow } from '@/server/queries/people';
import { useCommand } from '@/features/transport/use-command';
import { Dialog } from '@/ui/dialog';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField, fieldsOf } from '@/ui/form';
import { LENGTH_UNITS, TORQUE_UNITS } from '@/ui/units';

/** One of the crew as the owner sees them: what they may do and can do, a new secret, and letting them go. */
export function PersonLine({ person, own }: { person: PersonRow; own: boolean }) {
  const change = useCommand('person.change');
  const leave = useCommand('person.leave');
  const reset = useCommand('person.reset');
  const [asking, setAsking] = useState<'change' | 'reset' | 'leave' | null>(null);
  const close = () => setAsking(null);
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
        <button type="button" className="btn btn-plain" onClick={() => setAsking('change')}>
          Change
        </button>
        <button type="button" className="btn btn-plain" onClick={() => setAsking('reset')}>
          New password
        </button>
        {!own && (
          <button type="button" className="btn btn-plain" onClick={() => setAsking('leave')}>
            Let go
          </button>
        )}
      </span>
      <Dialog open={asking === 'change'} onClose={close} title={person.name}>
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            const done = await change.send({
              personId: person.id,
              roles: ROLES.filter((role) => f[`role.${role}`] === 'on'),
              skills: String(f.skills ?? '')
                .split(',')
                .map((one) => one.trim())
                .filter(Boolean),
            });
            if (done) close();
          }}
        >
          <Errors errors={change.errors}>
            <fieldset className="flex flex-wrap gap-x-6">
              <legend className="label">Roles</legend>
              {ROLES.map((role) => (
                <CheckField
                  key={role}
                  name={`role.${role}`}
                  label={role}
                  defaultChecked={person.roles.includes(role)}
                />
              ))}
            </fieldset>
            <TextField
              name="skills"
              label="Can do"
              defaultValue={person.skills.join(', ')}
              hint="with commas: welding, alignment. The week asks for them where work needs them"
            />
            <FormErrors errors={change.errors} shown={['skills']} />
            <button className="btn btn-pen mt-3 w-full" disabled={change.busy}>
              Keep
            </button>
          </Errors>
        </form>
      </Dialog>
      <Dialog
        open={asking === 'reset'}
        onClose={close}
        title={`A new password for ${person.name}`}
        intro="Their open sessions end. Tell it to them in person."
      >
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            if (await reset.send({ personId: person.id, password: f.password, pin: f.pin })) close();
          }}
        >
          <Errors errors={reset.errors}>
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
            <FormErrors errors={reset.errors} shown={['password', 'pin']} />
            <button className="btn btn-pen mt-3 w-full" disabled={reset.busy}>
              Give it
            </button>
          </Errors>
        </form>
      </Dialog>
      <Dialog
        open={asking === 'leave'}
        onClose={close}
        title={`Let ${person.name} go?`}
        intro="No sign-in any more, from this moment and on every device. What they recorded stays theirs. What waits on a tablet of theirs comes back as a task."
      >
        <FormErrors errors={leave.errors} shown={[]} />
        <div className="flex gap-3">
          <button type="button" className="btn" onClick={close}>
            No
          </button>
          <button
            type="button"
            className="btn btn-pen"
            disabled={leave.busy}
            onClick={async () => {
              if (await leave.send({ personId: person.id })) close();
            }}
          >
            Let {person.name} go
          </button>
        </div>
      </Dialog>
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
  const name = useCommand('device.name');
  const [naming, setNaming] = useState(false);
  return (
    <li className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-2">
      <span>
        <strong>{session.person}</strong> on {session.device}
        <span className="block text-[0.95rem] text-soft">
          since {shopMoment(session.since, timeZone)}, last seen {shopMoment(session.lastSeen, timeZone)}
          {here ? ' · this one' : ''}
        </span>
      </span>
      <span className="flex gap-2">
        <button type="button" className="btn btn-plain" onClick={() => setNaming(true)}>
          Name it
        </button>
        {!here && (
          <button
            type="button"
            className="btn btn-plain"
            disabled={end.busy}
            onClick={() => void end.send({ session: session.id })}
          >
            End it
          </button>
        )}
      </span>
      <FormErrors errors={end.errors} shown={[]} />
      <Dialog open={naming} onClose={() => setNaming(false)} title="What the crew calls it">
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const f = fieldsOf(event.currentTarget);
            if (await name.send({ deviceId: session.deviceId, name: f.name })) setNaming(false);
          }}
        >
          <Errors errors={name.errors}>
            <TextField name="name" label="Name" defaultValue={session.device} hint="like: tablet of lift 2" />
            <button className="btn btn-pen mt-3 w-full" disabled={name.busy}>
              Keep
            </button>
          </Errors>
        </form>
      </Dialog>
    </li>
  );
}

/** One's own units and secrets. */
export function OwnSettings({
  lengthUnit,
  torqueUnit,
}: {
  lengthUnit: 'in' | 'mm';
  torqueUnit: 'lbft' | 'nm';
}) {
  const { send, busy, errors } = useCommand('person.own');
  const [kept, setKept] = useState(false);
  return (
    <form
      className="grid max-w-xl gap-3"
      onSubmit={async (event) => {
        event.preventDefault();
        const form = event.currentTarget;
        const f = fieldsOf(form);
        const done = await send({
          lengthUnit: f.lengthUnit,
          torqueUnit: f.torqueUnit,
          password: f.password,
          newPassword: f.newPassword,
          newPin: f.newPin,
        });
        setKept(done !== null);
        if (done)
          for (const name of ['password', 'newPassword', 'newPin'])
            (form.elements.namedItem(name) as HTMLInputElement).value = '';
      }}
    >
      <Errors errors={errors}>
        <div className="grid grid-cols-2 gap-3">
          <SelectField name="lengthUnit" label="Lengths" defaultValue={lengthUnit} options={LENGTH_UNITS} />
          <SelectField name="torqueUnit" label="Torque" defaultValue={torqueUnit} options={TORQUE_UNITS} />
        </div>
        <TextField
          name="newPassword"
          label="New password"
          type="password"
          autoComplete="new-password"
          hint="empty: as it is"
        />
        <TextField
          name="newPin"
          label="New PIN"
          type="password"
          inputMode="numeric"
          autoComplete="new-password"
          hint="empty: as it is"
        />
        <TextField
          name="password"
          label="Your password as it is"
          type="password"
          autoComplete="current-password"
          hint="only to change one of those two"
        />
        <FormErrors errors={errors} shown={['password', 'newPassword', 'newPin']} />
        <button className="btn btn-pen" disabled={busy}>
          Keep
        </button>
        {kept && !errors.length && <p role="status">Kept.</p>}
      </Errors>
    </form>
  );
}

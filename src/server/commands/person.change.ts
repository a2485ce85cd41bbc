import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { ROLES, type Role } from '@/core/ledger/roles';
import { now } from '../clock';
import type { Db } from '../database';
import { hashSecret } from '../sessions/passwords';
import { endKeys } from '../outbox/keys';
import { checkOwnPassword } from '../sessions/sessions';
import { command } from './command';
import { id, line, pin } from './fields';
import { newPersonFields } from './person.add';

async function anotherOwner(tx: Db, personId: string): Promise<boolean> {
  const owners = await tx.rows<{ id: string; roles: Role[] }>(
    'SELECT id, roles FROM person WHERE active FOR UPDATE',
  );
  return owners.some((row) => row.id !== personId && row.roles.includes('owner'));
}

const endSessions = (tx: Db, personId: string) =>
  tx.run('UPDATE session SET ended_at = ? WHERE person_id = ? AND ended_at IS NULL', [now(), personId]);

/** Changes what somebody may do and what they can do; a shop keeps one owner at least. */
export const personChange = command({
  name: 'person.change',
  who: ['owner'],
  input: Joi.object<{ personId: string; roles: Role[]; skills: string[] }>({
    personId: id().required(),
    roles: Joi.array()
      .items(Joi.valid(...ROLES))
      .min(1)
      .unique()
      .required()
      .messages({ 'array.min': 'Give at least one role' }),
    skills: Joi.array().items(line(40)).max(20).unique().default([]),
  }),
  async run(ctx, { personId, roles, skills }) {
    const row = await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active FOR UPDATE', [personId]);
    if (!row) throw new Refusal('no-person', 'Nobody of the crew.', 'personId');
    if (!roles.includes('owner') && !(await anotherOwner(ctx.tx, personId)))
      throw new Refusal('last-owner', 'The shop keeps one owner: make somebody else one first.', 'roles');
    await ctx.tx.run('UPDATE person SET roles = ?, skills = ? WHERE id = ?', [
      JSON.stringify(roles),
      JSON.stringify(skills),
      personId,
    ]);
    await ctx.appendShop('person changed', personId, { roles, skills });
    return {};
  },
});

/** Lets somebody go: no sign-in any more, every session ended at once; what they recorded stays theirs. */
export const personLeave = command({
  name: 'person.leave',
  who: ['owner'],
  input: Joi.object<{ personId: string }>({ personId: id().required() }),
  async run(ctx, { personId }) {
    const row = await ctx.tx.row<{ name: string }>(
      'SELECT name FROM person WHERE id = ? AND active FOR UPDATE',
      [personId],
    );
    if (!row) throw new Refusal('no-person', 'Nobody of the crew.', 'personId');
    if (!(await anotherOwner(ctx.tx, personId)))
      throw new Refusal('last-owner', 'The shop keeps one owner: make somebody else one first.', 'personId');
    await ctx.tx.run('UPDATE person SET active = FALSE, password_hash = NULL, pin_hash = NULL WHERE id = ?', [
      personId,
    ]);
    await endSessions(ctx.tx, personId);
    await endKeys(ctx.tx, personId, -1);
    await ctx.appendShop('person left', personId, {});
    return {};
  },
});

/** Gives somebody a new password and PIN, when theirs are forgotten; their sessions end. */
export const personReset = command({
  name: 'person.reset',
  who: ['owner'],
  input: Joi.object<{ personId: string; password: string; pin: string }>({
    personId: id().required(),
    password: newPersonFields.password,
    pin: newPersonFields.pin,
  }),
  async run(ctx, { personId, password, pin: fresh }) {
    const row = await ctx.tx.row('SELECT id FROM person WHERE id = ? AND active FOR UPDATE', [personId]);
    if (!row) throw new Refusal('no-person', 'Nobody of the crew.', 'personId');
    await ctx.tx.run('UPDATE person SET password_hash = ?, pin_hash = ? WHERE id = ?', [
      await hashSecret(password),
      await hashSecret(fresh),
      personId,
    ]);
    if (personId !== ctx.person.id) await endSessions(ctx.tx, personId);
    await ctx.appendShop('person: new password and PIN', personId, {});
    return {};
  },
});

interface OwnInput {
  password: string;
  newPassword: string;
  newPin: string;
  lengthUnit: 'in' | 'mm';
  torqueUnit: 'lbft' | 'nm';
}

/** One's own units, password and PIN; a secret changes only against the password as it is. */
export const personOwn = command({
  name: 'person.own',
  who: ['tech', 'advisor'],
  input: Joi.object<OwnInput>({
    password: Joi.string().allow('').max(200).default(''),
    newPassword: Joi.string().allow('').min(10).max(200).default('').messages({
      'string.min': 'At least 10 characters',
    }),
    newPin: pin().allow('').default(''),
    lengthUnit: Joi.valid('in', 'mm').required(),
    torqueUnit: Joi.valid('lbft', 'nm').required(),
  }),
  async before(person, input) {
    if (input.newPassword || input.newPin) await checkOwnPassword(person.id, input.password);
    return null;
  },
  async run(ctx, input) {
    const { id: personId } = ctx.person;
    if (input.newPassword || input.newPin) {
      if (input.newPassword) {
        await ctx.tx.run('UPDATE person SET password_hash = ? WHERE id = ?', [
          await hashSecret(input.newPassword),
          personId,
        ]);
        // Whoever came in by the old one is out, but for the one who changes it.
        await ctx.tx.run(
          'UPDATE session SET ended_at = ? WHERE person_id = ? AND device_id <> ? AND ended_at IS NULL',
          [now(), personId, ctx.deviceId],
        );
      }
      if (input.newPin)
        await ctx.tx.run('UPDATE person SET pin_hash = ? WHERE id = ?', [
          await hashSecret(input.newPin),
          personId,
        ]);
    }
    await ctx.tx.run('UPDATE person SET length_unit = ?, torque_unit = ? WHERE id = ?', [
      input.lengthUnit,
      input.torqueUnit,
      personId,
    ]);
    await ctx.appendShop('own settings', personId, {
      lengthUnit: input.lengthUnit,
      torqueUnit: input.torqueUnit,
      password: Boolean(input.newPassword),
      pin: Boolean(input.newPin),
    });
    return {};
  },
});

import { Refusal } from '@/core/refusal';
import type { Role } from '@/core/ledger/roles';
import { now } from '../clock';
import type { Db } from '../database';
import { hashSecret } from '../sessions/passwords';
import { endKeys } from '../outbox/keys';
import { checkOwnPassword } from '../sessions/sessions';
import { handle } from './handler';
import type { Row } from '../tables';

async function anotherOwner(tx: Db, personId: string): Promise<boolean> {
  const owners = await tx.rows<Row<'person', 'id'> & { roles: Role[] }>(
    'SELECT id, roles FROM person WHERE active FOR UPDATE',
  );
  return owners.some((row) => row.id !== personId && row.roles.includes('owner'));
}

const endSessions = (tx: Db, personId: string) =>
  tx.run('UPDATE session SET ended_at = ? WHERE person_id = ? AND ended_at IS NULL', [now(), personId]);

export const personChange = handle('person.change', {
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

export const personLeave = handle('person.leave', {
  async run(ctx, { personId }) {
    const row = await ctx.tx.row<Row<'person', 'name'>>(
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

export const personReset = handle('person.reset', {
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

export const personOwn = handle('person.own', {
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

import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { ROLES, type Role } from '@/core/ledger/roles';
import { hashSecret } from '../sessions/passwords';
import { command } from './command';
import { line, pin } from './fields';

export interface NewPerson {
  name: string;
  roles: Role[];
  password: string;
  pin: string;
  lengthUnit: 'in' | 'mm';
  torqueUnit: 'lbft' | 'nm';
}

export const newPersonFields = {
  name: line(80).required(),
  roles: Joi.array()
    .items(Joi.valid(...ROLES))
    .min(1)
    .unique()
    .required()
    .messages({ 'array.min': 'Give at least one role' }),
  password: Joi.string()
    .min(10)
    .max(200)
    .required()
    .messages({ 'string.min': 'At least 10 characters', 'string.empty': 'Choose a password' }),
  pin: pin().required(),
  lengthUnit: Joi.valid('in', 'mm').default('in'),
  torqueUnit: Joi.valid('lbft', 'nm').default('lbft'),
};

/** Adds somebody to the crew. */
export const personAdd = command({
  name: 'person.add',
  who: ['owner'],
  input: Joi.object<NewPerson>(newPersonFields),
  async run(ctx, input) {
    if (await ctx.tx.row('SELECT id FROM person WHERE name = ? AND active', [input.name])) {
      throw new Refusal('taken', 'Somebody of this name is in the crew already.', 'name');
    }
    const personId = randomUUID();
    await ctx.tx.run(
      'INSERT INTO person (id, name, roles, password_hash, pin_hash, length_unit, torque_unit) VALUES (?, ?, ?, ?, ?, ?, ?)',
      [
        personId,
        input.name,
        JSON.stringify(input.roles),
        await hashSecret(input.password),
        await hashSecret(input.pin),
        input.lengthUnit,
        input.torqueUnit,
      ],
    );
    await ctx.appendShop('person', personId, { roles: input.roles });
    return { personId };
  },
});

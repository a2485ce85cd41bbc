import { randomUUID } from 'node:crypto';
import type Joi from 'joi';
import { COMMAND_NAMES, contractOf } from '@/contracts/commands';
import type { FieldError } from '@/contracts/answer';
import { execute } from '@/server/commands/execute';
import { closePool, db } from '@/server/database';
import type { DemoDriver } from '../../demo/driver';
import { DAY, DEVICE, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('junk');
});
afterAll(closePool);

/** The fields of every command, as its own schema describes them. */
const fields = COMMAND_NAMES.flatMap((command) =>
  Object.entries((contractOf(command).input.describe().keys ?? {}) as Record<string, Joi.Description>).map(
    ([field, { type }]) => [command, field, type as string] as const,
  ),
);

async function errorsOf(command: string, input: object): Promise<FieldError[]> {
  const answer = await execute(
    command,
    { id: randomUUID(), deviceSeq: 1, input },
    // The owner may give every command, so what refuses is the input.
    { person: shop.person('Odalys'), deviceId: DEVICE, receivedAt: new Date(DAY) },
  );
  if (answer.ok) throw new Error(`${command} took ${JSON.stringify(input).slice(0, 80)}`);
  return answer.errors;
}

/** A value no field of the type means. */
const JUNK: Record<string, unknown> = {
  string: { nested: true },
  number: 'a tall one',
  boolean: 'perhaps',
  object: 'flat',
  array: 'flat',
  alternatives: { nested: true },
  any: { nested: true },
};

describe('what makes no sense', () => {
  let before: unknown;
  const counts = async () =>
    db().row(
      'SELECT (SELECT COUNT(*) FROM entry) AS entries, (SELECT COUNT(*) FROM command_done) AS commands',
    );
  beforeAll(async () => {
    before = await counts();
  });

  test.each(fields)('%s names %s when it is no %s', async (command, field, type) => {
    const errors = await errorsOf(command, { [field]: JUNK[type] });
    expect(errors.map((error) => error.field.split('.')[0])).toContain(field);
    for (const { message } of errors) expect(message).toMatch(/^[A-Za-z0-9][^\n]*\.$/);
  });

  test.each(fields.filter(([, , type]) => type === 'string'))(
    '%s refuses a book written into %s',
    async (command, field) => {
      const errors = await errorsOf(command, { [field]: 'x'.repeat(8_000_000) });
      expect(errors.map((error) => error.field)).toContain(field);
    },
  );

  test.each([...COMMAND_NAMES])('%s takes no field it does not know', async (command) => {
    const errors = await errorsOf(command, { surprise: 1 });
    expect(errors.map((error) => error.field)).toContain('surprise');
  });

  test('none of it is recorded', async () => {
    expect(await counts()).toEqual(before);
  });
});

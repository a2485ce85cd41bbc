import 'server-only';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { Refusal } from '@/core/refusal';
import type { CommandAnswer } from './commands/execute';
import type { InputOf } from '@/contracts/commands';
import { newPersonFields } from '@/contracts/commands/people';
import { line } from '@/contracts/fields';
import { LOOKED_AT, fieldErrors, firstWrong } from '@/contracts/refused';
import { now } from './clock';
import { type Db, transaction } from './database';
import { appendEntries, SHOP_CHAIN, type EntryDraft } from './entries/append';
import { sha256 } from './entries/canonical';
import { type ShopTaker, importShop } from './formats/import-shop';
import { hashSecret } from './sessions/passwords';
import { takeSlowingTry } from './sessions/tries';
import type { Row } from './tables';

export interface ShopOpening {
  shop: { name: string; timeZone: string; currency: string; distanceUnit: 'km' | 'mi'; demo?: boolean };
  owner: Omit<InputOf<'person.add'>, 'roles'>;
}

const PLACES = [
  ['lift-1', 'Lift 1', 'lift'],
  ['lift-2', 'Lift 2', 'lift'],
  ['floor', 'Floor', 'floor'],
] as const;

/** The intervals a shop begins with, from the end of the road test. */
const DEFAULTS = { wheelKm: 130, chassisKm: 700, chassisDays: 30 };

/** Opens the shop with its first owner, who holds every role until there are others. */
export async function openShop(tx: Db, opening: ShopOpening, deviceId: string, at: Date): Promise<string> {
  const { shop, owner } = opening;
  await tx.run(
    `INSERT INTO shop (id, name, time_zone, currency, distance_unit, wheel_recheck_km, chassis_recheck_km,
       chassis_recheck_days, opened_at, demo) VALUES (1, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      shop.name,
      shop.timeZone,
      shop.currency,
      shop.distanceUnit,
      DEFAULTS.wheelKm,
      DEFAULTS.chassisKm,
      DEFAULTS.chassisDays,
      at,
      shop.demo ?? false,
    ],
  );
  for (const [index, [id, name, kind]] of PLACES.entries()) {
    await tx.run('INSERT INTO shop_place (id, name, position, kind) VALUES (?, ?, ?, ?)', [
      id,
      name,
      index,
      kind,
    ]);
  }
  const personId = randomUUID();
  await tx.run(
    'INSERT INTO person (id, name, roles, password_hash, pin_hash, length_unit, torque_unit) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [
      personId,
      owner.name,
      JSON.stringify(['owner']),
      await hashSecret(owner.password),
      await hashSecret(owner.pin),
      owner.lengthUnit,
      owner.torqueUnit,
    ],
  );
  const draft = {
    id: randomUUID(),
    kind: 'shop.change',
    data: { what: 'opened', id: personId, facts: { timeZone: shop.timeZone, currency: shop.currency } },
  } as EntryDraft;
  await appendEntries(tx, SHOP_CHAIN, [draft], { personId, deviceId, deviceSeq: 0, at, receivedAt: at });
  return personId;
}

const knownZone = (zone: string) => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
};

const { roles: _roles, ...ownerFields } = newPersonFields;
const schema = Joi.object<{ code: string } & ShopOpening>({
  code: Joi.string().trim().required().messages({ 'string.empty': 'Enter the code from the console' }),
  shop: Joi.object({
    name: line(120).required(),
    timeZone: Joi.string()
      .custom((zone: string, helpers) =>
        knownZone(zone) ? zone : helpers.message({ custom: 'Not a time zone: write it like America/Denver' }),
      )
      .required(),
    currency: Joi.string()
      .pattern(/^[A-Z]{3}$/)
      .required()
      .messages({ 'string.pattern.base': 'Three letters, like USD' }),
    distanceUnit: Joi.valid('km', 'mi').required(),
  }).required(),
  owner: Joi.object(ownerFields).required(),
});

/** Tries at the console's code are counted like those at a password. */
const CODE_TRIES = 'console code';

/** The shop's first page may be used once: while it is empty, by whoever has the console's code. */
async function spendCode(tx: Db, code: string): Promise<void> {
  if (await tx.row('SELECT id FROM shop WHERE id = 1 FOR UPDATE')) {
    throw new Refusal('opened', 'This shop has been opened already: sign in.', 'code');
  }
  const row = await tx.row<Row<'setup_code', 'code_hash'>>('SELECT code_hash FROM setup_code WHERE id = 1');
  if (!row || row.code_hash !== sha256(code.trim().toUpperCase())) {
    throw new Refusal('wrong-code', 'That is not the code the console printed.', 'code');
  }
  await tx.run('DELETE FROM setup_code WHERE id = 1');
}

/** Brings a whole shop into this empty place, against the same one-time code. @throws Refusal; nothing is kept then */
export async function bringShop(code: string, zip: Buffer, taker: ShopTaker): Promise<string> {
  const own = Joi.object({
    name: line(80).required(),
    password: ownerFields.password,
    pin: ownerFields.pin,
  }).validate(taker);
  if (own.error) throw firstWrong(own.error, 'owner');
  await takeSlowingTry(CODE_TRIES, 'code');
  return transaction(async (tx) => {
    await spendCode(tx, code);
    return importShop(tx, zip, taker);
  });
}

/** Opens an empty shop from its first page, against the one-time code printed on the console. */
export async function openEmptyShop(input: unknown, deviceId: string): Promise<CommandAnswer> {
  const checked = schema.validate(input, LOOKED_AT);
  if (checked.error) return { ok: false, errors: fieldErrors(checked.error) };
  try {
    await takeSlowingTry(CODE_TRIES, 'code');
    const personId = await transaction(async (tx) => {
      await spendCode(tx, checked.value.code);
      return openShop(tx, checked.value, deviceId, now());
    });
    return { ok: true, answer: { personId } };
  } catch (error) {
    if (error instanceof Refusal)
      return { ok: false, errors: [{ field: error.field, code: error.code, message: error.message }] };
    throw error;
  }
}

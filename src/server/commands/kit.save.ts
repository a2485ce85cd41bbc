import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { anyNumber } from '@/core/calc/fields';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import type { FactRule } from '@/core/vehicle-facts';
import { VEHICLE_FACTS } from '@/core/vehicle-facts';
import type { KitBuild } from '../queries/catalog';
import { command } from './command';
import { line, text } from './fields';

interface KitInput {
  name: string;
  note: string;
  fits: { front: string[]; rear: string[] };
  claimedFront: number | null;
  claimedRear: number | null;
  recheckKm: number | null;
  builds: { name: string; facts: FactRule[]; lines: KitBuild['lines'] }[];
}

const kinds = () =>
  Joi.array()
    .items(Joi.valid(...Object.keys(SUSPENSIONS)))
    .default([]);
const fact = Joi.object({
  fact: Joi.valid(...VEHICLE_FACTS.map((one) => one.id)).required(),
  is: Joi.string().max(40),
  from: Joi.number().integer().allow(null),
  to: Joi.number().integer().allow(null),
});

/** Keeps a kit under its name: what it fits and claims, and its builds with the facts each asks of a car. */
export const kitSave = command({
  name: 'kit.save',
  who: ['lead', 'advisor'],
  input: Joi.object<KitInput>({
    name: line(120).required(),
    note: text(400),
    fits: Joi.object({ front: kinds(), rear: kinds() }).required(),
    claimedFront: anyNumber().allow(null).default(null),
    claimedRear: anyNumber().allow(null).default(null),
    recheckKm: Joi.number()
      .integer()
      .min(100)
      .max(2000)
      .allow(null)
      .default(null)
      .messages({ 'number.min': 'Between 100 and 2000 km', 'number.max': 'Between 100 and 2000 km' }),
    builds: Joi.array()
      .items(
        Joi.object({
          name: line(120).required(),
          facts: Joi.array().items(fact).default([]),
          lines: Joi.array()
            .items(
              Joi.object({
                code: text(40),
                name: line(120).required(),
                count: Joi.number().integer().min(1).max(99).required(),
                side: Joi.valid('left', 'right', 'front', 'rear', 'any').required(),
                phase: Joi.valid('teardown', 'fit', 'reassemble', 'align').default('fit'),
              }),
            )
            .min(1)
            .required(),
        }),
      )
      .default([]),
  }),
  async run(ctx, kit) {
    const known = await ctx.tx.row<{ id: string }>('SELECT id FROM kit WHERE name = ?', [kit.name]);
    const kitId = known?.id ?? randomUUID();
    await ctx.tx.run(
      `INSERT INTO kit (id, name, note, fits, claimed_front, claimed_rear, recheck_km) VALUES (?, ?, ?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE note = VALUES(note), fits = VALUES(fits), claimed_front = VALUES(claimed_front),
         claimed_rear = VALUES(claimed_rear), recheck_km = VALUES(recheck_km), active = TRUE`,
      [kitId, kit.name, kit.note, JSON.stringify(kit.fits), kit.claimedFront, kit.claimedRear, kit.recheckKm],
    );
    await ctx.tx.run('DELETE FROM kit_build WHERE kit_id = ?', [kitId]);
    for (const [position, build] of kit.builds.entries()) {
      await ctx.tx.run(
        'INSERT INTO kit_build (id, kit_id, name, position, facts, part_lines) VALUES (?, ?, ?, ?, ?, ?)',
        [randomUUID(), kitId, build.name, position, JSON.stringify(build.facts), JSON.stringify(build.lines)],
      );
    }
    await ctx.appendShop('kit', kitId, { ...kit });
    return { kitId };
  },
});

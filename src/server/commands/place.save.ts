import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { command } from './command';
import { line } from './fields';

interface PlaceInput {
  placeId: string | null;
  name: string;
  kind: 'lift' | 'floor' | 'rack';
  active: boolean;
}

/** Adds a lift, a floor bay or a rack of the shop's own, names it anew, or takes it out of use when nothing stands there. */
export const placeSave = command({
  name: 'place.save',
  who: ['lead'],
  input: Joi.object<PlaceInput>({
    placeId: Joi.string().max(20).allow(null).default(null),
    name: line(60).required(),
    kind: Joi.valid('lift', 'floor', 'rack').required(),
    active: Joi.boolean().default(true),
  }),
  async run(ctx, { placeId, name, kind, active }) {
    const rows = await ctx.tx.rows<{ id: string; position: number }>(
      'SELECT id, position FROM shop_place FOR UPDATE',
    );
    if (placeId && !rows.some((row) => row.id === placeId))
      throw new Refusal('no-place', 'The shop has no such place.', 'placeId');
    if (placeId && !active) {
      const standing = await ctx.tx.row<{ number: number }>(
        'SELECT order_number AS number FROM order_now WHERE place = ? AND NOT closed',
        [placeId],
      );
      if (standing)
        throw new Refusal('taken', `Order ${standing.number} stands there: move it first.`, 'active');
    }
    const stem = `${kind}-${rows.filter((row) => row.id.startsWith(kind)).length + 1}`;
    const id = placeId ?? (rows.some((row) => row.id === stem) ? `${kind}-${rows.length + 1}` : stem);
    await ctx.tx.run(
      `INSERT INTO shop_place (id, name, position, kind, active) VALUES (?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE name = VALUES(name), kind = VALUES(kind), active = VALUES(active)`,
      [id, name, Math.max(0, ...rows.map((row) => row.position + 1)), kind, active],
    );
    await ctx.appendShop('place', id, { name, kind, active });
    return { placeId: id };
  },
});

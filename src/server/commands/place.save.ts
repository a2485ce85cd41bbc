import { Refusal } from '@/core/refusal';
import { handle } from './handler';
import type { Row } from '../tables';

export const placeSave = handle('place.save', {
  async run(ctx, { placeId, name, kind, active }) {
    const rows = await ctx.tx.rows<Row<'shop_place', 'id' | 'position'>>(
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

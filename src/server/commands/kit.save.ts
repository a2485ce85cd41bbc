import { randomUUID } from 'node:crypto';
import { handle } from './handler';
import type { Row } from '../tables';

export const kitSave = handle('kit.save', {
  async run(ctx, kit) {
    const known = await ctx.tx.row<Row<'kit', 'id'>>('SELECT id FROM kit WHERE name = ?', [kit.name]);
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

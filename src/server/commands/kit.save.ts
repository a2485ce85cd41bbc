import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { renameKeptValues } from '../kept-values';
import { handle } from './handler';
import type { Row } from '../tables';

export const kitSave = handle('kit.save', {
  async run(ctx, { kitId: given, ...kit }) {
    const namesake = await ctx.tx.row<Row<'kit', 'id'>>('SELECT id FROM kit WHERE name = ? AND active', [
      kit.name,
    ]);
    const before = given
      ? await ctx.tx.row<Row<'kit', 'id' | 'name'>>('SELECT id, name FROM kit WHERE id = ?', [given])
      : null;
    if (given && !before)
      throw new Refusal('no-kit', 'There is no such kit any more: load the page again.', 'name');
    if (namesake && namesake.id !== given)
      throw new Refusal(
        'known',
        `There is a kit called ${kit.name} already: open that one, or name this another.`,
        'name',
      );
    const gone = await ctx.tx.row<Row<'kit', 'id'>>('SELECT id FROM kit WHERE name = ? AND NOT active', [
      kit.name,
    ]);
    const kitId = before?.id ?? gone?.id ?? randomUUID();
    await ctx.tx.run(
      `INSERT INTO kit (id, name, note, fits, claimed_front, claimed_rear, recheck_km) VALUES (?, ?, ?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE name = VALUES(name), note = VALUES(note), fits = VALUES(fits), claimed_front = VALUES(claimed_front),
         claimed_rear = VALUES(claimed_rear), recheck_km = VALUES(recheck_km), active = TRUE`,
      [kitId, kit.name, kit.note, JSON.stringify(kit.fits), kit.claimedFront, kit.claimedRear, kit.recheckKm],
    );
    if (before && before.name !== kit.name) await renameKeptValues(ctx, before.name, kit.name);
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

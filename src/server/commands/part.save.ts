import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { partKind } from '@/core/planner/part-kinds';
import type { CommandContext } from './context';
import { handle } from './handler';
import type { InputOf } from '@/contracts/commands';
import type { Row } from '../tables';

/** Keeps a part under its code, new or changed. @throws Refusal with `field` before the part's own field names */
export async function keepPart(ctx: CommandContext, part: InputOf<'part.save'>, field = ''): Promise<string> {
  for (const { id: settingId, label, min, max, start } of partKind(part.kind).settings) {
    // A setting that begins at none may be left out: parts of before do not say it.
    const value = part.set[settingId] ?? (start === 0 ? 0 : undefined);
    if (value === undefined || value < min || value > max)
      throw new Refusal('setting', `${label} lies between ${min} and ${max}.`, `${field}set.${settingId}`);
  }
  if ((part.ratedLeast === null) !== (part.ratedMost === null))
    throw new Refusal('rated', 'A rated lift has both ends.', `${field}ratedMost`);
  if (part.ratedLeast !== null && part.ratedLeast > part.ratedMost!)
    throw new Refusal('rated', 'The rated lift runs from the smaller to the larger.', `${field}ratedMost`);
  const kit = part.kit
    ? await ctx.tx.row<Row<'kit', 'id'>>('SELECT id FROM kit WHERE name = ?', [part.kit])
    : null;
  if (part.kit && !kit) throw new Refusal('no-kit', `There is no kit called ${part.kit}.`, `${field}kit`);
  const known = await ctx.tx.row<Row<'part', 'id' | 'name' | 'active'>>(
    'SELECT id, name, active FROM part WHERE code = ?',
    [part.code],
  );
  if (known?.active && known.id !== part.partId && !part.confirmed)
    throw new Refusal(
      'confirm',
      `${part.code} is there already: ${known.name}. Confirm that this one takes its place, or give it another code.`,
      `${field}code`,
    );
  const partId = known?.id ?? part.partId ?? randomUUID();
  await ctx.tx.run(
    `INSERT INTO part (id, code, name, kind, end_of_car, settings, cost_cents, minutes, claimed, rated_least, rated_most,
       requires, excludes, kit_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE code = VALUES(code), name = VALUES(name), kind = VALUES(kind), end_of_car = VALUES(end_of_car),
       settings = VALUES(settings), cost_cents = VALUES(cost_cents), minutes = VALUES(minutes), claimed = VALUES(claimed),
       rated_least = VALUES(rated_least), rated_most = VALUES(rated_most), requires = VALUES(requires),
       excludes = VALUES(excludes), kit_id = VALUES(kit_id), active = TRUE`,
    [
      partId,
      part.code,
      part.name,
      part.kind,
      part.end,
      JSON.stringify(part.set),
      part.cents,
      part.minutes,
      part.claimed,
      part.ratedLeast,
      part.ratedMost,
      JSON.stringify(part.requires),
      JSON.stringify(part.excludes),
      kit?.id ?? null,
    ],
  );
  const { partId: _id, confirmed: _confirmed, ...facts } = part;
  await ctx.appendShop('part', partId, facts);
  return partId;
}

export const partSave = handle('part.save', {
  run: async (ctx, part) => ({ partId: await keepPart(ctx, part) }),
});

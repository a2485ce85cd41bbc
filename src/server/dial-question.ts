import { type Doubt, askAbout } from '@/core/doubts';
import { dialAsks } from '@/core/ledger/dial-asks';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import type { CommandContext } from './commands/context';
import type { Row } from './tables';

/** What speaks against a dial as it was read now: what the same car’s dial read before, whichever order or visit read it. */
export async function doubtAboutDial(
  ctx: CommandContext,
  vehicleId: string,
  read: Odometer | null,
): Promise<Doubt | null> {
  if (!read || 'unread' in read) return null;
  const rows = await ctx.tx.rows<Row<'odometer_now', 'at' | 'value' | 'unit'>>(
    'SELECT at, value, unit FROM odometer_now WHERE vehicle_id = ? ORDER BY at DESC LIMIT 20',
    [vehicleId],
  );
  const before = rows.map(({ at, value, unit }) => ({ at: at.toISOString(), value, unit }));
  const text = dialAsks(before, read, ctx.at.toISOString());
  return text === null ? null : { field: 'odometer.value', text };
}

/** @throws Refusal that asks once, where a dial cannot well read so */
export async function askAboutDial(
  ctx: CommandContext,
  vehicleId: string,
  read: Odometer | null,
  confirmed: boolean,
): Promise<void> {
  askAbout([await doubtAboutDial(ctx, vehicleId, read)], confirmed);
}

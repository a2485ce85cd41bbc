import { dialAsks } from '@/core/ledger/dial-asks';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { Refusal } from '@/core/refusal';
import type { CommandContext } from './commands/context';
import type { Row } from './tables';

/**
 * Holds a dial as it was read now against what the same car’s dial read before, whichever order or visit read it.
 * @throws Refusal that asks once, where it cannot well be
 */
export async function askAboutDial(
  ctx: CommandContext,
  vehicleId: string,
  read: Odometer | null,
  confirmed: boolean,
): Promise<void> {
  if (!read || 'unread' in read || confirmed) return;
  const rows = await ctx.tx.rows<Row<'odometer_now', 'at' | 'value' | 'unit'>>(
    'SELECT at, value, unit FROM odometer_now WHERE vehicle_id = ? ORDER BY at DESC LIMIT 20',
    [vehicleId],
  );
  const before = rows.map(({ at, value, unit }) => ({ at: at.toISOString(), value, unit }));
  const asks = dialAsks(before, read, ctx.at.toISOString());
  if (asks) throw new Refusal('confirm', asks, 'odometer.value');
}

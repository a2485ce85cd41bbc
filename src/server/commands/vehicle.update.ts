import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const vehicleUpdate = handle('vehicle.update', {
  async run(ctx, { vehicleId, vin, platform, later, facts }) {
    const known = await ctx.tx.row('SELECT id FROM vehicle WHERE id = ? FOR UPDATE', [vehicleId]);
    if (!known) throw new Refusal('no-vehicle', 'There is no such vehicle.', 'vehicleId');
    const written = Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== ''));
    await ctx.tx.run('UPDATE vehicle SET vin = ?, platform = ?, later = ?, facts = ? WHERE id = ?', [
      vin.toUpperCase(),
      platform,
      later,
      JSON.stringify(written),
      vehicleId,
    ]);
    await ctx.appendShop('vehicle', vehicleId, { vin: vin.toUpperCase(), platform, later, facts: written });
    return {};
  },
});

import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { VEHICLE_FACTS, type VehicleFacts } from '@/core/vehicle-facts';
import { command } from './command';
import { id, text } from './fields';

interface VehicleInput {
  vehicleId: string;
  vin: string;
  platform: string;
  later: string;
  facts: VehicleFacts;
}

/** Writes down what is known of a car: VIN, platform, the facts kits are chosen by, what is still to be fitted. */
export const vehicleUpdate = command({
  name: 'vehicle.update',
  who: ['tech', 'advisor'],
  input: Joi.object<VehicleInput>({
    vehicleId: id().required(),
    vin: text(17),
    platform: text(60),
    later: text(300),
    facts: Joi.object(Object.fromEntries(VEHICLE_FACTS.map((fact) => [fact.id, text(40)]))).default({}),
  }),
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

import { Refusal } from '@/core/refusal';
import { convertTorque } from '@/core/calc/torque.convert';
import { askAbout, wheelNutsDoubt } from '@/core/doubts';
import { holdsRole } from '@/core/ledger/roles';
import { dialFactorBySize } from '@/core/ledger/wheel-compare';
import type { WheelSet } from '@/core/ledger/wheel-set';
import { wheelSets, wheelsOnCar } from '../queries/wheel-sets';
import { checkDial, checkTire } from '../wheel-checks';
import { keepSet } from '../wheels-put-on';
import { handle } from './handler';

export const wheelsetSave = handle('wheelset.save', {
  async run(ctx, input) {
    const { vehicleId, setId, name, tires, rimWidthIn, offsetMm, source, dial, gone } = input;
    const car = await ctx.tx.row('SELECT id FROM vehicle WHERE id = ? FOR UPDATE', [vehicleId]);
    if (!car) throw new Refusal('no-vehicle', 'There is no such vehicle.', 'vehicleId');
    checkTire(tires, 'tires');
    const sets = await wheelSets(ctx.tx, vehicleId);
    const was = sets.find((one) => one.id === setId) ?? null;
    if (setId && !was) throw new Refusal('no-set', 'This car has no such wheel set.', 'setId');
    if (sets.some((one) => one.id !== setId && one.name.toLowerCase() === name.toLowerCase()))
      throw new Refusal('taken', 'Another set of this car is called that.', 'name');
    const nm = input.torque === null ? null : convertTorque(input.torque, input.unit).nm;
    // A value shown in another unit comes back a hair off: it is the same one.
    const same = Math.abs((nm ?? 0) - (was?.nm ?? 0)) < 0.1;
    if (!same && !holdsRole(ctx.person.roles, ['lead']))
      throw new Refusal('lead', 'What the nuts go by is the lead’s to enter.', 'torque');
    if (nm !== null && !source)
      throw new Refusal('source', 'Say where the value is written: the wheel’s sheet, its page.', 'source');
    checkDial(dial);
    askAbout([same || nm === null ? null : wheelNutsDoubt(nm, 'torque')], input.confirmed);
    const known = (await wheelsOnCar(ctx.tx, vehicleId)) ?? sets[0] ?? null;
    const set: WheelSet = {
      id: was?.id ?? ctx.freshId(),
      name,
      tires,
      rimWidthIn,
      offsetMm,
      nm: same && was ? was.nm : nm,
      source: nm === null ? '' : source,
      ...dialOf(dial, was, tires, known),
      gone,
    };
    await keepSet(ctx, vehicleId, set);
    return { setId: set.id };
  },
});

/** What was driven against a true speed; else what was known of these tires; else what their size makes of another set. */
function dialOf(
  dial: { shown: number; truth: number } | null,
  was: WheelSet | null,
  tires: string,
  known: WheelSet | null,
): Pick<WheelSet, 'dialFactor' | 'dialFrom'> {
  if (dial) return { dialFactor: dial.truth / dial.shown, dialFrom: 'driven' };
  if (was && was.tires === tires) return { dialFactor: was.dialFactor, dialFrom: was.dialFrom };
  const other = known && known.id !== was?.id ? known : was;
  return other
    ? { dialFactor: dialFactorBySize(other, tires), dialFrom: 'tire size' }
    : { dialFactor: 1, dialFrom: 'as made' };
}

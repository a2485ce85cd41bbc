import { Refusal } from '@/core/refusal';
import { convertTorque } from '@/core/calc/torque.convert';
import { placedName } from '@/core/procedure/engine';
import { unlikelyTorque } from '@/core/procedure/torque-doubts';
import { keepValues } from '../kept-values';
import { procedureById } from '../procedures';
import { handle } from './handler';

export const valuesKeep = handle('values.keep', {
  async run(ctx, input) {
    const found = await procedureById(ctx.tx, input.procedureId);
    if (!found) throw new Refusal('no-procedure', 'There is no such procedure.', 'procedureId');
    const { fasteners, ways } = found.procedure;
    const every = [...fasteners, ...ways.flatMap((way) => way.fasteners ?? [])];
    const given = input.values.flatMap(({ places, value, angleDeg, out }, index) =>
      (value === null && !out ? [] : places).map((place) => {
        const fastener = every.find((one) => one.place === place);
        if (!fastener)
          throw new Refusal('no-fastener', 'This procedure has no such fastener.', `values[${index}].places`);
        const nm = value === null || out ? null : convertTorque(value, input.unit).nm;
        return { fastener, nm, angleDeg: angleDeg ?? null, field: `values[${index}].value` };
      }),
    );
    if (!given.length) throw new Refusal('nothing', 'Enter one value at least.', 'values[0].value');
    for (const { fastener, nm, angleDeg, field } of input.confirmed ? [] : given) {
      // With an angle the torque before it is a snug one.
      const unlikely = nm === null || angleDeg !== null ? null : unlikelyTorque(fastener, nm);
      if (unlikely)
        throw new Refusal(
          'confirm',
          `${placedName(fastener)}: ${unlikely} Look at the sheet again, or confirm it.`,
          field,
        );
    }
    await keepValues(
      ctx,
      { platform: input.platform, orderNumber: null, person: ctx.person },
      given.map(({ fastener, nm, angleDeg }) => ({
        place: fastener.place,
        name: fastener.name,
        kit: input.kit,
        nm,
        angleDeg,
        source: input.source,
      })),
    );
    return { values: given.length };
  },
});

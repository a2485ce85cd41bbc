import { type RunDocument, type Stripe, isEntryWork, placedName } from '@/core/procedure/engine';
import { withSteps } from '@/core/procedure/redo';
import type { Fastener, Item, PlainProcedure, Step } from '@/core/procedure/types';
import type { Db } from '../database';
import type { Row } from '../tables';

type PlaceRow = Row<'car_place', 'place' | 'what'> & {
  state: Stripe | 'open' | 'closed' | 'left off';
  definition: Fastener | Item;
};

/** What is last known of each place on a car: the newest order that names it speaks. */
async function placesOfCar(tx: Db, vehicleId: string): Promise<PlaceRow[]> {
  const rows = await tx.rows<PlaceRow>(
    'SELECT place, what, state, definition FROM car_place WHERE vehicle_id = ? ORDER BY order_number',
    [vehicleId],
  );
  return [...new Map(rows.map((row) => [`${row.what} ${row.place}`, row])).values()];
}

/** The fasteners of a car as the last visits left them. */
export async function fastenersOfCar(tx: Db, vehicleId: string): Promise<Fastener[]> {
  const places = await placesOfCar(tx, vehicleId);
  return places
    .filter((row) => row.what === 'fastener')
    .map(({ place, definition }) => {
      const fastener = definition as Fastener;
      // What an entry brought into that job is the car's own by now.
      return isEntryWork(fastener.id) ? { ...fastener, id: `car/${place}` } : fastener;
    });
}

/** What stands open, loose or left off on a car by its last record, in words. */
export async function openOnCar(tx: Db, vehicleId: string): Promise<string[]> {
  const words: Partial<Record<PlaceRow['state'], string>> = {
    open: 'open',
    'left off': 'left off',
    broken: 'loosened, not torqued again',
    thin: 'snug, not torqued',
    shifted: 'found moved',
  };
  return (await placesOfCar(tx, vehicleId)).flatMap((row) =>
    words[row.state] ? [`${placedName(row.definition)}: ${words[row.state]}`] : [],
  );
}

/**
 * Lets a new run start from the car's last recorded state: what is still open or loose is carried in, and added to the
 * run where its procedures do not name that place themselves.
 */
export async function carriedInto(
  tx: Db,
  vehicleId: string,
  plain: PlainProcedure,
): Promise<{ run: PlainProcedure; carried: RunDocument['carried'] }> {
  const carried: RunDocument['carried'] = { open: [], loose: {}, leftOff: [] };
  const run = { ...plain, items: [...plain.items], fasteners: [...plain.fasteners] };
  for (const row of await placesOfCar(tx, vehicleId)) {
    if (row.what === 'item' && (row.state === 'open' || row.state === 'left off')) {
      let item = run.items.find((candidate) => candidate.place === row.place);
      if (!item) run.items.push((item = { ...(row.definition as Item), id: `car/${row.place}` }));
      (row.state === 'open' ? carried.open : carried.leftOff!).push(item.id);
    }
    if (row.what === 'fastener' && (row.state === 'broken' || row.state === 'thin')) {
      let fastener = run.fasteners.find((candidate) => candidate.place === row.place);
      if (!fastener) {
        const { mate: _mate, ...definition } = row.definition as Fastener;
        run.fasteners.push((fastener = { ...definition, id: `car/${row.place}` }));
      }
      carried.loose[fastener.id] = row.state === 'broken' ? 'loosened' : 'snug';
    }
  }
  return { run: withSteps(run, stepsForCarried(run, carried)), carried };
}

/** What was carried in and no step of the job closes gets a step that does: nothing is open or loose without one. */
function stepsForCarried(run: PlainProcedure, { open, loose }: RunDocument['carried']): Step[] {
  const closed = new Set(run.steps.flatMap((step) => step.closes ?? []));
  const torqued = new Set(run.steps.flatMap((step) => step.torques ?? []));
  const where = ({ end, corner }: Pick<Item, 'end' | 'corner'>) => ({
    ...(end ? { end } : {}),
    ...(corner ? { corner } : {}),
  });
  return [
    ...run.items
      .filter((item) => open.includes(item.id) && !closed.has(item.id))
      .map((item): Step => ({
        id: `carried/close ${item.id}`,
        phase: 'reassemble',
        do: `Close what an earlier visit left open: ${placedName(item)}`,
        ...where(item),
        closes: [item.id],
        minutes: 10,
      })),
    ...run.fasteners
      .filter((fastener) => loose[fastener.id] && !torqued.has(fastener.id))
      .map((fastener): Step => ({
        id: `carried/torque ${fastener.id}`,
        phase: fastener.final === 'on-wheels' ? 'on-wheels' : 'reassemble',
        do: `Torque what an earlier visit left loose: ${placedName(fastener)}`,
        ...where(fastener),
        torques: [fastener.id],
        minutes: 5,
      })),
  ];
}

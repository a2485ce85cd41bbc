import type { ExpectedPart, PartsListData, PlanData } from '@/core/ledger/kinds/planned';
import type { PlanPart } from '@/core/planner/plan-part';
import { chooseBuild, type VehicleFacts } from '@/core/vehicle-facts';
import { Refusal } from '@/core/refusal';
import type { Db } from './database';
import { catalogKits } from './queries/catalog';

/** Work on the car rather than a part in a box. */
const WORK = new Set<PlanPart['kind']>(['coilCut', 'trim', 'leafOut', 'roomMade', 'lampAim', 'dialSet']);
const LATER = new Set<PlanPart['kind']>(['camberKit', 'wedge', 'boards']);
const ONE = new Set<PlanPart['kind']>([
  'trackbarSet',
  'trackbarBracket',
  'caseDrop',
  'shaftSpacer',
  'gears',
  'tieDrop',
]);

const lineOf = (part: PlanPart, index: number): ExpectedPart => ({
  lineId: `plan-${index + 1}`,
  name: part.name,
  catalogId: part.catalogId ?? null,
  count: ONE.has(part.kind) ? 1 : part.end === 'both' ? 4 : 2,
  side: part.end === 'both' ? 'any' : part.end,
  phase: LATER.has(part.kind) ? 'align' : 'fit',
});

/**
 * What boxes an agreed plan waits for: the lines of the kit's build that fits this car, and a line for every other part.
 * @throws Refusal naming each build and why it does not fit, when none does
 */
export async function partsExpected(
  tx: Db,
  vehicleId: string,
  plan: PlanData,
): Promise<PartsListData | null> {
  const boxed = plan.parts.filter((part) => !WORK.has(part.kind));
  const kits = [...new Set(boxed.flatMap((part) => part.kit ?? []))];
  const vehicle = await tx.row<{ facts: VehicleFacts }>('SELECT facts FROM vehicle WHERE id = ?', [
    vehicleId,
  ]);
  const lines: ExpectedPart[] = [];
  let named: string | null = null;
  const known = kits.length ? await catalogKits(tx) : [];
  for (const name of kits) {
    const kit = known.find((one) => one.name === name);
    if (!kit?.builds.length) continue;
    const chosen = chooseBuild(kit.builds, vehicle?.facts ?? {});
    if (!chosen.build) {
      throw new Refusal(
        'no-build',
        `No build of ${kit.name} fits this car: ${chosen.reasons.join('; ')}.`,
        'version',
      );
    }
    named = chosen.build.name;
    lines.push(
      ...chosen.build.lines.map((line, index) => ({
        lineId: `${kit.id.slice(0, 8)}-${index + 1}`,
        name: line.name,
        catalogId: null,
        count: line.count,
        side: line.side,
        phase: line.phase,
      })),
    );
  }
  const inKits = new Set(known.filter((kit) => kit.builds.length).map((kit) => kit.name));
  boxed.forEach((part, index) => {
    if (!part.kit || !inKits.has(part.kit)) lines.push(lineOf(part, index));
  });
  return lines.length ? { kit: kits[0] ?? null, build: named, lines } : null;
}

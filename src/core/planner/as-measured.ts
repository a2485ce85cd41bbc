import type { MeasureData } from '../ledger/kinds/arrival';
import type { ComparedData } from '../ledger/kinds/measured';
import { comparedPair } from '../procedure/compare';
import type { MeasureDef, OneEnd } from './measures';
import type { PlanPart } from './plan-part';
import { partKind } from './part-kinds';

/** What was read on parts in hand goes into the plan as measured. */

/** What an old part says of the car before the work, as its sheet holds it. */
export function comparedFigures(
  { kind, end, pairs }: ComparedData,
  defs: readonly (MeasureDef & { key: string; end: OneEnd | null })[],
): MeasureData[] {
  return pairs.flatMap(({ id, old }) => {
    const key = `${end}.${comparedPair(kind, id)?.oldIs ?? ''}`;
    const def = defs.find((one) => one.key === key);
    if (!def) return [];
    return [
      {
        key,
        label: `${def.label}, ${end}`,
        typed: old.text,
        value: old.value,
        unit: def.unit,
        known: 'measured' as const,
      },
    ];
  });
}

/** A setting of a part that was measured otherwise than the plan has it. */
export interface MeasuredSetting {
  partId: string;
  part: string;
  label: string;
  planned: number;
  measured: number;
}

/** Within this a part is as the plan has it, mm. */
const SAME_MM = 0.5;

/**
 * A plan's parts with the figures of those that were laid beside the old ones, and what that changes. The part a
 * comparison names is meant; where it names none, the one of its kind at its end.
 * @param compared each kind's last comparison, those that fit
 */
export function partsAsMeasured(
  parts: readonly PlanPart[],
  compared: readonly ComparedData[],
): { parts: PlanPart[]; changes: MeasuredSetting[] } {
  const changes: MeasuredSetting[] = [];
  const changed = parts.map((part) => {
    const set = { ...part.set };
    for (const one of compared.filter(({ fits }) => fits)) {
      if (one.partId ? one.partId !== part.id : one.end !== part.end) continue;
      for (const { id, fresh } of one.pairs) {
        const is = comparedPair(one.kind, id)?.freshIs;
        if (!is?.kinds.includes(part.kind)) continue;
        const planned = set[is.set];
        if (planned === undefined || Math.abs(planned - fresh.value) <= SAME_MM) continue;
        const label = partKind(part.kind).settings.find((setting) => setting.id === is.set)!.label;
        changes.push({ partId: part.id, part: part.name, label, planned, measured: fresh.value });
        set[is.set] = fresh.value;
      }
    }
    return { ...part, set };
  });
  return { parts: changed, changes };
}

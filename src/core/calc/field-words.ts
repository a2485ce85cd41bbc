/** One field of a calculator's input as a form or a reference page shows it. */
export type FieldShape =
  | { kind: 'number' | 'text' | 'boolean'; id: string; required: boolean; unit: string; limit: string }
  | { kind: 'choice'; id: string; required: boolean; choices: string[] }
  | { kind: 'group'; id: string; required: boolean; fields: FieldShape[] }
  | { kind: 'list'; id: string; required: boolean; item: FieldShape }
  | { kind: 'variants'; id: string; required: boolean; by: string; variants: Record<string, FieldShape[]> };

const NO_UNIT =
  /^(axleRatio|ratio|motionRatio|springMotionRatio|damperMotionRatio|frontFraction|sprungFraction|denominator|activeCoils|cuts|jobs|sdLog|turns|minThreads|indicated|tireFactor|set|slope|sd|allowed|best|setting)$/;

/** What the axles, corners and ends of a group are measured in, by the group's name. */
const OF_GROUP: Record<string, string> = {
  curb: 'kg',
  rating: 'kg',
  wheelRate: 'N/mm',
  before: 'mm',
  after: 'mm',
};
/** Lists of places in a photograph. */
const IN_A_PICTURE = /^(corners|points)$/;
/** Fields that are of whatever their group is of: `min` of a camber is an angle. */
const OF_ITS_GROUP = /^(min|max|front|rear|LF|RF|LR|RR)$/;

/**
 * The unit of a field by the names the calculators use throughout; lengths are mm.
 * @param group the name of the group it stands in, where it stands in one
 */
export function unitOfField(id: string, group?: string): string {
  if (/^(cornerSd|pointSd)$/.test(id) || (group !== undefined && IN_A_PICTURE.test(group))) return 'px';
  // The damper's arm is one of the arms, by its number.
  if (group === 'damper' && id === 'arm') return '';
  if (group !== undefined && OF_ITS_GROUP.test(id)) return OF_GROUP[group] ?? unitOfField(group);
  if (
    /Deg$|^(camber|caster|toe|toeTotal|thrust|crossCaster|crossCamber|needed|targetCaster|casterBefore)$/.test(
      id,
    )
  )
    return '°';
  if (/^(rate|springRate|LF|RF|LR|RR)$/.test(id)) return id === 'rate' ? 'N/mm' : '';
  if (/^(wheelLoad|preload|load)$/.test(id)) return 'N';
  if (/^(kg|gross)$/.test(id)) return 'kg';
  if (/[mM]inutes$|^(book|actual)$/.test(id)) return 'min';
  if (/Pct$/.test(id)) return '%';
  if (/In$/.test(id)) return 'in';
  if (id === 'days') return 'days';
  if (/^(cost|odometer|distance|pacePerDay|value|target|reading|entered)$/.test(id)) return '';
  return NO_UNIT.test(id) ? '' : 'mm';
}

/** `springMotionRatio` in words: `spring motion ratio`. */
export const describeField = (id: string) =>
  ({ LF: 'left front', RF: 'right front', LR: 'left rear', RR: 'right rear' })[id] ??
  id
    .replace(/(Deg|Pct)$/, '')
    .replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);

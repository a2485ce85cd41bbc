import { calculators } from './index';

/** One field of a calculator's input as a form or a reference page shows it. */
export type FieldShape =
  | { kind: 'number' | 'text' | 'boolean'; id: string; required: boolean; unit: string; limit: string }
  | { kind: 'choice'; id: string; required: boolean; choices: string[] }
  | { kind: 'group'; id: string; required: boolean; fields: FieldShape[] }
  | { kind: 'list'; id: string; required: boolean; item: FieldShape }
  | { kind: 'variants'; id: string; required: boolean; by: string; variants: Record<string, FieldShape[]> };

interface Described {
  type: string;
  flags?: { presence?: string; only?: boolean; override?: boolean };
  allow?: unknown[];
  rules?: { name: string; args?: { limit?: number } }[];
  keys?: Record<string, Described>;
  items?: Described[];
  whens?: { switch?: { is: Described; then: Described }[] }[];
}

const NO_UNIT =
  /^(axleRatio|ratio|motionRatio|springMotionRatio|damperMotionRatio|frontFraction|sprungFraction|denominator|activeCoils|cuts|jobs|sdLog|turns|minThreads|indicated|tireFactor)$/;

/** The unit of a field by the names the calculators use throughout; lengths are mm. */
export function unitOfField(id: string): string {
  if (/Deg$|^(camber|caster|toe|thrust|crossCaster|crossCamber|needed|targetCaster|casterBefore)$/.test(id))
    return '°';
  if (/^(rate|springRate|LF|RF|LR|RR)$/.test(id)) return id === 'rate' ? 'N/mm' : '';
  if (/^(wheelLoad|preload|load)$/.test(id)) return 'N';
  if (/^(kg|gross)$/.test(id)) return 'kg';
  if (/[mM]inutes$|^(book|actual)$/.test(id)) return 'min';
  if (/Pct$/.test(id)) return '%';
  if (/^(cost|odometer|distance|pacePerDay|days|value|target|reading|entered)$/.test(id)) return '';
  return NO_UNIT.test(id) ? '' : 'mm';
}

function limitOf(described: Described): string {
  const words = { greater: 'above', min: 'at least', max: 'at most', less: 'below' } as Record<
    string,
    string
  >;
  return (described.rules ?? [])
    .flatMap(({ name, args }) =>
      words[name] && args?.limit !== undefined ? `${words[name]} ${args.limit}` : [],
    )
    .join(', ');
}

function shapeOf(id: string, described: Described): FieldShape {
  const required = described.flags?.presence === 'required';
  const only = described.flags?.only ? (described.allow ?? []).filter((one) => typeof one === 'string') : [];
  if (only.length) return { kind: 'choice', id, required, choices: only as string[] };
  const variants = described.whens?.[0]?.switch;
  if (variants) {
    const by = 'kind';
    return {
      kind: 'variants',
      id,
      required,
      by,
      variants: Object.fromEntries(
        variants.map(({ is, then }) => [
          String((is.allow ?? []).find((one) => typeof one === 'string')),
          fieldsOf(then).filter((field) => field.id !== by),
        ]),
      ),
    };
  }
  if (described.type === 'object') return { kind: 'group', id, required, fields: fieldsOf(described) };
  if (described.type === 'array')
    return { kind: 'list', id, required, item: shapeOf(id, described.items?.[0] ?? { type: 'any' }) };
  if (described.type === 'boolean') return { kind: 'boolean', id, required, unit: '', limit: '' };
  const number = described.type === 'number';
  return {
    kind: number ? 'number' : 'text',
    id,
    required,
    unit: number ? unitOfField(id) : '',
    limit: number ? limitOf(described) : '',
  };
}

const fieldsOf = (described: Described): FieldShape[] =>
  Object.entries(described.keys ?? {}).map(([id, one]) => shapeOf(id, one));

/** The input of a calculator as its schema has it, so that forms and the reference never say anything else. */
export function inputOf(name: string): FieldShape {
  const definition = calculators.get(name);
  if (!definition) throw new Error(`there is no calculator ${name}`);
  return shapeOf('', (definition.input as { describe(): unknown }).describe() as Described);
}

/** `springMotionRatio` in words: `spring motion ratio`. */
export const fieldWords = (id: string) =>
  ({ LF: 'left front', RF: 'right front', LR: 'left rear', RR: 'right rear' })[id] ??
  id.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);

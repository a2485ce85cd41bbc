import Joi from 'joi';
import Papa from 'papaparse';
import { type AlignmentReadings } from '../calc/alignment.verdict';
import { alignmentReadingsSchema } from '../calc/inputs/alignment.verdict';
import { Refusal, fieldPath } from '../refusal';

/** A sheet as a rack writes it to a file: whose car, where, by whom, and each wheel before and after. */
export interface RackSheet {
  format: 'wrenchwise-rack/1';
  order: number | null;
  plate: string;
  rack: string;
  operator: string;
  before: AlignmentReadings;
  after: AlignmentReadings;
}

const schema = Joi.object<RackSheet>({
  format: Joi.valid('wrenchwise-rack/1').required(),
  order: Joi.number().integer().min(1).allow(null).default(null),
  plate: Joi.string().trim().allow('').max(20).default(''),
  rack: Joi.string().trim().max(80).required(),
  operator: Joi.string().trim().max(80).required(),
  before: alignmentReadingsSchema.required(),
  after: alignmentReadingsSchema.required(),
});

function checked(value: unknown): RackSheet {
  const { error, value: sheet } = schema.validate(value, { abortEarly: true });
  if (error) {
    const [detail] = error.details;
    throw new Refusal(
      'sheet',
      `${fieldPath(detail!.path) || 'The sheet'}: ${detail!.message.replace(/"/g, '')}.`,
      fieldPath(detail!.path),
    );
  }
  return sheet!;
}

const HEAD = ['format', 'order', 'plate', 'rack', 'operator'] as const;

/**
 * Reads the rack's CSV: lines of `name,value` for whose car it is, then a table `wheel,set,caster,camber,toe` with a
 * line for each wheel before and after, and `setback,before|after,mm` where it was measured.
 * @throws Refusal that names the line or field
 */
export function readRackCsv(text: string): RackSheet {
  const { data, errors } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true });
  if (errors.length)
    throw new Refusal('csv', `Line ${(errors[0]!.row ?? 0) + 1}: ${errors[0]!.message}.`, 'file');
  const raw: Record<string, unknown> = { before: {}, after: {} };
  data.forEach((cells, index) => {
    const [name = '', second = '', ...rest] = cells.map((cell) => cell.trim());
    if ((HEAD as readonly string[]).includes(name)) {
      raw[name] = name === 'order' ? (second === '' ? null : Number(second)) : second;
    } else if (name === 'wheel') {
      if ([name, second, ...rest].join() !== 'wheel,set,caster,camber,toe')
        throw new Refusal('csv', `Line ${index + 1}: the table’s head is not the rack’s.`, 'file');
    } else if (['LF', 'RF', 'LR', 'RR', 'setback'].includes(name) && ['before', 'after'].includes(second)) {
      const set = raw[second] as Record<string, unknown>;
      // A cell left empty is an angle that was not read; a toe of the front wheels has to be there.
      const number = (cell: string | undefined, what: string) => {
        if (cell === '' && what !== 'setback') return undefined;
        if (cell === undefined || cell === '' || !Number.isFinite(Number(cell)))
          throw new Refusal(
            'csv',
            `Line ${index + 1}: ${what} of ${name} ${second} is not a number.`,
            'file',
          );
        return Number(cell);
      };
      if (name === 'setback') set.setback = number(rest[0], 'setback');
      else
        set[name] = {
          ...(name.endsWith('F') ? { caster: number(rest[0], 'caster') } : {}),
          camber: number(rest[1], 'camber'),
          toe: number(rest[2], 'toe'),
        };
    } else throw new Refusal('csv', `Line ${index + 1}: "${name}" is nothing a sheet holds.`, 'file');
  });
  return checked(raw);
}

/** Reads the rack's JSON: the same fields. @throws Refusal that names the field */
export function readRackJson(text: string): RackSheet {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Refusal('json', 'The file is not whole JSON.', 'file');
  }
  return checked(value);
}

/** Reads a dropped sheet by its name's ending. */
export function readRackFile(name: string, text: string): RackSheet {
  if (/\.json$/i.test(name)) return readRackJson(text);
  if (/\.csv$/i.test(name)) return readRackCsv(text);
  throw new Refusal('kind', 'A rack drops .csv or .json files.', 'file');
}

/** Writes a sheet as the stand-in rack's CSV. */
export function writeRackCsv(sheet: RackSheet): string {
  const wheel = (set: 'before' | 'after') => {
    const { LF, RF, LR, RR, setback } = sheet[set];
    return [
      ['LF', set, LF.caster, LF.camber, LF.toe],
      ['RF', set, RF.caster, RF.camber, RF.toe],
      ...(LR ? [['LR', set, '', LR.camber, LR.toe]] : []),
      ...(RR ? [['RR', set, '', RR.camber, RR.toe]] : []),
      ...(setback === undefined ? [] : [['setback', set, setback]]),
    ];
  };
  return Papa.unparse([
    ...HEAD.map((name) => [name, sheet[name] ?? '']),
    ['wheel', 'set', 'caster', 'camber', 'toe'],
    ...wheel('before'),
    ...wheel('after'),
  ]);
}

import { guideDocument } from '@/features/help/guide-text';
import { type AnyContract } from '../contracts/command';
import { AREAS, COMMAND_NAMES, contractOf } from '../contracts/commands';
import { ENTRY_KINDS, areaOf, correctionsOf, projectionsOf } from '../contracts/entries';
import { calculators, answer } from '../core/calc';
import { BENCH_TOOLS } from '../core/calc/bench';
import { inputOf, shapeOfSchema } from '../core/calc/describe';
import type { FieldShape } from '../core/calc/field-words';
import type { Anatomy } from '../core/anatomy/types';
import type { Procedure } from '../core/procedure/types';
import { draftComparison } from './draft-comparison';
import { jointsPage } from './joint-drawings';
import examples from '../core/calc/examples.json';

function fieldLines(shape: FieldShape, depth = 0): string[] {
  const pad = '  '.repeat(depth);
  const name = shape.id === '' ? '' : `\`${shape.id}\`${shape.required ? '' : ' (optional)'}`;
  const inner = (fields: FieldShape[]) =>
    fields.flatMap((field) => fieldLines(field, shape.id === '' ? depth : depth + 1));
  switch (shape.kind) {
    case 'group':
      return [...(name ? [`${pad}- ${name}`] : []), ...inner(shape.fields)];
    case 'variants':
      return [
        ...(name ? [`${pad}- ${name}, by its \`${shape.by}\``] : []),
        ...Object.entries(shape.variants).flatMap(([kind, fields]) => [
          `${pad}- \`${shape.by}\` \`${kind}\``,
          ...fields.flatMap((field) => fieldLines(field, depth + 1)),
        ]),
      ];
    case 'list':
      return [`${pad}- ${name}: a list`, ...fieldLines({ ...shape.item, id: '' }, depth + 1)];
    case 'choice':
      return [`${pad}- ${name}: one of ${shape.choices.map((one) => `\`${one}\``).join(', ')}`];
    default: {
      const what = [shape.kind, shape.unit, shape.limit].filter(Boolean).join(', ');
      return [`${pad}- ${name || 'each'}: ${what}`];
    }
  }
}

const WRITTEN = '<!-- Written by `npm run reference`; do not edit. -->';

/** The reference of all calculators, written from the registry, its schemas and its own answers. */
function calculatorPage(): string {
  const parts = [
    '# The calculators',
    '',
    WRITTEN,
    '',
    'The same functions answer on the screens, in the workers, on the command line (`npm run -s calc`, JSON Lines on standard',
    'input) and at `POST /api/calc/NAME` with the input as the body. Lengths are mm, angles degrees, forces N, rates N/mm,',
    'masses kg, torque N·m. A bad input is refused with the path of its field, a stable code and a sentence.',
    '',
  ];
  for (const [name, definition] of calculators) {
    const tool = BENCH_TOOLS.find((one) => one.name === name);
    const example = (examples as Record<string, unknown>)[name];
    const got = answer(name, example);
    const text = (value: unknown) => JSON.stringify(value);
    parts.push(
      `## ${name}`,
      '',
      `${tool ? `**${tool.title}.** ` : ''}${definition.summary}`,
      '',
      definition.principle,
      '',
    );
    parts.push(
      ...(name === 'procedure.check'
        ? ['- a procedure: items, fasteners, steps']
        : fieldLines(inputOf(name))),
      '',
    );
    if (text(example).length < 900) {
      parts.push('```json', text(example), text(got.ok ? got.output : got.error), '```', '');
    }
  }
  return `${parts.join('\n').trimEnd()}\n`;
}

const whoMay = ({ who, onLink }: AnyContract) =>
  `${who.join(', ')}${onLink ? '; the customer on their own page' : ''}`;

/** Every command: who may give it, what it takes, whether a tablet may keep it without network. */
function commandPage(): string {
  const parts = [
    '# The commands',
    '',
    WRITTEN,
    '',
    'Everything that changes the record is one of these, sent to `POST /api/commands/NAME` with an id of its own, the',
    'device’s running number and the input. The same id with the same content gets its first answer again.',
    '',
  ];
  for (const { title, commands } of AREAS) {
    parts.push(`## ${title}`, '');
    for (const [name, contract] of Object.entries<AnyContract>(commands))
      parts.push(
        `### ${name}`,
        '',
        `${contract.title}. By: ${whoMay(contract)}.${contract.waits ? ' Without network too.' : ''}`,
        '',
        ...fieldLines(shapeOfSchema(contract.input)),
        '',
      );
  }
  return `${parts.join('\n').trimEnd()}\n`;
}

/** Every kind of entry: what is derived from it, and what corrects it. */
function entryPage(): string {
  const list = (all: readonly string[]) => all.map((one) => `\`${one}\``).join(', ') || 'none';
  const rows = ENTRY_KINDS.map((kind) => {
    return `| \`${kind}\` | ${areaOf(kind)} | ${projectionsOf(kind).join(', ') || 'none'} | ${list(correctionsOf(kind))} |`;
  });
  return [
    '# The entries',
    '',
    WRITTEN,
    '',
    'What each holds is in `schema/wrenchwise-entries-1.schema.json`. Where an order stands, the places of its car and the',
    'work that is left follow from every entry; beside those, what is named here is written anew.',
    '',
    '| kind | part of the work | derived anew | corrected by |',
    '| --- | --- | --- | --- |',
    ...rows,
    '',
  ].join('\n');
}

/** The schemas a tablet checks by without network, as they describe themselves. */
function offlineInputs(): string {
  const offline = COMMAND_NAMES.filter((name) => contractOf(name).waits !== null);
  const inputs = offline.map((name) => {
    const { waits, input } = contractOf(name);
    return [name, { waits, input: input.describe() }] as const;
  });
  return `${JSON.stringify(Object.fromEntries(inputs))}\n`;
}

/** Each job of the library as a drawing of its joints. */
const jointDrawings = (library: Library): string =>
  [
    '# The joints of each job, in the order in which they open and close',
    '',
    WRITTEN,
    '',
    'A row for each joint that the job touches, a column for each step that changes one: `·` closed, `~` eased, `#` open,',
    '`-` on and only snug. Where both sides are alike the left one is drawn. Each job is drawn as its file stands, without',
    'its other ways; what is proved of it stands in [the page on anatomies](anatomy.md).',
    '',
    jointsPage(library.procedures, library.anatomies),
  ].join('\n');

interface Library {
  procedures: readonly Procedure[];
  anatomies: readonly Anatomy[];
}

/** Everything that is written from the registries and the files that ship, by its file. */
export const writtenFiles = (library: Library): Record<string, string> => ({
  'docs/joints.md': jointDrawings(library),
  'docs/drafts.md': draftComparison(library.procedures, library.anatomies),
  'docs/calculators.md': calculatorPage(),
  'docs/commands.md': commandPage(),
  'docs/entries.md': entryPage(),
  'docs/guide.md': guideDocument(),
  'src/contracts/offline-inputs.json': offlineInputs(),
  'src/contracts/offline-names.json': `${JSON.stringify(COMMAND_NAMES.filter((name) => contractOf(name).waits !== null))}\n`,
});

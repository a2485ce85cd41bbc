import { calculators, answer } from '../core/calc';
import { BENCH_TOOLS } from '../core/calc/bench';
import { inputOf } from '../core/calc/describe';
import type { FieldShape } from '../core/calc/field-words';
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

/** The reference of all calculators, written from the registry, its schemas and its own answers. */
export function referencePage(): string {
  const parts = [
    '# The calculators',
    '',
    '<!-- Written by `npm run reference` from the registry; do not edit. -->',
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

import Joi from 'joi';
import { Refusal, fieldPath } from '@/core/calc/calculator';
import { readPartsCsv } from '@/core/formats/parts-csv';
import { command } from './command';
import { type PartInput, keepPart, partInput } from './part.save';

/** Takes parts in from CSV: the whole file is checked before any line of it is kept. */
export const catalogImport = command({
  name: 'catalog.import',
  who: ['lead', 'advisor'],
  mostBytes: 2_500_000,
  input: Joi.object<{ csv: string }>({
    csv: Joi.string().max(2_000_000).required().messages({ 'string.empty': 'Choose a file' }),
  }),
  async run(ctx, { csv }) {
    const rows = readPartsCsv(csv);
    const parts = rows.map((row, index) => {
      const checked = partInput.validate(row, { abortEarly: true, convert: true });
      if (checked.error) {
        const detail = checked.error.details[0]!;
        throw new Refusal(
          'bad-line',
          `Line ${index + 2}, ${fieldPath(detail.path)}: ${detail.message.replace(/"/g, '')}.`,
          'csv',
        );
      }
      return checked.value as PartInput;
    });
    for (const [index, part] of parts.entries()) {
      try {
        await keepPart(ctx, part);
      } catch (error) {
        if (error instanceof Refusal)
          throw new Refusal(error.code, `Line ${index + 2}, ${error.field}: ${error.message}`, 'csv');
        throw error;
      }
    }
    return { parts: parts.length };
  },
});

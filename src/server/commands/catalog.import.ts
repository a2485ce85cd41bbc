import { Refusal, fieldPath } from '@/core/refusal';
import { readPartsCsv } from '@/core/formats/parts-csv';
import { CONTRACTS } from '@/contracts/commands';
import { keepPart } from './part.save';
import { handle } from './handler';

export const catalogImport = handle('catalog.import', {
  async run(ctx, { csv }) {
    const rows = readPartsCsv(csv);
    const parts = rows.map((row, index) => {
      const checked = CONTRACTS['part.save'].input.validate(row, { abortEarly: true, convert: true });
      if (checked.error) {
        const detail = checked.error.details[0]!;
        throw new Refusal(
          'bad-line',
          `Line ${index + 2}, ${fieldPath(detail.path)}: ${detail.message.replace(/"/g, '')}.`,
          'csv',
        );
      }
      return checked.value;
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

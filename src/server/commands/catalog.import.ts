import { Refusal } from '@/core/refusal';
import { readPartsCsv } from '@/core/formats/parts-csv';
import { CONTRACTS } from '@/contracts/commands';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { keepPart } from './part.save';
import { handle } from './handler';
import type { Row } from '../tables';

/** A field of a part as its column is called: `set.thickness` is the column of that setting. */
const columnOf = (field: string) => field.replace(/\[\d+\]/g, '').replace(/^.*\./, '');

export const catalogImport = handle('catalog.import', {
  async run(ctx, { csv, confirmed }) {
    const rows = readPartsCsv(csv);
    const parts = rows.map((row, index) => {
      const checked = CONTRACTS['part.save'].input.validate(row, LOOKED_AT);
      if (checked.error) {
        const { field, message } = firstWrong(checked.error);
        throw new Refusal('bad-line', `Line ${index + 2}, ${columnOf(field)}: ${message}`, 'csv');
      }
      return checked.value;
    });
    const there = await ctx.tx.rows<Row<'part', 'code'>>('SELECT code FROM part WHERE active');
    const codes = new Set(there.map((row) => row.code.toLowerCase()));
    const known = parts.filter((part) => codes.has(part.code.toLowerCase()));
    if (known.length && !confirmed)
      throw new Refusal(
        'confirm',
        `${known.length} of ${parts.length} are there already (${known
          .slice(0, 4)
          .map((part) => part.code)
          .join(', ')}${known.length > 4 ? ', …' : ''}). Confirm that these take their place.`,
        'csv',
      );
    for (const [index, part] of parts.entries()) {
      try {
        await keepPart(ctx, { ...part, confirmed: true });
      } catch (error) {
        if (error instanceof Refusal)
          throw new Refusal(
            error.code,
            `Line ${index + 2}, ${columnOf(error.field)}: ${error.message}`,
            'csv',
          );
        throw error;
      }
    }
    return { parts: parts.length };
  },
});

import { Refusal } from '@/core/refusal';
import { handle } from './handler';

export const shopDetails = handle('shop.details', {
  async run(ctx, input) {
    if (input.taxHow !== 'none' && input.taxPercent <= 0)
      throw new Refusal('tax', 'Enter the rate of the tax, in percent.', 'taxPercent');
    if (input.taxHow !== 'none' && !input.taxLabel)
      throw new Refusal('tax', 'Say what the tax is called on a quote.', 'taxLabel');
    await ctx.tx.run(
      `UPDATE shop SET name = ?, address = ?, phone = ?, paper = ?, cents_per_hour = ?, tax_how = ?, tax_percent = ?,
         tax_label = ?, quote_days = ? WHERE id = 1`,
      [
        input.name,
        input.address,
        input.phone,
        input.paper,
        input.centsPerHour,
        input.taxHow,
        input.taxPercent,
        input.taxLabel,
        input.quoteDays,
      ],
    );
    await ctx.appendShop('details', 'shop', { ...input });
    return {};
  },
});

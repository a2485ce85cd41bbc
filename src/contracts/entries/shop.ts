import type { EntryContracts } from '../entry';

export const shop: EntryContracts<'shop.change'> = {
  'shop.change': {
    describe: (entry) => `Shop: ${entry.data.what}.`,
  },
};

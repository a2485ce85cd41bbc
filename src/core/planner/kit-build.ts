import type { ExpectedPart } from '../ledger/kinds/planned';
import type { FactRule } from '../vehicle-facts';

/** One build of a kit: the facts it asks of a car, and its lines. */
export interface KitBuild {
  id: string;
  name: string;
  facts: FactRule[];
  lines: {
    code: string;
    name: string;
    count: number;
    side: ExpectedPart['side'];
    phase: ExpectedPart['phase'];
  }[];
}

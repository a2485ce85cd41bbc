import { CORNERS } from '../corners';
import { alignmentRows } from '../ledger/alignment-rows';
import type { OrderState } from '../ledger/order-state';
import { placedName } from '../procedure/engine';
import { csvText } from './csv';

/** The four tables that go with a work order: heights, torque, alignment and time, as CSV. */
export function orderCsv(state: OrderState, people: Record<string, string>): Record<string, string> {
  const who = (id: string) => people[id] ?? id;
  const heights = csvText(
    ['at', 'occasion', 'method', 'upper point', 'tires', 'corner', 'mm', 'as typed'],
    state.heights.flatMap((set) =>
      CORNERS.map((corner) => [
        set.entry.at,
        set.entry.data.occasion,
        set.entry.data.method,
        set.entry.data.upperPoint,
        set.entry.data.tires,
        corner,
        Math.round(set.mm[corner] * 100) / 100,
        set.entry.data.readings[corner].join(' / '),
      ]),
    ),
  );
  const torque = csvText(
    [
      'at',
      'fastener',
      'place',
      'target nm',
      'source',
      'interim',
      'pass',
      'reading',
      'unit',
      'wrench',
      'moved',
      'who',
    ],
    state.torques.map(({ at, personId, data }) => {
      const fastener = state.document?.fasteners.find((one) => one.id === data.fastenerId);
      return [
        at,
        fastener ? placedName(fastener) : data.fastenerId,
        data.place,
        data.target.nm,
        data.target.source,
        data.target.interim ? 'yes' : 'no',
        data.pass,
        'clicked' in data.reading ? 'clicked' : data.reading.value,
        'clicked' in data.reading ? '' : data.reading.unit,
        data.wrench.name,
        data.moved ? 'yes' : 'no',
        who(personId),
      ];
    }),
  );
  const alignment = csvText(
    ['at', 'rack', 'operator', 'angle', 'before', 'after', 'unit', 'range', 'verdict'],
    state.alignments.flatMap(({ entry }) =>
      alignmentRows(entry.data.spec, entry.data.before, entry.data.after).map((row) => [
        entry.at,
        entry.data.rack,
        entry.data.operator,
        row.name,
        row.before,
        row.after,
        row.unit,
        row.range,
        row.verdict,
      ]),
    ),
  );
  const time = csvText(
    ['who', 'step', 'from', 'to', 'stopped for', 'as helper'],
    state.clocks.map((span) => [
      who(span.personId),
      span.stepId ?? '',
      span.from,
      span.to ?? '',
      span.reason ?? '',
      span.helper ? 'yes' : 'no',
    ]),
  );
  return { 'heights.csv': heights, 'torque.csv': torque, 'alignment.csv': alignment, 'time.csv': time };
}

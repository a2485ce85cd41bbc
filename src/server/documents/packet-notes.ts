import { odometerText } from '@/core/units/distance';
import { CORNER_NAMES, placedName } from '@/core/procedure/engine';
import type { OrderState } from '@/core/ledger/order-state';

export interface PacketNote {
  title: string;
  lines: string[];
}

/** What goes with the car in words: the watch list, what is left off, damage done here, and settings of corners. */
export function packetNotes(state: OrderState, people: Record<string, string>): PacketNote[] {
  const itemName = (id: string) => {
    const item = state.document?.items.find((one) => one.id === id);
    return item ? placedName(item) : id;
  };
  const until = (data: OrderState['watches'][number]['data']) =>
    [
      data.byDay && `by ${data.byDay}`,
      data.byDistance &&
        `within ${odometerText({ value: data.byDistance.distance, unit: data.byDistance.unit })}`,
    ]
      .filter(Boolean)
      .join(' or ');
  const notes: PacketNote[] = [
    {
      title: 'Left off',
      lines: state.leftOff.map(
        ({ data }) =>
          `${itemName(data.itemId)}: ${data.reason} (${people[data.leadId] ?? ''}; the customer said yes ${data.customer.how})`,
      ),
    },
    {
      title: 'To be watched, and answered at the next visit',
      lines: state.watches.map(({ data }) => `${data.text}${until(data) ? `, ${until(data)}` : ''}`),
    },
    {
      title: 'Damage done here',
      lines: state.damages.map(({ data }) => `${data.text}. ${data.cause}. Paid by ${data.pays}.`),
    },
    {
      title: 'Settings',
      lines: state.settings.map(
        ({ data }) => `${data.what}, ${CORNER_NAMES[data.corner]}, ${data.when}: ${data.value}`,
      ),
    },
    {
      title: 'Coils cut',
      lines: state.cuts.map(
        ({ data }) => `${CORNER_NAMES[data.corner]}: ${data.turns} turns, ${data.freeMm} mm free since`,
      ),
    },
  ];
  return notes.filter((note) => note.lines.length > 0);
}

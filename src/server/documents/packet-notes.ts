import 'server-only';
import { CORNER_NAMES } from '@/core/corners';
import { torqueTold } from '@/core/units/torque-text';
import { odometerText } from '@/core/units/distance';
import { shopMoment } from '@/core/units/shop-time';
import { placedName } from '@/core/procedure/engine';
import { type ExtraStands, extrasOf } from '@/core/ledger/extras';
import { measuredNotes } from '@/core/ledger/measured-words';
import type { OrderState } from '@/core/ledger/order-state';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { moneyText } from '@/core/units/money';
import type { OrderFile } from '../queries/order';
import type { Shop } from '../queries/shop';

export interface PacketNote {
  title: string;
  lines: string[];
}

/** An order that came from another shop is not told as if all of it had been done here. */
export const takenInNote = ({ takenIn, shop }: Pick<OrderFile, 'takenIn' | 'shop'>): PacketNote[] =>
  takenIn
    ? [
        {
          title: 'Begun in another shop',
          lines: [
            `It came here on ${shopMoment(takenIn.at, shop.timeZone)}: the first ${takenIn.entries} entries of its record were written there.`,
          ],
        },
      ]
    : [];

/** What goes with the car in words: the watch list, what is left off, damage done here, and settings of corners. */
export function packetNotes(
  state: OrderState,
  people: Record<string, string>,
  { currency, distanceUnit }: Pick<Shop, 'currency' | 'distanceUnit'>,
): PacketNote[] {
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
  const extras = extrasOf(state);
  const priced = (stands: ExtraStands, words: string) =>
    extras
      .filter((one) => one.stands === stands)
      .map(({ offer }) => `${offer.text}, ${moneyText(offer.cents, currency)}${words}`);
  const offered = new Set(state.offers.map((offer) => offer.entry.data.findingId));
  const unanswered = state.findings
    .filter(({ data }) => ['now', 'soon'].includes(data.grade) && data.text && !offered.has(data.findingId))
    .map(({ data }) => `${data.text}: found, not offered`);
  const interim = (state.document?.fasteners ?? [])
    .filter((fastener) => state.run?.fasteners.get(fastener.id)?.valueKind === 'interim')
    .map((fastener) => {
      const { spec } = state.run!.fasteners.get(fastener.id)!;
      return `${placedName(fastener)}: ${torqueTold(spec!.nm, distanceUnit === 'km')}, interim by ${spec!.source}. Its real value opens a re-torque.`;
    });
  const { stage, drove, accepted, watchAnswers } = state.after;
  const road = state.roadIn?.data;
  const notes: PacketNote[] = [
    ...(stage
      ? [
          {
            title: `Stage “${stage.data.name}”: left to the next`,
            lines: [
              `Closed by ${people[stage.data.leadId] ?? 'the lead'}`,
              ...stage.data.deferred.map((one) => one.text),
            ],
          },
        ]
      : []),
    {
      title: 'Heights accepted as they are',
      lines: [...accepted.values()].map(
        ({ data }) => `Planned ${data.planned}, got ${data.got} (${people[data.leadId] ?? ''})`,
      ),
    },
    ...measuredNotes(state, state.intake?.data.targets.unit ?? 'mm'),
    { title: 'Temporary torque values', lines: interim },
    {
      title: 'Found and not done',
      lines: [
        ...priced('declined', ': declined'),
        ...priced('asked', ': asked, not answered'),
        ...unanswered,
      ],
    },
    {
      title: 'Taken with the work',
      lines: [
        ...priced('done', ': done'),
        ...priced('taken', ''),
        ...priced('to do', ': agreed, not done yet'),
        ...extras
          .filter((one) => one.stands === 'taken back')
          .map(({ offer }) => `${offer.text}: not done after all, as agreed with you`),
      ],
    },
    {
      title: 'Noted on the road',
      lines: [
        ...(road?.noises ?? []).map(
          (noise) => `A noise, ${noise.place}, ${noise.speed}${road!.tell ? `: ${noise.words}` : ''}`,
        ),
        ...(road?.rubs ?? []).map(
          (rub) =>
            `${CORNER_NAMES[rub.corner]} ${rub.when}: ${rub.gapMm === 0 ? 'touches' : `${rub.gapMm} mm left`}`,
        ),
        ...state.after.roadTests.map(
          (test) =>
            `An earlier test sent it back: ${test.in.data.checks
              .filter((check) => check.result === 'fault')
              .map((check) => ROAD_CHECKS.find((known) => known.id === check.id)?.label ?? check.id)
              .join('; ')}`,
        ),
      ],
    },
    {
      title: 'The customer drove it',
      lines: drove
        ? [`“${drove.data.words}” ${drove.data.content ? 'Content with it.' : 'Not content with it.'}`]
        : [],
    },
    {
      title: 'Answered from earlier visits',
      lines: watchAnswers.map(({ data }) => `${data.answer}${data.settled ? '' : ' (watched on)'}`),
    },
    {
      title: 'Left off',
      lines: state.leftOff.map(
        ({ data }) =>
          `${itemName(data.itemId)} (${people[data.leadId] ?? ''}; the customer said yes ${data.customer.how})`,
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

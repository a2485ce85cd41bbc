import { odometerText } from '@/core/units/distance';
import { torqueBoth } from '@/core/units/torque-text';
import { CAR_USES } from '@/core/ledger/after-work-book';
import { intervalWords } from '@/core/follow-up/promises';
import type { Entry, FollowUpKind } from '@/core/ledger/entries';
import { CORNER_NAMES, SUPPORT_WORDS, placedName } from '@/core/procedure/engine';
import type { RunDocument } from '@/core/procedure/engine';

const COME_BACK_WORDS: Record<FollowUpKind, string> = {
  wheel: 'wheel nuts',
  chassis: 'chassis',
  heights: 'settled heights',
  alignment: 'alignment',
  'check-in': 'a word after months',
};

/** What somebody wrote, as a sentence of its own. */
const sentence = (written: string) => (/[.!?…]$/.test(written) ? written : `${written}.`);

/** One line for each entry, in the shop's words. */
export function entryWords(
  entry: Entry,
  document: RunDocument | null,
  people: Record<string, string>,
): string {
  const fastener = (id: string) => {
    const found = document?.fasteners.find((candidate) => candidate.id === id);
    return found ? placedName(found) : id;
  };
  const named = (ids: string[]) =>
    ids
      .map((id) => {
        const item = document?.items.find((candidate) => candidate.id === id);
        return item ? placedName(item) : fastener(id);
      })
      .join('; ');
  const step = (id: string | null) =>
    document?.steps.find((candidate) => candidate.id === id)?.do ?? id ?? '';
  switch (entry.kind) {
    case 'task':
      return `To be looked at: ${sentence(entry.data.words)}`;
    case 'task.done':
      return `Looked at: ${sentence(entry.data.words)}`;
    case 'lowering':
      return entry.data.how === 'taken'
        ? `Lowering and driving held by ${entry.data.deviceName}.`
        : entry.data.how === 'given back'
          ? `${entry.data.deviceName} gave lowering and driving back.`
          : `The lead took lowering and driving back from ${entry.data.deviceName}: ${sentence(entry.data.reason ?? '')}`;
    case 'intake':
      return `Taken in: ${sentence(entry.data.wants)} Odometer ${odometerText(entry.data.odometer)}.`;
    case 'agreement':
      return `Customer said ${entry.data.yes ? 'yes' : 'no'} to the ${entry.data.what === 'plan' ? `plan, version ${entry.data.planVersion}` : 'target heights'}, ${entry.data.how}.`;
    case 'place':
      return entry.data.place ? `Stands at ${entry.data.place.replace('-', ' ')}.` : 'Stands in the yard.';
    case 'heights':
      return `Heights ${entry.data.occasion}: ${(['LF', 'RF', 'LR', 'RR'] as const).map((corner) => `${corner} ${entry.data.readings[corner].join(' / ')}`).join(', ')} (${entry.data.unit}).`;
    case 'plan':
      return `Plan, version ${entry.data.version}: ${[entry.data.front?.name, entry.data.rear?.name].filter(Boolean).join(' and ')}.`;
    case 'measure':
      return `Measured: ${entry.data.label} ${entry.data.typed}.`;
    case 'finding':
      return `Looked over, ${entry.data.area}: ${sentence(entry.data.text || entry.data.grade)}`;
    case 'offer':
      return `Offered: ${entry.data.text}, version ${entry.data.version}.`;
    case 'offer.answer':
      return `Customer said ${entry.data.yes ? 'yes' : 'no'} to an offer, ${entry.data.how}.`;
    case 'quote':
      return `Quote, version ${entry.data.version}.`;
    case 'quote.answer':
      return `Customer said ${entry.data.yes ? 'yes' : 'no'} to quote ${entry.data.version}, ${entry.data.how}.`;
    case 'parts.list':
      return `Parts expected: ${entry.data.lines.length} lines.`;
    case 'parts.in':
      return `Checked in: ${entry.data.got}, ${entry.data.condition}${entry.data.right ? '' : ', wrong side'}.`;
    case 'hold':
      return `On hold: ${sentence(entry.data.reason)}`;
    case 'hold.end':
      return sentence(
        `Hold ended${entry.data.leadId ? ` by ${people[entry.data.leadId] ?? ''}: ${entry.data.reason ?? ''}` : ', all of it is in'}`,
      );
    case 'supply':
      return `Ordered from the supplier: ${entry.data.count} × ${entry.data.name}. ${entry.data.answer}`;
    case 'run.start':
      return 'Work started.';
    case 'run.change':
      return `The run changed: ${sentence(entry.data.words)}`;
    case 'support':
      return `Front ${SUPPORT_WORDS[entry.data.support.front]}, rear ${SUPPORT_WORDS[entry.data.support.rear]}.`;
    case 'cut':
      return `Cut ${entry.data.turns} turn off the ${CORNER_NAMES[entry.data.corner]} coil, free length ${entry.data.freeMm} mm since.`;
    case 'stuck':
      return `${fastener(entry.data.fastenerId)} is ${entry.data.what}.`;
    case 'stuck.end':
      return `The stuck fastener came loose: ${entry.data.how}.`;
    case 'damage':
      return `Damage done here: ${sentence(entry.data.text)} Cause: ${sentence(entry.data.cause)} Paid by ${entry.data.pays}; the customer ${entry.data.customerTold ? 'knows' : 'has not been told'}.`;
    case 'watch':
      return `On the watch list: ${sentence(entry.data.text)}`;
    case 'setting':
      return `${entry.data.what}, ${CORNER_NAMES[entry.data.corner]}, ${entry.data.when}: ${entry.data.value}.`;
    case 'lesson':
      return `Another time (${entry.data.standing}): ${sentence(entry.data.text)}`;
    case 'left.off':
      return `Left off, by ${people[entry.data.leadId] ?? ''}: ${sentence(entry.data.reason)} The customer said yes, ${entry.data.customer.how}.`;
    case 'step.done':
      return `Done: ${step(entry.data.stepId)}${entry.data.measured ? ` (${entry.data.measured})` : ''}.`;
    case 'value':
      return `Value of ${fastener(entry.data.fastenerId)}: ${entry.data.nm === null ? entry.data.kind : `${torqueBoth(entry.data.nm)}, ${entry.data.kind}`}. ${entry.data.source}`;
    case 'torque':
      return `${entry.data.recheck ? 'Clicked' : 'Torqued'} ${fastener(entry.data.fastenerId)}, ${torqueBoth(entry.data.target.nm)}, ${entry.data.wrench.name}${entry.data.recheck ? (entry.data.moved ? ', found moved' : ', had not moved') : `, pass ${entry.data.pass}`}.`;
    case 'torque.checked':
      return `${fastener(entry.data.fastenerId)} checked by ${people[entry.data.checkerId] ?? ''}.`;
    case 'approval':
      return `${people[entry.data.approverId] ?? ''} said yes to: ${step(entry.data.stepId)}.`;
    case 'override':
      return `${people[entry.data.leadId] ?? ''} lifted “${entry.data.rule}”: ${sentence(entry.data.reason)}`;
    case 'clock.on':
      return 'Clock on.';
    case 'clock.off':
      return `Clock off: ${entry.data.reason}.`;
    case 'photo':
      return `Photo: ${entry.data.caption || step(entry.data.stepId) || entry.data.occasion || ''}.`;
    case 'alignment':
      return `Alignment sheet from ${entry.data.rack}.`;
    case 'alignment.accepted':
      return `${people[entry.data.leadId] ?? ''} passed the sheet with a reason: ${sentence(entry.data.reason)}`;
    case 'odometer':
      return `Odometer reported: ${odometerText(entry.data.odometer)}.`;
    case 'road.out':
      return `Out on the road test at ${odometerText(entry.data.odometer)}.`;
    case 'road.in':
      return `Back from the road test at ${odometerText(entry.data.odometer)}.`;
    case 'followup.open':
      return `Come-back opened: ${COME_BACK_WORDS[entry.data.kind]}, ${intervalWords(entry.data.interval)}.`;
    case 'followup.close':
      return `Come-back closed: ${entry.data.how}${entry.data.reason ? `, ${entry.data.reason}` : ''}.`;
    case 'handoff':
      if (entry.data.correction)
        return `Packet version ${entry.data.version}, after a correction of version ${entry.data.correction.of}: ${sentence(entry.data.correction.why)}`;
      return `Handed over ${entry.data.signatureHash ? 'and signed' : 'unsigned'}, packet version ${entry.data.version}.`;
    case 'booking':
      return entry.data.kept
        ? `Alignment booked at ${entry.data.rack}, ${entry.data.startsAt.slice(0, 16).replace('T', ' ')} UTC.`
        : `Booking at ${entry.data.rack} given up.`;
    case 'back':
      return `Back to the bay from ${entry.data.from}: ${sentence(entry.data.reason)}${entry.data.part ? ` Changed: ${sentence(entry.data.part)}` : ''}`;
    case 'heights.accepted':
      return `${people[entry.data.leadId] ?? ''} accepted the heights: planned ${entry.data.planned}, got ${entry.data.got}. ${sentence(entry.data.reason)}`;
    case 'customer.drove':
      return `The customer drove it and ${entry.data.content ? 'is content' : 'is not content'}: ${sentence(entry.data.words)}`;
    case 'photo.marks':
      return `${entry.data.marks.length} marks drawn over a photo.`;
    case 'link':
      return entry.data.open
        ? 'The customer’s page was given an address.'
        : 'The customer’s page was taken away.';
    case 'date.wish':
      return `The customer asks for a date${entry.data.day ? `, ${entry.data.day}` : ''}: ${sentence(entry.data.words)}`;
    case 'date.answer':
      return `Told the customer: ${sentence(entry.data.words)}`;
    case 'watch.answer':
      return `Watched line answered${entry.data.settled ? '' : ', watched on'}: ${sentence(entry.data.answer)}`;
    case 'stage':
      return `Stage “${entry.data.name}”${entry.data.pushOnly ? ', push only' : ''}; left to the next: ${entry.data.deferred.length} things. ${sentence(entry.data.reason)}`;
    case 'use':
      return `Used from now on: ${CAR_USES.find(([use]) => use === entry.data.use)![1]}.`;
    case 'check-in':
      return `After months: ride ${entry.data.ride}, noise ${entry.data.noise}, fuel ${entry.data.fuel}, wear ${entry.data.wear}; again: ${entry.data.again}. ${entry.data.words}`.trim();
    case 'visit.closed':
      return `Visit closed. ${entry.data.note}`.trim();
    case 'elsewhere': {
      const { order, closed, open, tight, loose } = entry.data;
      return [
        `On order ${order} of this car:`,
        ...(closed.length ? [`closed ${named(closed)}.`] : []),
        ...(tight.length ? [`torqued ${named(tight)}.`] : []),
        ...(open.length ? [`open again ${named(open)}.`] : []),
        ...(loose.length ? [`loose again ${named(loose)}.`] : []),
      ].join(' ');
    }
    case 'void':
      return `Taken back: ${sentence(entry.why ?? '')}`;
    case 'shop.change':
      return `Shop: ${entry.data.what}.`;
  }
}

import { dueOrUsual } from '@/core/follow-up/due-band';
import { type PerCorner, eachCorner } from '@/core/corners';
import { formatTape } from '@/core/calc/tape.format';
import type { AlignmentReadings } from '@/core/calc/alignment.verdict';
import { steerReading } from '@/core/alignment/pull';
import { describeInterval, promisedFollowUps } from '@/core/follow-up/promises';
import { convertTorque } from '@/core/calc/torque.convert';
import { type AlignmentRow, alignmentRows } from '@/core/ledger/alignment-rows';
import type { PhotoMark } from '@/core/ledger/kinds/noted';
import { photoPairs } from '@/core/ledger/photo-shots';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import type { FollowUpOpenData } from '@/core/ledger/kinds/coming-back';
import type { OverrideData, TorqueData } from '@/core/ledger/kinds/bay';
import { sheetNow } from '@/core/ledger/evidence';
import { afterHeightsOf, baselineOf, isRecheck, latestPlan } from '@/core/ledger/order-state';
import { placedName, titleOfSource } from '@/core/procedure/engine';
import { METHOD_WORDS } from '@/core/stance/readings';
import { judgeHeights } from '@/core/stance/verdict';
import { convertDistance, distanceText, odometerText } from '@/core/units/distance';
import { capital } from '@/core/wording';
import { torqueTold } from '@/core/units/torque-text';
import type { Shop } from '../queries/shop';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from '../database';
import { kitInterval } from '../follow-up/open';
import { type OrderFile, readOrderFile } from '../queries/order';
import { stanceOfOrder } from '@/core/stance/of-order';
import { cautionsFor, changesFor, driveLimit } from './packet-cautions';
import { type PacketNote, packetNotes, takenInNote } from './packet-notes';
import type { Row } from '../tables';

export interface PacketTorque {
  what: string;
  value: string;
  source: string;
  interim: boolean;
  reading: string;
  who: string;
  at: string;
  wrench: string;
  support: string;
  checkedBy: string | null;
}

export interface PacketComeBack {
  title: string;
  places: number;
  dueOdometer: string | null;
  dueOn: string | null;
  /** Its day goes by a usual pace, since nobody knows the driver’s own; absent in packets of before. */
  assumedPace?: boolean;
  interval: string;
}

/** What the customer gets, as data: the page and the PDF are both drawn from it, and it is frozen at signing. */
export interface Packet {
  format: 'wrenchwise-handoff/1';
  version: number;
  at: string;
  timeZone: string;
  shop: string;
  /** Its address and telephone in a line, and the paper it prints on; packets of before have neither. */
  shopReach?: string;
  paper?: 'a4' | 'letter';
  order: number;
  car: { label: string; plate: string; vin: string };
  customer: string;
  wants: string;
  carries: string;
  odometer: { arrived: string; out: string | null; back: string | null };
  heights: {
    method: string;
    unit: 'in' | 'mm';
    rows: {
      label: string;
      tone: 'measured' | 'predicted';
      values: PerCorner<string>;
      other: PerCorner<string>;
    }[];
    verdicts: string[];
  } | null;
  stance: ReturnType<typeof stanceOfOrder>;
  fitted: { end: string; name: string; predicted: string; claimed: string | null }[];
  procedures: string[];
  torque: PacketTorque[];
  alignment: {
    rack: string;
    operator: string;
    specSource: string;
    rows: AlignmentRow[];
    pass: boolean;
    acceptedWhy: string | null;
    notReached: string;
    /** Absent in packets from before they were kept: each wheel, and what the angles say of how it steers. */
    wheels?: { before: AlignmentReadings; after: AlignmentReadings };
    steer?: string;
    casterGoal?: { deg: number; why: string } | null;
  } | null;
  /** It is not driven further than this before the rack, in words; absent when it was aligned. */
  driveLimit?: string | null;
  pushOnly?: boolean;
  /** What a version made after signing follows, and why. */
  correction?: { of: number; why: string };
  road: { checks: { label: string; result: string; note: string }[]; note: string } | null;
  photos: { photoId: string; sha256: string; caption: string; marks?: PhotoMark[] }[];
  /** Pictures of one shot before and after. */
  pairs?: { shot: string; before: string; after: string }[];
  lifted: { rule: string; reason: string; by: string }[];
  /** Absent in packets signed before they were kept. */
  notes?: PacketNote[];
  changes: string[];
  cautions: string[];
  comeBacks: PacketComeBack[];
  signed: { by: string; at: string; pictureHash: string } | null;
  chain: { count: number; hash: string };
}

const LIFTED_WORDS: Record<string, string> = {
  after: 'a step done in another order',
  'not-aligned': 'handed over not aligned',
  unsigned: 'handed over unsigned',
  'missing-shot': 'a photo left out',
  'second-check': 'no second person for the check',
  start: 'started with something missing',
  'later-part': 'started before every part was in',
  stacked: 'lift parts stacked',
};

/** What was lifted; a check of the road test by its name. */
function describeLifted({ rule, ref }: OverrideData): string {
  const check = rule === 'road-check' && ROAD_CHECKS.find(({ id }) => id === ref);
  return check ? `not tried on the road: ${check.label}` : (LIFTED_WORDS[rule] ?? rule);
}

/** A shop whose cars read kilometers tells its customers newton meters and millimeters alone. */
export const isMetric = (shop: Pick<Shop, 'distanceUnit'>): boolean => shop.distanceUnit === 'km';

function readingText(reading: TorqueData['reading'], metric: boolean): string {
  if ('clicked' in reading) return 'clicked';
  return torqueTold(convertTorque(reading.value, reading.unit).nm, metric);
}

function torqueRows(file: OrderFile): PacketTorque[] {
  const { document, run, torques, checks } = file.state;
  if (!document || !run) return [];
  const metric = isMetric(file.shop);
  return document.fasteners.flatMap((fastener) => {
    const own = torques.filter((entry) => entry.data.fastenerId === fastener.id);
    const last = own[own.length - 1];
    if (!last) return [];
    const check = checks.filter((entry) => entry.data.fastenerId === fastener.id).pop();
    const { target, wrench, support, reading } = last.data;
    return {
      what: `${placedName(fastener)}${fastener.count > 1 ? ` (${fastener.count})` : ''}`,
      value: `${torqueTold(target.nm, metric)}${target.angleDeg ? ` + ${target.angleDeg}°` : ''}`,
      source: target.source,
      interim: target.interim,
      reading:
        (last.data.angleDeg ? `turned ${last.data.angleDeg}°` : readingText(reading, metric)) +
        (last.data.extension ? ', with an extension' : '') +
        ((fastener.passes ?? 1) > 1 && !isRecheck(file.state) ? `, ${fastener.passes} passes` : ''),
      who: file.people[last.personId] ?? 'somebody who left',
      at: last.at,
      wrench: wrench.name + (wrench.pastDue ? ', past its calibration date' : ''),
      support:
        support[fastener.end === 'rear' ? 'rear' : 'front'] === 'on-wheels' ? 'on its wheels' : 'raised',
      checkedBy: check ? (file.people[check.data.checkerId] ?? null) : null,
    };
  });
}

function heightRows(file: OrderFile): Packet['heights'] {
  const baseline = baselineOf(file.state);
  const after = afterHeightsOf(file.state);
  if (!baseline) return null;
  const unit = baseline.entry.data.unit;
  const stance = stanceOfOrder(file);
  const row = (label: string, tone: 'measured' | 'predicted', mm: PerCorner<number>) => ({
    label,
    tone,
    values: eachCorner((corner) => formatTape(mm[corner], unit)),
    // Whoever thinks in millimeters has no use for inches beside them.
    other: eachCorner((corner) =>
      unit === 'mm' && isMetric(file.shop) ? '' : formatTape(mm[corner], unit === 'in' ? 'mm' : 'in'),
    ),
  });
  const verdict =
    after &&
    judgeHeights({ ...stance, before: baseline.mm, after: after.mm }, unit).axles.map((axle) => axle.text);
  return {
    method: `${METHOD_WORDS[baseline.entry.data.method]} to ${baseline.entry.data.upperPoint}`,
    unit,
    rows: [
      row('As it came', 'measured', baseline.mm),
      ...(stance.predicted ? [row('Predicted', 'predicted', stance.predicted)] : []),
      ...file.state.heights
        .filter((set) => set !== baseline)
        .map((set) => row(capital(set.entry.data.occasion), 'measured', set.mm)),
    ],
    verdicts: verdict ?? [],
  };
}

function fittedParts(file: OrderFile): Packet['fitted'] {
  const plan = latestPlan(file.state)?.data;
  const unit = baselineOf(file.state)?.entry.data.unit ?? 'in';
  return (['front', 'rear'] as const).flatMap((end) => {
    const axle = plan?.[end];
    if (!axle) return [];
    return {
      end,
      name: axle.name,
      predicted: formatTape(axle.lift, unit),
      claimed: axle.claimed === null ? null : formatTape(axle.claimed, unit),
    };
  });
}

const TITLES = {
  wheel: 'Wheel nuts clicked again',
  chassis: 'Chassis and U-bolts clicked again',
  heights: 'Heights measured again, settled',
  alignment: 'Alignment looked at again',
  'check-in': 'We ask you how it drives',
} as const;

async function comeBacks(tx: Db, file: OrderFile): Promise<PacketComeBack[]> {
  const opened: Omit<FollowUpOpenData, 'followUpId'>[] = file.state.followUpsOpened.length
    ? file.state.followUpsOpened.map((entry) => entry.data)
    : promisedFollowUps(file.state, file.shop, await kitInterval(tx, file.state));
  const readings = await tx.rows<Row<'odometer_now', 'at' | 'value' | 'unit'>>(
    "SELECT at, value, unit FROM odometer_now WHERE vehicle_id = ? AND source <> 'road' ORDER BY at",
    [file.vehicle.id],
  );
  const pace = file.state.intake?.data.pacePerDay ?? null;
  return opened.map((data) => {
    const { distance, unit, days } = data.interval;
    const read = 'unread' in data.odometer ? null : data.odometer;
    const { due, assumed } = dueOrUsual(
      {
        doneOn: data.doneOn,
        odometer: read ? convertDistance(read.value, read.unit, unit) : 0,
        interval: { ...(distance === null ? {} : { distance }), ...(days === null ? {} : { days }) },
        readings: readings.map((reading) => ({
          date: shopDay(reading.at, file.shop.timeZone),
          odometer: convertDistance(reading.value, reading.unit, unit),
        })),
        ...(pace === null ? {} : { pacePerDay: pace }),
        tireFactor: data.tireFactor,
      },
      unit,
    );
    return {
      title: data.because === 'moved' ? 'Found moved: clicked again' : TITLES[data.kind],
      places: data.places.length,
      dueOdometer: read && due.dueOdometer !== null ? distanceText(due.dueOdometer, unit) : null,
      dueOn: due.due,
      assumedPace: assumed,
      interval: describeInterval(data.interval),
    };
  });
}

/** Gathers an order's packet: everything the handoff shows, from the entries as they stand. */
export async function buildPacket(
  tx: Db,
  orderId: string,
  seal: Pick<Packet, 'version' | 'at' | 'signed' | 'chain' | 'correction'>,
): Promise<Packet> {
  const file = (await readOrderFile(tx, orderId))!;
  const { state } = file;
  const intake = state.intake!.data;
  const sheet = sheetNow(state);
  return {
    format: 'wrenchwise-handoff/1',
    ...seal,
    timeZone: file.shop.timeZone,
    shop: file.shop.name,
    shopReach: [file.shop.address.replace(/\s*\n\s*/g, ', '), file.shop.phone].filter(Boolean).join(' · '),
    paper: file.shop.paper,
    order: file.number,
    car: { label: file.vehicle.label, plate: file.vehicle.plate, vin: file.vehicle.vin },
    customer: file.customer.name,
    wants: intake.wants,
    carries: intake.carries,
    odometer: {
      arrived: odometerText(intake.odometer),
      out: state.roadOut ? odometerText(state.roadOut.data.odometer) : null,
      back: state.roadIn ? odometerText(state.roadIn.data.odometer) : null,
    },
    heights: heightRows(file),
    stance: stanceOfOrder(file),
    fitted: fittedParts(file),
    procedures: (state.document?.sources ?? []).map(titleOfSource),
    torque: torqueRows(file),
    alignment: sheet
      ? {
          rack: sheet.entry.data.rack,
          operator: sheet.entry.data.operator,
          specSource: sheet.entry.data.specSource,
          rows: alignmentRows(sheet.entry.data.spec, sheet.entry.data.before, sheet.entry.data.after),
          pass: sheet.passes,
          // Written to be read by the customer: its field says so.
          acceptedWhy: sheet.accepted?.data.reason ?? null,
          notReached: sheet.entry.data.notReached,
          wheels: { before: sheet.entry.data.before, after: sheet.entry.data.after },
          steer: steerReading(sheet.entry.data.after).text,
          casterGoal: sheet.entry.data.casterGoal ?? null,
        }
      : null,
    driveLimit: driveLimit(state, file.shop),
    pushOnly: state.after.stage?.data.pushOnly ?? false,
    road: state.roadIn
      ? {
          checks: state.roadIn.data.checks.map((check) => ({
            label: ROAD_CHECKS.find((known) => known.id === check.id)?.label ?? check.id,
            result: check.result,
            note: state.roadIn!.data.tell ? check.note : '',
          })),
          note: state.roadIn.data.tell ? state.roadIn.data.note : '',
        }
      : null,
    photos: state.photos.map((entry) => ({
      photoId: entry.data.photoId,
      sha256: entry.data.sha256,
      caption:
        entry.data.caption ||
        entry.data.shot ||
        state.document?.steps.find((step) => step.id === entry.data.stepId)?.do ||
        entry.data.occasion ||
        '',
      ...(state.after.marks.has(entry.id) ? { marks: state.after.marks.get(entry.id)!.data.marks } : {}),
    })),
    pairs: photoPairs(state.photos).map(({ shot, before, after }) => ({
      shot,
      before: before.data.photoId,
      after: after.data.photoId,
    })),
    lifted: state.overrides.map((entry) => ({
      rule: describeLifted(entry.data),
      reason: '',
      by: file.people[entry.data.leadId] ?? '',
    })),
    notes: [...takenInNote(file), ...packetNotes(state, file.people, file.shop)],
    changes: changesFor(file),
    cautions: cautionsFor(file),
    comeBacks: await comeBacks(tx, file),
  };
}

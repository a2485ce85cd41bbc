import { SUSPENSIONS, type SuspensionKind } from '@/core/planner/axle-kinds';
import { PART_KIND_IDS, type PartKind, partKind } from '@/core/planner/part-kinds';
import { type VehicleFact, VEHICLE_FACTS } from '@/core/vehicle-facts';
import { moneyText } from '@/core/units/money';
import { WEEKDAYS, clockOf, shopMoment, shortDay } from '@/core/units/shop-time';

/** What was changed, in the shop's words; what is not here says itself. */
const WHAT: Record<string, string> = {
  opened: 'opened the shop',
  shop: 'changed the shop’s limits',
  hours: 'set the shop’s hours',
  place: 'changed a place',
  person: 'took somebody on',
  'person changed': 'changed roles and skills',
  'signed off': 'signed somebody off',
  'sign-off ended': 'ended a sign-off',
  'person left': 'let somebody go',
  'person let in': 'let somebody in again',
  'person: new password and PIN': 'gave a new password and PIN',
  'own settings': 'changed their own settings',
  'session ended': 'ended a session',
  'device named': 'named a device',
  customer: 'wrote down a customer',
  vehicle: 'wrote down a car',
  reminders: 'set reminders',
  wrench: 'wrote down a torque wrench',
  tool: 'changed the tool boards',
  part: 'wrote down a part',
  kit: 'wrote down a kit',
  procedure: 'kept a procedure',
  lesson: 'settled a lesson',
  'alignment spec': 'kept an alignment spec',
  'message words': 'changed the words of a message',
  'calendar feed': 'made the calendar’s address anew',
  'week agreed': 'agreed the plan of the week',
  'week pin': 'pinned a job',
  'week wait': 'set what a job waits for',
  away: 'said who is away',
  'here after all': 'said who is here after all',
  'rush job': 'put in a rush job',
  'rush job out': 'took a rush job out',
};

/** Keys that mean something else than their own letters. */
const KEYS: Record<string, string> = {
  wheelbaseMm: 'wheelbase, mm',
  lowNm: 'from, N·m',
  highNm: 'to, N·m',
  calibrationDue: 'calibrated until',
  cents: 'price',
  recheckKm: 'again after, km',
  openFrom: 'opens',
  openTo: 'closes',
  openDays: 'open on',
  rackDays: 'the rack on',
  restMinutes: 'rest, min',
  untilDay: 'until',
  vin: 'VIN',
  casterWhy: 'why that caster',
  personId: 'who',
  placeId: 'where',
  phaseId: 'what of it',
  startsAt: 'from',
};
const PHASES: Record<string, string> = {
  look: 'the look-over',
  bay: 'the work',
  rack: 'the alignment',
  road: 'the road and handing over',
  visit: 'the come-back',
};
/** What only the machine reads, and what the line says before. */
const UNSAID = new Set(['hash', 'jobId', 'id', 'set', 'slots', 'builds', 'spec']);
const CLOCKS = new Set(['openFrom', 'openTo', 'restFrom']);

const plainKey = (key: string) =>
  KEYS[key] ??
  VEHICLE_FACTS.find((fact) => fact.id === (key as VehicleFact))?.label.toLowerCase() ??
  key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** What a change is read with: the names of what it speaks of by id, the shop's money and time. */
export interface Reading {
  names: Record<string, string>;
  currency: string;
  timeZone: string;
}

const INSTANT = /^\d{4}-\d\d-\d\dT[\d:.]+Z$/;

function describeValue(key: string, value: unknown, reading: Reading): string {
  const { names, currency, timeZone } = reading;
  if (key === 'phaseId') return PHASES[String(value)] ?? String(value);
  if (key.endsWith('Id'))
    return names[String(value)] ?? (value === 'rack' ? 'the rack' : 'one no longer kept');
  if (key === 'cents') return moneyText(Number(value), currency);
  if (CLOCKS.has(key)) return clockOf(Number(value));
  if (key === 'kind' && PART_KIND_IDS.includes(value as PartKind)) return partKind(value as PartKind).name;
  if (key.endsWith('Suspension') && String(value) in SUSPENSIONS)
    return SUSPENSIONS[value as SuspensionKind].name;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) {
    if (key.endsWith('Days')) return value.map((day) => WEEKDAYS[Number(day) - 1]).join(', ');
    if (value.some((one) => typeof one === 'object')) return String(value.length);
    return value.map((one) => describeValue('', one, reading)).join(', ');
  }
  if (INSTANT.test(String(value))) return shopMoment(String(value), timeZone);
  return /^\d{4}-\d\d-\d\d$/.test(String(value)) ? shortDay(String(value)) : String(value);
}

const empty = (value: unknown) =>
  value === null || value === '' || value === undefined || (Array.isArray(value) && !value.length);

/** One fact of a change as `word: value`; a group of facts is told one by one, what is empty is not told. */
function describeFact([key, value]: [string, unknown], reading: Reading): string[] {
  if (UNSAID.has(key) || empty(value)) return [];
  if (typeof value === 'object' && !Array.isArray(value))
    return Object.entries(value!).flatMap((fact) => describeFact(fact, reading));
  return [`${plainKey(key)}: ${describeValue(key, value, reading)}`];
}

/** What was done, where the facts turn it round: a pin or a wait with nothing in it is taken out. */
function describeDone(what: string, facts: Record<string, unknown>): string {
  if (what === 'week pin' && empty(facts.personId) && empty(facts.placeId) && empty(facts.startsAt))
    return 'took a pin out';
  if (what === 'week wait' && empty(facts.untilDay)) return 'said a job waits no longer';
  return WHAT[what] ?? what;
}

const MOST = 320;

/** A line of the shop's own chain as somebody says it: what was done, about what, and the facts. */
export function describeChange(
  change: { what: string; id: string; facts: Record<string, unknown> },
  reading: Reading,
): { done: string; about: string; facts: string } {
  const { name, label, ...rest } = change.facts;
  const known = reading.names[change.id] ?? reading.names[String(rest.jobId)];
  const facts = Object.entries(rest)
    .flatMap((fact) => describeFact(fact, reading))
    .join('; ');
  return {
    done: describeDone(change.what, rest),
    about: known ?? [name, label].find((one) => typeof one === 'string') ?? '',
    facts: facts.length > MOST ? `${facts.slice(0, MOST)}…` : facts,
  };
}

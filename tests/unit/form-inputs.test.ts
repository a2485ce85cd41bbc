import { CONTRACTS, type CommandName, contractOf } from '@/contracts/commands';
import { LOOKED_AT, fieldErrors } from '@/contracts/refused';
import { sentence } from '@/core/wording';
import { specFrom, typedSpec } from '@/features/alignment/spec-fields';
import { readingsFrom, typedReadings } from '@/features/alignment/typed-sheet';
import { NO_BUILD, NO_RULE, factsOf, typedBuild } from '@/features/catalog/kit-lines';
import { emptyIntake, intakeFrom } from '@/features/intake/typed-intake';
import { dropAllDrafts, dropDraft, keepDraft, readDraft } from '@/ui/draft';
import { emptyOdometer, odometerFrom } from '@/ui/unit-fields';
import { moved } from '@/ui/lines';

/** What forms make of what was typed: looked through by the contract, as they do before they send it. */

const looked = (name: CommandName, input: unknown) => {
  const { error, value } = contractOf(name).input.validate(input, LOOKED_AT);
  return { value: value as Record<string, unknown>, wrong: error ? fieldErrors(error) : [] };
};
const ID = '11111111-1111-4111-8111-111111111111';
const DENVER = 'America/Denver';

describe('a car taken in', () => {
  const typed = () => ({
    ...emptyIntake('in', 'mi'),
    customer: { name: 'Hollin Orchard', phone: '', email: '' },
    odometer: { value: 61_340, unit: 'mi' as const, unread: '' },
    tires: 'LT245/75R17',
    wants: 'Level',
  });
  const car = () => ({
    ...typed(),
    vehicle: { ...typed().vehicle, label: 'Tindral Coppice', plate: 'KLM 4127', wheelbase: '3594 mm' },
  });

  it('is what the contract takes', () => {
    const { wrong, value } = looked('intake.open', intakeFrom(car(), DENVER));
    expect(wrong).toEqual([]);
    expect(value).toMatchObject({ orderKind: 'job', newTires: null, place: null, promisedFor: null });
  });

  it('left empty it is refused at each field that is asked, by the field’s name on the form', () => {
    const { wrong } = looked('intake.open', intakeFrom(emptyIntake('in', 'mi'), DENVER));
    expect(wrong.map((one) => one.field)).toEqual(
      expect.arrayContaining(['customer.name', 'vehicle.label', 'vehicle.plate', 'tires', 'wants']),
    );
    expect(wrong.find((one) => one.field.startsWith('odometer'))!.message).toMatch(/odometer/);
    for (const one of wrong) expect(one.message).toMatch(/^[^"]*\.$/);
  });

  it('that was here before brings neither its facts nor its customer’s', () => {
    const known = {
      id: ID,
      customerId: ID,
      label: '',
      plate: '',
      customer: '',
      distanceUnit: 'km' as const,
      sets: [],
      open: null,
    };
    const input = intakeFrom({ ...typed(), known }, DENVER);
    expect(input).toMatchObject({ customer: { id: ID }, vehicle: { id: ID } });
    expect(looked('intake.open', input).wrong).toEqual([]);
  });

  it('for a visit carries no goal that was typed before its kind was chosen', () => {
    const targets = { front: '22 1/2', rear: '23', unit: 'in' as const, method: 'hub' };
    const input = intakeFrom({ ...car(), orderKind: 'alignment', targets, agreed: true }, DENVER);
    expect(input).toMatchObject({ targets: { front: null, rear: null }, agreed: false });
    expect(intakeFrom({ ...car(), targets }, DENVER)).toMatchObject({ targets: { front: '22 1/2' } });
  });

  it('promises in the shop’s time; what is no time is refused at its field', () => {
    const at = (promisedFor: string) => intakeFrom({ ...car(), promisedFor }, DENVER).promisedFor as string;
    expect(new Date(at('2026-04-20T16:00')).toISOString()).toBe('2026-04-20T22:00:00.000Z');
    const { wrong } = looked('intake.open', intakeFrom({ ...car(), promisedFor: 'some day' }, DENVER));
    expect(wrong.map((one) => one.field)).toEqual(['promisedFor']);
  });
});

describe('a dial', () => {
  it('is a figure with its unit, or why nobody read it; a figure that does not read stays as typed', () => {
    expect(odometerFrom({ value: 400, unit: 'km', unread: '' })).toEqual({ value: 400, unit: 'km' });
    expect(odometerFrom({ value: 400, unit: 'km', unread: 'the dial is dark' })).toEqual({
      unread: 'the dial is dark',
    });
    expect(odometerFrom(emptyOdometer('mi'))).toEqual({ value: undefined, unit: 'mi' });
    const odometer = odometerFrom({ value: 'forty', unit: 'mi', unread: '' });
    const { wrong } = looked('road.out', { orderId: ID, odometer, confirmed: false });
    expect(wrong).toEqual([
      { field: 'odometer.value', code: 'number.base', message: 'Enter the odometer as a number.' },
    ]);
  });
});

describe('an alignment sheet', () => {
  const spec = {
    front: { caster: { min: 2.2, max: 4.2 }, toeTotal: { max: 0.2 }, crossCaster: 0.6 },
    rear: { thrust: 0.2 },
  };

  it('fills the fields with what is kept and gives it back unchanged; what is empty is not named', () => {
    expect(specFrom(typedSpec(spec))).toEqual(spec);
    expect(specFrom(typedSpec(null))).toEqual({ front: {}, rear: {} });
    expect(specFrom(typedSpec({ front: { setback: 0 }, rear: {} }))).toEqual({
      front: { setback: 0 },
      rear: {},
    });
  });

  it('leaves a rear wheel out of which nothing was read, and keeps a reading of nought', () => {
    const typed = typedReadings(undefined);
    typed.LF.caster = 0;
    typed.LF.toe = '0.1x';
    expect(readingsFrom(typed)).toEqual({
      LF: { caster: 0, camber: undefined, toe: '0.1x' },
      RF: { caster: undefined, camber: undefined, toe: undefined },
      LR: undefined,
      RR: undefined,
      setback: undefined,
    });
    const read = {
      LF: { caster: 1.7, camber: 0.5, toe: 0.2 },
      RF: { caster: 2, camber: 0.4, toe: 0.35 },
      LR: { camber: 0, toe: 0.02 },
      RR: { camber: 0.05, toe: 0.04 },
      setback: 2,
    };
    expect(readingsFrom(typedReadings(read))).toEqual(read);
  });
});

describe('the boxes of a kit', () => {
  it('keep each line as it was, its code, its side and when it is needed', () => {
    const line = {
      code: 'UB-4',
      count: 4,
      name: 'U-bolt',
      side: 'rear' as const,
      phase: 'teardown' as const,
    };
    const build = { id: 'b', name: 'all', facts: [], lines: [line] };
    expect(typedBuild(build).lines).toEqual([line]);
  });

  it('are chosen by a fact of the car, or are for any', () => {
    expect(factsOf(NO_BUILD.facts)).toEqual([]);
    expect(factsOf([NO_RULE])).toEqual([]);
    expect(factsOf([{ ...NO_RULE, fact: 'modelYear', from: 2015, is: 'left over' }])).toEqual([
      { fact: 'modelYear', from: 2015, to: null },
    ]);
    expect(factsOf([{ ...NO_RULE, fact: 'engine', is: 'diesel', from: 1 }])).toEqual([
      { fact: 'engine', is: 'diesel' },
    ]);
    // Every fact of a build comes back, not the first alone.
    const facts = [
      { fact: 'modelYear' as const, from: null, to: 2019 },
      { fact: 'engine' as const, is: 'diesel' },
    ];
    const typed = typedBuild({ id: 'b', name: 'late', facts, lines: [] } as never);
    expect(factsOf(typed.facts)).toEqual(facts);
  });
});

describe('what is half typed', () => {
  const store = new Map<string, string>();
  const storage = new Proxy(
    {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => void store.set(key, value),
      removeItem: (key: string) => void store.delete(key),
    },
    {
      ownKeys: () => [...store.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    },
  );
  beforeEach(() => {
    store.clear();
    Object.assign(globalThis, { localStorage: storage });
  });
  afterEach(() => jest.useRealTimers());

  it('is found again for three days, and goes when it is dropped', () => {
    jest.useFakeTimers({ now: new Date('2026-04-14T08:00:00Z') });
    keepDraft('a', { words: 'half' });
    expect(readDraft('a')).toEqual({ at: Date.parse('2026-04-14T08:00:00Z'), values: { words: 'half' } });
    expect(readDraft('b')).toBeNull();
    jest.setSystemTime(new Date('2026-04-17T09:00:00Z'));
    expect(readDraft('a')).toBeNull();
    expect(store.size).toBe(0);
    keepDraft('a', {});
    dropDraft('a');
    expect(readDraft('a')).toBeNull();
  });

  it('goes with whoever signs out, and nothing else of the device does', () => {
    keepDraft('a', { words: 'half' });
    keepDraft('b', { words: 'other' });
    store.set('wl-planner', '{}');
    dropAllDrafts();
    expect([...store.keys()]).toEqual(['wl-planner']);
  });

  it('costs nothing where the browser keeps nothing', () => {
    Object.assign(globalThis, {
      localStorage: {
        getItem: () => {
          throw new Error('not allowed');
        },
        setItem: () => {
          throw new Error('full');
        },
      },
    });
    expect(() => keepDraft('a', {})).not.toThrow();
    expect(readDraft('a')).toBeNull();
    expect(() => dropDraft('a')).not.toThrow();
    expect(() => dropAllDrafts()).not.toThrow();
  });

  it('that is broken is no draft', () => {
    store.set('wl-draft a', '{ half');
    expect(readDraft('a')).toBeNull();
  });
});

describe('messages', () => {
  it('end as sentences do, and keep the marks of what was typed', () => {
    expect(sentence('Fill this in')).toBe('Fill this in.');
    expect(sentence('It names a file "../evil".')).toBe('It names a file "../evil".');
  });

  it('of every command call its fields by their names, without quotes', () => {
    for (const name of Object.keys(CONTRACTS) as CommandName[])
      for (const { message } of looked(name, { orderId: 3, nobody: 'asked' }).wrong)
        expect(message).not.toMatch(/"/);
  });
});

describe('a line that is moved', () => {
  it('stands where it was put, and the others keep their order', () => {
    expect(moved(['a', 'b', 'c', 'd'], 0, 2)).toEqual(['b', 'c', 'a', 'd']);
    expect(moved(['a', 'b', 'c', 'd'], 3, 0)).toEqual(['d', 'a', 'b', 'c']);
    expect(moved(['a'], 0, 0)).toEqual(['a']);
  });
});

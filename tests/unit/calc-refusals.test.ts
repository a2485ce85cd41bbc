import { answer } from '@/core/calc';
import examples from '@/core/calc/examples.json';

type Json = Record<string, unknown>;
const example = (name: string) => structuredClone((examples as Record<string, Json>)[name]!);

/** An example with one place of it set to something else, or taken away. */
function changed(name: string, path: string, value?: unknown): Json {
  const input = example(name);
  const keys = path.replace(/\[(\d+)\]/g, '.$1').split('.');
  const last = keys.pop()!;
  const holder = keys.reduce<Json>((inner, key) => inner[key] as Json, input);
  if (value === undefined) delete holder[last];
  else holder[last] = value;
  return input;
}

/** What each calculator refuses, and the field it has to name. */
const REFUSED: [name: string, path: string, value: unknown][] = [
  ['try.next', 'tries', []],
  ['try.next', 'tries[0].height', 'low'],
  ['try.next', 'prior.slope', 0],
  ['try.next', 'prior.sd', 0],
  ['try.next', 'tapeSd', 0],
  ['try.next', 'oneWay', 'sideways'],
  ['photo.scale', 'card.height', 0],
  ['photo.scale', 'corners', []],
  ['photo.scale', 'corners[2].y', 1000],
  ['photo.scale', 'points', [{ x: 1, y: 1 }]],
  ['photo.scale', 'pointSd', 0],
  ['tape.parse', 'text', '21 3/5'],
  ['tape.parse', 'text', '4 m 20'],
  ['tape.parse', 'unit', 'ell'],
  ['tape.format', 'denominator', 3],
  ['tape.format', 'mm', 'far'],
  ['heights.compare', 'before.LF', null],
  ['heights.compare', 'wheelbase', 0],
  ['heights.compare', 'noise', -1],
  ['load.shift', 'wheelRate.RR', 0],
  ['load.shift', 'track.front', -1600],
  ['load.shift', 'masses', 'heavy'],
  ['load.left', 'rating.gross', 0],
  ['load.left', 'curb.front', '1100'],
  ['axle.square', 'left.gap', 0],
  ['axle.square', 'track', undefined],
  ['raise.height', 'droopTravel', -5],
  ['raise.height', 'tireDiameter', 0],
  ['lift.predict', 'springMotionRatio', 1.6],
  ['lift.predict', 'damperMotionRatio', 0],
  ['coil.swap', 'wheelLoad', 0],
  ['coil.swap', 'motionRatio', 2],
  ['coil.swap', 'new', {}],
  ['coil.cut', 'cuts[0]', 99],
  ['coil.cut', 'pitch', 0],
  ['coil.cut', 'activeCoils', -3],
  ['collar.turns', 'pitch', 0],
  ['collar.turns', 'change', 'up'],
  ['refit.room', 'preload', -1],
  ['refit.room', 'rate', 0],
  ['leaf.pack', 'before', []],
  ['leaf.pack', 'load', 0],
  ['leaf.geometry', 'frontFraction', 1],
  ['leaf.geometry', 'arcLength', 0],
  ['leaf.geometry', 'shackleType', 'leaning'],
  ['ubolt.size', 'tube', 0],
  ['ubolt.size', 'plate', undefined],
  ['stud.length', 'pitch', 0],
  ['stud.length', 'minThreads', -1],
  ['trackbar.shift', 'length', 0],
  ['trackbar.shift', 'lift', 5000],
  ['caster.radiusArm', 'arm', 0],
  ['caster.radiusArm', 'lift', 5000],
  ['caster.fourLink', 'axleLower.x', undefined],
  ['caster.fourLink', 'lift', 3000],
  ['caster.fourLink', 'newLowerLength', 0],
  ['camber.lift', 'kind', 'beam'],
  ['camber.lift', 'lift', 2000],
  ['camber.adjust', 'ways[0].lever', 0],
  ['camber.adjust', 'ways[0].id', 7],
  ['link.angle', 'run', 0],
  ['link.angle', 'limitDeg', -1],
  ['driveshaft.angles', 'run', 0],
  ['driveshaft.angles', 'outputDeg', undefined],
  ['shock.fit', 'bumpTravel', -1],
  ['shock.fit', 'motionRatio', 0],
  ['slack.fit', 'spans', []],
  ['slack.fit', 'length', 0],
  ['steering.center', 'mmPerTurn', 0],
  ['steering.center', 'ratio', 0],
  ['headlamp.aim', 'wheelbase', 0],
  ['headlamp.aim', 'lampX', undefined],
  ['stability.factor', 'sprungFraction', 1],
  ['stability.factor', 'lift', -9000],
  ['toe.convert', 'from', 'turns'],
  ['toe.convert', 'diameter', 0],
  ['alignment.verdict', 'readings.LF.caster', 'some'],
  ['alignment.verdict', 'spec', undefined],
  ['tire.size', 'size', '225/45'],
  ['tire.compare', 'new', 'round'],
  ['tire.compare', 'axleRatio', 0],
  ['wheel.fit', 'old.rimWidthIn', 0],
  ['wheel.fit', 'new.tireWidth', undefined],
  ['torque.convert', 'from', 'stone'],
  ['torque.extension', 'wrenchLength', 0],
  ['torque.extension', 'target', 0],
  ['torque.compare', 'target', -5],
  ['torque.plausible', 'thread', 'M99'],
  ['torque.plausible', 'grade', 8.8],
  ['followup.due', 'doneOn', '2026-02-30'],
  ['followup.due', 'interval', {}],
  ['labor.estimate', 'prior.jobs', -1],
  ['labor.estimate', 'bookMinutes', 0],
  ['plan.search', 'targets', {}],
  ['plan.search', 'tolerance', -1],
  ['plan.search', 'options[0].requires', ['nobody']],
  ['plan.search', 'options[0].cost', -1],
];

describe('refusals name their field', () => {
  test.each(REFUSED)('%s refuses %s = %j', (name, path, value) => {
    const got = answer(name, changed(name, path, value));
    expect(got.ok).toBe(false);
    if (got.ok) return;
    expect(got.error.message).toMatch(/[a-z]{2}/i);
    expect(got.error.code).toMatch(/^[a-z-]+$/);
    // The field is the place itself, something within it, or what holds it.
    const { field } = got.error;
    const related = field.startsWith(path) || path.startsWith(field);
    expect(`${field} for ${path}: ${related && field !== ''}`).toBe(`${field} for ${path}: true`);
  });

  test('nothing that is no finite number is taken, anywhere a number stands', () => {
    for (const [name, input] of Object.entries(examples as Record<string, Json>)) {
      if (name === 'procedure.check') continue;
      for (const [key, value] of Object.entries(input)) {
        if (typeof value !== 'number') continue;
        for (const bad of [NaN, Infinity, -Infinity, null, '12', true, [1]]) {
          const got = answer(name, { ...input, [key]: bad });
          expect(`${name} ${key} ${String(bad)}: ${got.ok}`).toBe(`${name} ${key} ${String(bad)}: false`);
          if (!got.ok) expect(got.error.field).toBe(key);
        }
      }
    }
  });

  test('what a calculator needs it asks for by name', () => {
    for (const [name, input] of Object.entries(examples as Record<string, Json>)) {
      for (const key of Object.keys(input)) {
        const without = { ...input };
        delete without[key];
        const got = answer(name, without);
        if (!got.ok && got.error.code === 'missing') expect(got.error.field.startsWith(key)).toBe(true);
      }
      expect(answer(name, null).ok).toBe(false);
      expect(answer(name, []).ok).toBe(false);
    }
  });

  test('no answer ever holds a number that is none', () => {
    const finite = (value: unknown): boolean =>
      typeof value === 'number'
        ? Number.isFinite(value)
        : value === null || typeof value !== 'object' || Object.values(value).every(finite);
    for (const [name, input] of Object.entries(examples as Record<string, Json>)) {
      for (const [key, value] of Object.entries(input)) {
        if (typeof value !== 'number') continue;
        for (const factor of [1e-6, 1e6, -1, 1e300]) {
          const got = answer(name, { ...input, [key]: value * factor });
          if (got.ok)
            expect(`${name} ${key} × ${factor}: ${finite(got.output)}`).toBe(
              `${name} ${key} × ${factor}: true`,
            );
        }
      }
    }
  });
});

import { answer } from '@/core/calc';
import { inputOf } from '@/core/calc/describe';
import { describeField, unitOfField } from '@/core/calc/field-words';
import examples from '@/core/calc/examples.json';
import { type Tree, asTyped, blank, readTyped } from '@/features/bench/typed-input';

const shapes = Object.keys(examples).filter((name) => name !== 'procedure.check');

describe('what is typed on the bench', () => {
  test.each(shapes)('%s: an example typed out reads back as itself', (name) => {
    const example = (examples as Record<string, unknown>)[name];
    const read = readTyped(asTyped(example), inputOf(name));
    const got = answer(name, read);
    expect(got).toEqual(answer(name, example));
  });

  test.each(shapes)('%s: an empty form asks for something and never breaks', (name) => {
    const shape = inputOf(name);
    expect(() => answer(name, readTyped(blank(shape), shape))).not.toThrow();
    expect(() => answer(name, readTyped(undefined, shape))).not.toThrow();
  });

  test('lengths read as on a tape, numbers with a comma, signs of either kind', () => {
    const shape = inputOf('torque.extension');
    const typed: Tree = { target: '100', wrenchLength: '1\' 4"', extension: '2 in', angleDeg: '−45,5' };
    expect(readTyped(typed, shape)).toEqual({
      target: 100,
      wrenchLength: 16 * 25.4,
      extension: 50.8,
      angleDeg: -45.5,
    });
  });

  test('what is left empty is left out, and what does not read goes on as typed for the refusal to name', () => {
    const shape = inputOf('torque.extension');
    const read = readTyped(
      { target: 'a lot', wrenchLength: '400', extension: '', angleDeg: '' },
      shape,
    ) as Tree;
    expect(read).toEqual({ target: 'a lot', wrenchLength: 400 });
    expect(answer('torque.extension', read)).toMatchObject({ ok: false, error: { field: 'target' } });
  });

  test('a part of a stack takes the fields of its kind', () => {
    const shape = inputOf('lift.predict');
    const typed: Tree = {
      springMotionRatio: '0.6',
      damperMotionRatio: '0.6',
      parts: [
        { kind: 'block', thickness: '1 in', mount: 'springOverAxle', oldDiameter: '700' },
        { kind: 'strutSpacer', thickness: '30', remove: true },
      ],
    };
    expect(readTyped(typed, shape)).toMatchObject({
      parts: [
        { kind: 'block', thickness: 25.4, mount: 'springOverAxle' },
        { kind: 'strutSpacer', thickness: 30, remove: true },
      ],
    });
    expect((readTyped(typed, shape) as { parts: object[] }).parts[0]).not.toHaveProperty('oldDiameter');
  });

  test('fields are named in words and carry their unit', () => {
    expect(describeField('springMotionRatio')).toBe('spring motion ratio');
    expect(describeField('angleDeg')).toBe('angle');
    expect(describeField('LF')).toBe('left front');
    expect(unitOfField('angleDeg')).toBe('°');
    expect(unitOfField('wheelLoad')).toBe('N');
    expect(unitOfField('thickness')).toBe('mm');
    expect(unitOfField('motionRatio')).toBe('');
  });
});

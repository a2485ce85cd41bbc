import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { answer, answerLine, calculators } from '@/core/calc';
import { closeTo } from '../support/close-to';

const folder = path.join(__dirname, '..', 'vectors');
const linesOf = (file: string) =>
  readFileSync(path.join(folder, file), 'utf8')
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as { calc: string; input: unknown; output?: unknown; error?: boolean });

/** How each example that is refused is refused, read through once by hand: `code field`, by file and line. */
const REFUSED = JSON.parse(readFileSync(path.join(folder, 'refused.json'), 'utf8')) as Record<string, string>;
const seen = new Set<string>();
function refusedAs(line: string, got: ReturnType<typeof answer>): void {
  seen.add(line);
  if (got.ok) throw new Error(`${line} is not refused`);
  expect(`${got.error.code} ${got.error.field}`).toBe(REFUSED[line]);
}
afterAll(() => expect([...seen].sort()).toEqual(Object.keys(REFUSED).sort()));

describe('worked examples', () => {
  for (const file of readdirSync(folder).filter((name) => calculators.has(name.replace('.jsonl', '')))) {
    test.each(linesOf(file).map((vector, index) => [index + 1, vector] as const))(
      `${file} line %i`,
      (index, vector) => {
        const got = answer(vector.calc, vector.input);
        if (vector.error) return refusedAs(`${file}:${index}`, got);
        expect(got).toMatchObject({ ok: true });
        expect(closeTo((got as { output: unknown }).output, vector.output)).toBe('same');
      },
    );
  }
});

describe.each(['errors.jsonl', 'errors.motion.jsonl'])('refusals of %s', (file) => {
  test.each(linesOf(file).map((vector, index) => [index + 1, vector] as const))(
    'line %i',
    (index, vector) => {
      const got = answer(vector.calc, vector.input);
      refusedAs(`${file}:${index}`, got);
      expect(got).toMatchObject({ ok: false, error: { message: expect.stringMatching(/\w/) } });
      if (!calculators.has(vector.calc)) expect(got).toMatchObject({ error: { code: 'unknown-calc' } });
      else expect((got as { error: { field: string } }).error.field).not.toBe('');
    },
  );
});

describe('refusals', () => {
  test('a bad line is refused by itself', () => {
    expect(answerLine('{nope')).toMatchObject({ ok: false, error: { code: 'bad-json' } });
    expect(answerLine('[]')).toMatchObject({ ok: false, error: { code: 'bad-request' } });
    expect(answerLine('{"calc":"lift.predict","input":{"parts":[{"kind":"strutSpacer"}]}}')).toMatchObject({
      ok: false,
      error: { field: 'springMotionRatio' },
    });
  });

  test('the field of a refusal is a path', () => {
    const input = {
      springMotionRatio: 0.6,
      damperMotionRatio: 0.6,
      parts: [{ kind: 'strutSpacer', thickness: 0 }],
    };
    expect(answer('lift.predict', input)).toMatchObject({
      ok: false,
      error: { field: 'parts[0].thickness' },
    });
    expect(
      answer('lift.predict', { ...input, parts: [{ kind: 'strutSpacer', thickness: 5, color: 1 }] }),
    ).toMatchObject({ ok: false, error: { field: 'parts[0].color', code: 'unknown-field' } });
  });
});

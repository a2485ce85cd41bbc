import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { guideFor } from '@/features/help/guide-for';
import { GUIDE, guideDocument } from '@/features/help/guide-text';
import { PRESSED_WRONG, WORDS } from '@/features/help/key-and-words';

/** The guide says what the screens say, or nobody can follow it. */

const root = path.join(__dirname, '..', '..');
const steps = GUIDE.flatMap((part) => part.steps);
const SCREENS = ['src/features', 'src/app', 'src/ui']
  .flatMap((folder) =>
    readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' }).map((name) =>
      path.join(root, folder, name),
    ),
  )
  .filter((name) => name.endsWith('.tsx') || name.endsWith('-words.ts'))
  .map((name) => readFileSync(name, 'utf8').replace(/\s+/g, ' '))
  .join('\n');

test.each(steps.map((step) => [step.title, step] as const))(
  '%s: what it names stands on a screen',
  (_, step) => {
    const named = [...step.words.matchAll(/\*([^*]+)\*/g)].map(([, words]) => words!);
    expect(named.filter((words) => !SCREENS.includes(words))).toEqual([]);
    expect(step.words.split('*').length % 2).toBe(1);
  },
);

test('each step has a picture that is kept, and an id of its own', () => {
  const pictures = readdirSync(path.join(root, 'docs', 'screenshots'));
  expect(steps.filter(({ picture }) => !pictures.includes(`${picture}.png`))).toEqual([]);
  expect(pictures.length).toBeLessThan(20);
  expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
});

test.each([
  ['/orders/new', 'take-in'],
  ['/orders/1/heights', 'heights'],
  ['/orders/1/measures', 'look-over'],
  ['/orders/1/torque', 'torque'],
  ['/orders/1/handoff', 'hand-over'],
  ['/bay/1', 'bay'],
  ['/week', 'agree-week'],
  ['/shop/people', 'set-up'],
])('help on %s opens at %s', (address, step) => {
  expect(guideFor(address)).toBe(`/help/guide#${step}`);
});

test('help on any page leads to a step that is there', () => {
  const pages = readdirSync(path.join(root, 'src/app/(desk)'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('page.tsx'))
    .map(
      (name) =>
        `/${path
          .dirname(name)
          .replace(/\[[^\]]+\]/g, '1')
          .replace(/^\.$/, '')}`,
    );
  expect(pages.length).toBeGreaterThan(25);
  const anchors = new Set(steps.map(({ id }) => id));
  for (const page of pages) {
    const anchor = guideFor(page).split('#')[1];
    expect(anchor === undefined || anchors.has(anchor)).toBe(true);
  }
});

test('twenty words, each once, and ten wrong presses with what puts them right', () => {
  expect(WORDS).toHaveLength(20);
  expect(new Set(WORDS.map(([word]) => word)).size).toBe(20);
  expect(PRESSED_WRONG).toHaveLength(10);
});

test('the document holds every step, its picture, and no mark of the screen', () => {
  const text = guideDocument();
  for (const step of steps) {
    expect(text).toContain(`. ${step.title}`);
    expect(existsSync(path.join(root, 'docs', 'screenshots', `${step.picture}.png`))).toBe(true);
  }
  expect(text).toContain('**Take a car in**');
});

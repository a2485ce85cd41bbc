import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

/**
 * Everything the screens say, read out of the source: one way of saying each thing, and none of the words that somebody who
 * does this work has to guess at.
 */

const SRC = path.join(__dirname, '..', '..', 'src');

interface Said {
  file: string;
  words: string;
  /** What it stands on or in: a button’s own words, a field’s label, or plain text. */
  on: string;
}

/** Properties that are for the machine, not for whoever reads. */
const UNSEEN =
  /^(className|key|id|href|src|type|name|command|rel|target|role|inputMode|autoComplete|method|action\$|accept|fill|stroke|d|viewBox|weight|size|align|position|dataKey|textAnchor|fontFamily|draft|about|htmlFor|scope|value|itemClassName|fieldClassName|side|paper|of|data-.*|xmlns|preserveAspectRatio|transform|interval|strokeDasharray|markerEnd|unit|end|rule|theme|capture|loading|tone)$/;
const BUTTONS = new Set(['Button', 'Send', 'button']);
const BUTTON_PROPS = new Set(['opens', 'action', 'button', 'again']);

const textOf = (node: ts.Node): string =>
  ts.isStringLiteralLike(node) || ts.isJsxText(node)
    ? node.text
    : ts.isTemplateExpression(node)
      ? node.head.text + node.templateSpans.map((span) => `…${span.literal.text}`).join('')
      : '';

function saidIn(file: string): Said[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    ts.ScriptKind.TSX,
  );
  const said: Said[] = [];
  const walk = (node: ts.Node, on: string): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxAttribute(node)) {
      const name = node.name.getText(source);
      if (UNSEEN.test(name)) return;
      return ts.forEachChild(node, (child) =>
        walk(child, BUTTON_PROPS.has(name) ? 'a button' : `its ${name}`),
      );
    }
    if (ts.isJsxElement(node)) {
      const tag = node.openingElement.tagName.getText(source);
      walk(node.openingElement, on);
      for (const child of node.children) walk(child, BUTTONS.has(tag) ? 'a button' : tag);
      return;
    }
    const words = textOf(node).replace(/\s+/g, ' ').trim();
    if (/[a-z]{2}/.test(words)) said.push({ file: path.relative(SRC, file), words, on });
    ts.forEachChild(node, (child) => walk(child, on));
  };
  walk(source, 'words');
  return said;
}

const files = ['features', 'app', 'ui']
  .flatMap((folder) =>
    readdirSync(path.join(SRC, folder), { recursive: true, encoding: 'utf8' }).map((name) =>
      path.join(SRC, folder, name),
    ),
  )
  .filter((name) => name.endsWith('.tsx') && !name.includes(`${path.sep}gallery${path.sep}`));
const ALL = files.flatMap(saidIn);
const where = ({ file, words }: Said) => `${file}: ${words}`;

test('the screens were read', () => {
  expect(files.length).toBeGreaterThan(150);
  expect(ALL.filter(({ on }) => on === 'a button').length).toBeGreaterThan(150);
  expect(ALL.map(({ words }) => words)).toContain('Take a car in');
});

/** What was said once, and what is said now. */
const NOT_SO: readonly (readonly [said: RegExp, now: string])[] = [
  [/four times in five/, 'likely finish, 4 of 5 jobs make it'],
  [/\bhardly\b|as good as sure/, 'very unlikely; nearly certain'],
  [/not open sooner/, 'waits for the alignment rack'],
  [/\bmusts?\b unanswered|unanswered musts?/, 'safety points to fix'],
  [/of 100 draws/, 'too much in 95 of 100 cases'],
  [/\bset beside\b|compare schools/i, 'compare; other ways to lift it'],
  [/what is known of it/i, 'what we measured with these parts'],
  [/odometer told/i, 'enter odometer'],
  [/a word after months/, 'ask how it drives'],
  [/\bthe dial reads\b/, 'mileage; the odometer reads'],
  [/plan is being made/, 'we need your answer'],
  [/dropped by/, 'sheets from the rack'],
  [/\bheld against\b/, 'specification; judged by'],
  [/\blift with a reason/i, 'allow, with a reason'],
  [/\w interim\b|\binterim \w/i, 'temporary value, with source'],
  [/hashed over/, 'locked: a change would show'],
  [/clean, with every way/, 'no errors, all variants checked'],
  [/empty: as it is/, 'leave blank to keep'],
];
test.each(NOT_SO)('nowhere does it say %s', (not) => {
  expect(ALL.filter(({ words }) => not.test(words)).map(where)).toEqual([]);
});

/** A button says what it does by one word for each act. */
const VERBS: readonly (readonly [verb: RegExp, now: string])[] = [
  [/^(Keep|Take down|Write down|Write it down|Note|Put down)\b/, 'Record, or Save for a setting'],
  [/^(Take out|Take it out|Delete|Erase|Put away)\b/, 'Remove, or Retire'],
  [/^(Put on|Put in|Put a |Put it on)\b/, 'Add'],
  [/^(Give it$|Post|Dispatch)/, 'Send, or Save'],
  [/^(Amend|Edit|Set right)\b/, 'Correct'],
];
const buttons = ALL.filter(({ on }) => on === 'a button');
test.each(VERBS)('no button begins with %s', (not) => {
  expect(buttons.filter(({ words }) => not.test(words)).map(where)).toEqual([]);
});

test('days are told by the formatter: no month is written as a figure between strokes', () => {
  expect(ALL.filter(({ words }) => /\b\d{1,2}\/\d{1,2}\/\d{2,4}\b/.test(words)).map(where)).toEqual([]);
});

/** What a command’s own form sends it with: by the command. */
test('one command is sent by buttons that begin with one verb', () => {
  const sends = new Map<string, Map<string, string>>();
  for (const file of files) {
    const text = readFileSync(file, 'utf8');
    for (const [, command, rest] of text.matchAll(
      /command="([a-z.]+)"([\s\S]*?)<\/(?:CommandForm|CommandDialog)>/g,
    ))
      for (const [, words] of rest!.matchAll(/<Send\b[^>]*>\s*([A-Z][a-z]+)[^<]*<\/Send>/g)) {
        const by = sends.get(command!) ?? new Map<string, string>();
        by.set(words!, path.relative(SRC, file));
        sends.set(command!, by);
      }
  }
  expect(sends.size).toBeGreaterThan(25);
  const twice = [...sends]
    .filter(([, by]) => by.size > 1)
    .map(([command, by]) => [command, ...by.keys()].join(' '));
  expect(twice).toEqual([]);
});

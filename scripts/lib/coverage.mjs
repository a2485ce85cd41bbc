/**
 * Which lines of `src` the tests ran: those of jest as it says itself, and those that the built server ran while a browser
 * worked on it, by the engine's own record and the bundles' source maps. Merged line by line and told by folder.
 */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { AnyMap, eachMapping } from '@jridgewell/trace-mapping';
import coverage from 'istanbul-lib-coverage';
import { root } from './bundle.mjs';

const SRC = path.join(root, 'src');
const BUILT = ['.next', '.build'].map((name) => `file://${path.join(root, name)}/`);
/** No folder of `src` has fewer of its lines run than this, in hundredths; the core, which computes, far more. */
export const LEAST = { every: 60, 'src/core': 95 };

/** Written by a program, or nothing but types. */
const LEFT_OUT = /\.d\.ts$|src\/server\/tables\.ts$/;

/** The engine's nested ranges as a flat list of where a count begins, so that any place is found by halving. */
function countsOf(functions) {
  const ranges = functions
    .flatMap(({ ranges: own }) => own)
    .sort((one, other) => one.startOffset - other.startOffset || other.endOffset - one.endOffset);
  const flat = [];
  const open = [];
  const closeUpTo = (offset) => {
    while (open.length && open[open.length - 1].endOffset <= offset) {
      const { endOffset } = open.pop();
      flat.push({ at: endOffset, count: open[open.length - 1]?.count ?? 0 });
    }
  };
  for (const range of ranges) {
    closeUpTo(range.startOffset);
    flat.push({ at: range.startOffset, count: range.count });
    open.push(range);
  }
  closeUpTo(Infinity);
  const countAt = (offset) => {
    let [low, high] = [0, flat.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (flat[middle].at <= offset) low = middle + 1;
      else high = middle;
    }
    return flat[low - 1]?.count ?? 0;
  };
  return countAt;
}

/**
 * The lines of our files that one bundle ran: each place the map leads back from is asked for how often it was run. What the
 * map says nothing of is not counted as run.
 */
function linesOf({ url, functions }, add) {
  const file = fileURLToPath(url);
  if (!existsSync(file)) return;
  const source = readFileSync(file, 'utf8');
  const named = /\/\/# sourceMappingURL=(\S+)\s*$/.exec(source)?.[1];
  const beside = path.join(path.dirname(file), decodeURIComponent(named ?? `${path.basename(file)}.map`));
  if (!existsSync(beside)) return;
  const sourcemap = JSON.parse(readFileSync(beside, 'utf8'));
  const map = new AnyMap(sourcemap, `file://${beside}`);
  const starts = [0];
  for (let at = source.indexOf('\n'); at >= 0; at = source.indexOf('\n', at + 1)) starts.push(at + 1);
  const countAt = countsOf(functions);
  eachMapping(map, ({ generatedLine, generatedColumn, source: from, originalLine }) => {
    if (originalLine === null || !from?.includes('/src/') || from.includes('/node_modules/')) return;
    if (countAt(starts[generatedLine - 1] + generatedColumn) > 0) add(from, originalLine);
  });
}

/** One that was ended in the middle of writing said nothing. */
function whole(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return { result: [] };
  }
}

/** What the servers wrote as they ended, and each browser as it closed. */
function builtLines(folder, map) {
  if (!existsSync(folder)) return;
  const known = new Map();
  const fileOf = (from) => {
    if (!known.has(from)) {
      // However a bundler names the place, ours are under the folder of the sources.
      const file = path.join(root, decodeURIComponent(from.slice(from.indexOf('/src/'))));
      known.set(from, map.data[file] ? map.fileCoverageFor(file).data : null);
    }
    return known.get(from);
  };
  const add = (from, line) => {
    const file = fileOf(from);
    // Each line of a file is a statement of its own, counted from none.
    if (file && file.s[line - 1] !== undefined) file.s[line - 1] += 1;
  };
  for (const name of readdirSync(folder).filter((one) => one.endsWith('.json'))) {
    const { result } = whole(path.join(folder, name));
    for (const script of result)
      if (BUILT.some((place) => script.url.startsWith(place))) linesOf(script, add);
  }
}

/** A folder of fewer lines than this says little by itself: it is told with the one it lies in. */
const FEW = 60;

/** The folder a file is told under: two below `src`, where it has so many. */
const folderOf = (file) => path.relative(root, file).split(path.sep).slice(0, -1).slice(0, 3).join('/');

/**
 * @param folders where jest's projects, the servers and the browsers left what they ran
 * @returns by folder: lines run, lines in all; `whole` by the first folder below `src`
 */
export async function coverageByFolder({ jest, ran }) {
  const map = coverage.createCoverageMap({});
  for (const file of jest) if (existsSync(file)) map.merge(JSON.parse(readFileSync(file, 'utf8')));
  for (const folder of ran) builtLines(folder, map);
  const folders = new Map();
  const whole = new Map();
  const add = (into, key, { covered, total }) => {
    const now = into.get(key) ?? { covered: 0, total: 0 };
    into.set(key, { covered: now.covered + covered, total: now.total + total });
  };
  for (const file of map.files()) {
    if (!file.startsWith(SRC) || LEFT_OUT.test(file)) continue;
    const { lines } = map.fileCoverageFor(file).toSummary();
    add(folders, folderOf(file), lines);
    add(whole, folderOf(file).split('/').slice(0, 2).join('/'), lines);
  }
  for (const [name, lines] of [...folders]) if (lines.total < FEW || whole.has(name)) folders.delete(name);
  return { folders, whole };
}

export const percent = ({ covered, total }) => (total ? (100 * covered) / total : 100);

/** The table as it is printed and kept. */
export function coverageTable({ folders, whole }) {
  const row = (name, lines) =>
    `| ${name} | ${percent(lines).toFixed(0)} % | ${lines.covered} of ${lines.total} |`;
  const sorted = (from) => [...from].sort(([a], [b]) => a.localeCompare(b));
  return [
    '| folder | lines run | |',
    '| --- | --- | --- |',
    ...sorted(whole).map(([name, lines]) => row(`**${name}**`, lines)),
    ...sorted(folders)
      .filter(([name]) => !whole.has(name))
      .map(([name, lines]) => row(name, lines)),
  ].join('\n');
}

/** What has too little run, in words. */
export const tooLittle = ({ folders, whole }) =>
  [...folders, ...whole].flatMap(([name, lines]) => {
    const least = LEAST[name] ?? LEAST.every;
    return percent(lines) < least
      ? [`${name}: ${percent(lines).toFixed(1)} % of its lines, at least ${least}`]
      : [];
  });

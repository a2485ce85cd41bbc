import type { RunDocument } from './engine';
import { placedName } from './engine';
import { type SmallPart, smallParts } from './small-parts';
import type { Step, Tool } from './types';

export interface ShopTool {
  kind: string;
  size: string | null;
  drive: string | null;
}
export interface ShopWrench {
  name: string;
  lowNm: number;
  highNm: number;
  calibrationDue: string;
  /** Used as a lever or dropped: out until somebody has checked it. */
  out: boolean;
}

export interface NeededTool {
  tool: Tool;
  /** Steps that ask for it, in their order. */
  steps: { id: string; do: string }[];
  have: boolean;
}
export interface NeededRange {
  nm: number;
  fasteners: string[];
  /** Wrenches in date whose range covers the value; then those that cover it past their date. */
  wrenches: string[];
  pastDate: string[];
}

/** Something the job lacks before its teardown. A hard one nobody lets pass. */
export interface StartBlocker {
  code: 'tool' | 'wrench' | 'wrench-date' | 'part' | 'value' | 'approval';
  text: string;
  hard: boolean;
  /** It is seen to on the way, and asks nobody’s yes to begin. */
  later?: boolean;
  /** The tool that is missing: it may be put on the board where it is there after all. */
  tool?: Tool;
}

export interface PullList {
  tools: NeededTool[];
  ranges: NeededRange[];
  consumables: { name: string; steps: { id: string; do: string }[] }[];
  helpers: { id: string; do: string; minutes: number }[];
  /** Steps that cannot be undone and wait for their yes. */
  approvals: { id: string; do: string }[];
  /** Fasteners without a value. */
  values: string[];
  parts: string[];
  /** Pins, plugs and hardware used once, by kind and size. */
  small: SmallPart[];
  /** Offers the customer has not answered. */
  unanswered: string[];
  holes: StartBlocker[];
}

/** The phases in which the work itself is done; look-over, baseline and parts come before the pull list. */
const HANDS_ON: Step['phase'][] = ['teardown', 'fit', 'reassemble', 'on-wheels', 'align'];

/** `two floor jacks` and `floor jack` are one tool of the shop. */
export function toolKind(kind: string): string {
  return kind
    .trim()
    .toLowerCase()
    .replace(/^(a|two|three|four) /, '')
    .replace(/(?<!s)s$/, '');
}

/** A size by what it means: `21` is 21 mm, `7/8"` is 7/8 of an inch. */
export function toolSize(size: string): string {
  const plain = size.trim().toLowerCase().replace(/\s+/g, ' ');
  const metric = /^(\d+(?:[.,]\d+)?) ?(?:mm)?$/.exec(plain);
  if (metric && (plain.endsWith('mm') || Number(metric[1]!.replace(',', '.')) >= 4))
    return `${Number(metric[1]!.replace(',', '.'))} mm`;
  return plain.replace(/ ?(?:in|inch|inches|"|”|″)$/, '').replace(/[ -](?=\d+\/)/, '-');
}

/** What is a place of the shop rather than something on its boards. */
const LIFTS = /\b(two-post|four-post|hoist|lift)\b/;

export function covers(have: ShopTool, need: Tool): boolean {
  return (
    toolKind(have.kind) === toolKind(need.kind) &&
    (need.size === undefined || (have.size !== null && toolSize(have.size) === toolSize(need.size))) &&
    (need.drive === undefined || have.drive === null || have.drive === need.drive)
  );
}

const nameOf = (tool: Tool) =>
  [tool.kind, tool.size, tool.drive && `${tool.drive} drive`].filter(Boolean).join(' ');

/** A socket is looked for by drive, then by size. */
export const socketKey = (tool: Tool) =>
  `${toolKind(tool.kind)} ${tool.drive ?? ''} ${(parseFloat(tool.size ?? '0') || 0).toString().padStart(6, '0')}`;

/**
 * All that has to be laid out, asked and known before a run's teardown, held against what the shop has.
 * @param today the shop's calendar day, `YYYY-MM-DD`, against which calibration dates are held
 * @param partsMissing lines not checked in, with the phase that first needs them
 * @param unanswered offers the customer has not said yes or no to
 */
export function pullList(
  run: RunDocument,
  shop: { tools: ShopTool[]; wrenches: ShopWrench[]; today: string; hasLift?: boolean },
  partsMissing: { name: string; phase: string }[],
  unanswered: string[] = [],
): PullList {
  const steps = run.steps.filter((step) => HANDS_ON.includes(step.phase));
  const tools = new Map<string, NeededTool>();
  const consumables = new Map<string, PullList['consumables'][number]>();
  for (const step of steps) {
    const named = { id: step.id, do: step.do };
    for (const tool of step.tools ?? []) {
      // Torque wrenches are asked for by the values below.
      if (toolKind(tool.kind) === 'torque wrench') continue;
      const key = `${toolKind(tool.kind)} ${tool.size ?? ''} ${tool.drive ?? ''}`;
      const known = tools.get(key) ?? {
        tool,
        steps: [],
        have:
          (shop.hasLift === true && LIFTS.test(toolKind(tool.kind))) ||
          shop.tools.some((have) => covers(have, tool)),
      };
      known.steps.push(named);
      tools.set(key, known);
    }
    for (const name of step.consumables ?? []) {
      const known = consumables.get(name) ?? { name, steps: [] };
      known.steps.push(named);
      consumables.set(name, known);
    }
  }
  const torqued = new Set(steps.flatMap((step) => step.torques ?? []));
  const fasteners = run.fasteners.filter((fastener) => torqued.has(fastener.id));
  const byValue = new Map<number, string[]>();
  for (const fastener of fasteners) {
    if (!fastener.spec) continue;
    byValue.set(fastener.spec.nm, [...(byValue.get(fastener.spec.nm) ?? []), fastener.name]);
  }
  const ranges = [...byValue]
    .sort(([a], [b]) => a - b)
    .map(([nm, names]): NeededRange => {
      const cover = shop.wrenches.filter((one) => !one.out && nm >= one.lowNm && nm <= one.highNm);
      const inDate = cover.filter((one) => one.calibrationDue >= shop.today);
      return {
        nm,
        fasteners: [...new Set(names)],
        wrenches: inDate.map((one) => one.name),
        pastDate: cover.filter((one) => !inDate.includes(one)).map((one) => one.name),
      };
    });
  const approvals = run.steps
    .filter((step) => step.irreversible)
    .map((step) => ({ id: step.id, do: step.do }));
  const values = fasteners.filter((fastener) => !fastener.spec).map(placedName);
  const needed = [...tools.values()].sort((a, b) => socketKey(a.tool).localeCompare(socketKey(b.tool)));

  const holes: StartBlocker[] = [
    ...run.sources
      .filter(({ drafted }) => drafted && !drafted.worked)
      .map(({ title }): StartBlocker => ({
        code: 'approval',
        text: `Drafted here and never worked: ${title}. A lead works it the first time.`,
        hard: false,
      })),
    ...partsMissing.map(({ name, phase }): StartBlocker => ({
      code: 'part',
      text: `Not checked in: ${name}.`,
      hard: phase === 'teardown',
    })),
    ...unanswered.map((text): StartBlocker => ({
      code: 'approval',
      text: `The customer has not answered: ${text}.`,
      hard: false,
    })),
    ...needed
      .filter((tool) => !tool.have)
      .map(({ tool }): StartBlocker => ({
        code: 'tool',
        text: `The shop has no ${nameOf(tool)}.`,
        hard: false,
        tool,
      })),
    ...ranges
      .filter((range) => !range.wrenches.length)
      .map(({ nm, fasteners: names, pastDate }): StartBlocker =>
        pastDate.length
          ? {
              code: 'wrench-date',
              text: `Only ${pastDate.join(' and ')}, past its calibration date, reaches ${nm} N·m (${names.join(', ')}).`,
              hard: false,
            }
          : {
              code: 'wrench',
              text: `No torque wrench reaches ${nm} N·m (${names.join(', ')}).`,
              hard: false,
            },
      ),
    ...values.map((name): StartBlocker => ({
      code: 'value',
      text: `No torque value: ${name}.`,
      hard: false,
      // The lead gives it with its sheet, and until then nothing is torqued.
      later: true,
    })),
  ];
  return {
    tools: needed,
    ranges,
    consumables: [...consumables.values()].sort((a, b) => a.name.localeCompare(b.name)),
    helpers: steps
      .filter((step) => step.helper)
      .map((step) => ({ id: step.id, do: step.do, minutes: step.helper! })),
    approvals,
    values,
    parts: partsMissing.map(({ name }) => name),
    small: smallParts(run),
    unanswered,
    holes,
  };
}

import { type ShopTool, covers, socketKey, toolKind } from './pull-list';
import type { Procedure, Tool } from './types';

/** What stands in the shop rather than on a board, or is kept with its own dates. */
const NOT_ON_BOARDS = /\b(two-post|four-post|hoist|lift|torque wrench|corner scale|hammer)\b/;

/**
 * The tools that the procedures ask for, each once by what it means: what a new shop's board begins with.
 * @param procedures those that ship, and the shop's own
 * @param have what is on the boards already, and is not offered again
 * @returns the tools in the order of a board, with how many of the procedures ask for each
 */
export function starterBoard(
  procedures: readonly Pick<Procedure, 'steps' | 'ways'>[],
  have: readonly ShopTool[] = [],
): { tool: Tool; procedures: number }[] {
  const found = new Map<string, { tool: Tool; in: Set<number> }>();
  procedures.forEach(({ steps, ways }, index) => {
    for (const { tools = [] } of [...steps, ...ways.flatMap((way) => way.in.map((one) => one.step))])
      for (const { kind, size, drive } of tools) {
        const tool: Tool = {
          kind: toolKind(kind),
          ...(size === undefined ? {} : { size }),
          ...(drive === undefined ? {} : { drive }),
        };
        if (NOT_ON_BOARDS.test(tool.kind)) continue;
        const key = `${tool.kind} ${size ?? ''} ${drive ?? ''}`;
        const known = found.get(key) ?? { tool, in: new Set<number>() };
        known.in.add(index);
        found.set(key, known);
      }
  });
  return [...found.values()]
    .filter(({ tool }) => !have.some((one) => covers(one, tool)))
    .sort((a, b) => socketKey(a.tool).localeCompare(socketKey(b.tool)))
    .map(({ tool, in: asking }) => ({ tool, procedures: asking.size }));
}

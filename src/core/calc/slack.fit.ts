export interface SlackFitInput {
  length: number;
  spans: number[];
  margin?: number;
}

/**
 * Whether a hose or lead is long enough for the widest span it must cover. Lengths in mm.
 * @returns what is needed, the slack (negative when short), by how much to extend, and whether it is enough
 */
export function fitSlack({ length, spans, margin = 20 }: SlackFitInput) {
  const needed = Math.max(...spans) + margin;
  const slack = length - needed;
  return { needed, slack, extend: Math.max(0, -slack), ok: slack >= 0 };
}

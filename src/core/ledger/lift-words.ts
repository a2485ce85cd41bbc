/** What the lead lifted, as a handoff says it: the rule and who, with the reason where an older packet holds it. */
export const describeLift = ({ rule, reason, by }: { rule: string; reason: string; by: string }): string =>
  `${rule}${reason && `: ${reason}`} (${by})`;

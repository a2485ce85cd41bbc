/** Where a page’s own help is: the first whose words begin the address, after the order’s id. */
const HERE: readonly (readonly [path: RegExp, step: string])[] = [
  [/^\/welcome/, 'set-up'],
  [/^\/shop/, 'set-up'],
  [/\/values$/, 'values'],
  [/^\/(procedures|practice)/, 'procedures'],
  [/^\/week/, 'agree-week'],
  [/^\/orders\/new/, 'take-in'],
  [/\/heights$/, 'heights'],
  [/\/(look-over|measures)$/, 'look-over'],
  [/\/(plan|droop)$|^\/planner|^\/catalog|^\/kits/, 'plan'],
  [/\/quote$|^\/messages/, 'yes'],
  [/\/parts(\/list)?$/, 'parts'],
  [/^\/come-backs/, 'come-back'],
  [/\/work$/, 'pull-list'],
  [/\/torque$/, 'torque'],
  [/^\/bay/, 'bay'],
  [/\/(alignment|road)$|^\/stand-ins/, 'alignment'],
  [/\/(handoff|photos|trail)$/, 'hand-over'],
];

/** The address of the guide, at the line of the page one is on. */
export const guideFor = (path: string): string => {
  const step = HERE.find(([words]) => words.test(path))?.[1];
  return step ? `/help/guide#${step}` : '/help/guide';
};

/** Where the go-to letters lead: `g` and then the letter. */
export const PAGES = [
  ['t', 'Today', '/'],
  ['w', 'The week', '/week'],
  ['j', 'Jobs', '/orders'],
  ['n', 'Take a car in', '/orders/new'],
  ['b', 'Come-backs', '/come-backs'],
  ['c', 'Cars', '/cars'],
  ['p', 'Planner', '/planner'],
  ['k', 'Kits', '/kits'],
  ['a', 'Catalog', '/catalog'],
  ['r', 'Procedures', '/procedures'],
  ['d', 'Practice', '/practice'],
  ['h', 'Hours', '/hours'],
  ['y', 'Hours behind us', '/hours/past'],
  ['m', 'Bench math', '/bench'],
  ['l', 'Messages', '/messages'],
  ['s', 'Shop', '/shop'],
  ['e', 'People and devices', '/shop/people'],
  ['i', 'Stand-ins', '/stand-ins'],
  ['o', 'My own settings', '/me'],
  ['x', 'Help', '/help'],
] as const;

/** The line things are looked for in: the same before and after the finder has come. */
export const FIND_INPUT = 'input m-3 min-h-14 w-[calc(100%-1.5rem)] text-xl';

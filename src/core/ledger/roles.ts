export const ROLES = ['tech', 'advisor', 'lead', 'owner'] as const;
export type Role = (typeof ROLES)[number];

/** What holding a role brings with it: a lead may do all a tech and an advisor may, an owner is a lead besides. */
const IMPLIED: Record<Role, readonly Role[]> = {
  tech: ['tech'],
  advisor: ['advisor'],
  lead: ['lead', 'tech', 'advisor'],
  owner: ['owner', 'lead', 'tech', 'advisor'],
};

/** May somebody with these roles do what any one of `wanted` may? */
export function holdsRole(held: readonly Role[], wanted: readonly Role[]): boolean {
  return held.some((role) => IMPLIED[role].some((implied) => wanted.includes(implied)));
}

/** Who speaks on a customer's own page. It is nobody of the crew and holds no role; the entry names it. */
export const THE_CUSTOMER = {
  id: '00000000-0000-4000-8000-0000000000c0',
  name: 'the customer, on their page',
} as const;
/** Who speaks when the shop's own machine does something by the clock. */
export const THE_MACHINE = {
  id: '00000000-0000-4000-8000-0000000000a0',
  name: 'the shop’s own clock',
} as const;

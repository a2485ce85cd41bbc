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

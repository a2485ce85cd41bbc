import type { Role } from '@/core/ledger/roles';

/** Who looks at a page of the desk, and who may take the device over by PIN. */
export interface Desk {
  viewer: { id: string; name: string; roles: readonly Role[] };
  people: { id: string; name: string }[];
}

/** What a page shows that is the same for everybody until it has asked; null where there is no such page. */
export interface Shown<What> {
  desk: Desk;
  shown: What | null;
}

/** Where whoever may not look is let in. */
export type WayIn = '/sign-in' | '/first-owner' | '/pin';

/** What such a page is answered: what it shows, where to sign in first, or what is wrong. */
export type ShownAnswer<What> = Shown<What> | { wayIn: WayIn } | { failed: string };

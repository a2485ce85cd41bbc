/** What happens in this process, told to whoever counts it: nobody in a command line or a test. */
export interface Counting {
  command(name: string, outcome: 'taken' | 'refused' | 'failed', seconds: number): void;
  /** Somebody waited so long for a connection to the database. */
  wait(seconds: number): void;
  request(area: string, method: string, status: number, seconds: number): void;
}

const held = globalThis as typeof globalThis & { wrenchwiseCounting?: Counting };

export const counting = (): Counting | undefined => held.wrenchwiseCounting;
export function countWith(one: Counting): void {
  held.wrenchwiseCounting = one;
}

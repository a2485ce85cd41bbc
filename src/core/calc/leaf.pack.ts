export interface Leaf {
  rate: number;
  camber: number;
}

export interface LeafPackInput {
  load: number;
  before: Leaf[];
  after: Leaf[];
}

/**
 * Where a pack of leaves comes to rest under a load. A leaf only pushes, and only once the pack is down to its camber.
 * @param leaves rate (N/mm) and free camber at the seat (mm) of each
 * @param load what the pack carries (N)
 * @returns camber under load (mm) and the rate of the leaves then at work (N/mm)
 */
export function restOfPack(leaves: Leaf[], load: number): { camber: number; rate: number } {
  const inOrder = leaves.every((leaf, index) => index === 0 || leaves[index - 1]!.camber >= leaf.camber);
  const highestFirst = inOrder ? leaves : [...leaves].sort((a, b) => b.camber - a.camber);
  let rate = 0;
  let weighted = 0;
  for (let index = 0; index < highestFirst.length; index += 1) {
    const leaf = highestFirst[index]!;
    rate += leaf.rate;
    weighted += leaf.rate * leaf.camber;
    // The load over these leaves alone; it holds when the next leaf is not reached yet.
    const camber = (weighted - load) / rate;
    const next = highestFirst[index + 1];
    if (!next || camber >= next.camber) return { camber, rate };
  }
  throw new Error('a pack has at least one leaf');
}

/**
 * What leaves put in or taken out do: camber and rate of the pack before and after, and the lift (mm).
 * @param input load on the pack (N), leaves before and after
 */
export function comparePacks({ load, before, after }: LeafPackInput) {
  const was = restOfPack(before, load);
  const is = restOfPack(after, load);
  return {
    camberBefore: was.camber,
    camberAfter: is.camber,
    rateBefore: was.rate,
    rateAfter: is.rate,
    lift: is.camber - was.camber,
  };
}

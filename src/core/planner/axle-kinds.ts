/** How an axle is hung, and the motion ratios assumed for it until somebody measures. */
export const SUSPENSIONS = {
  strut: { name: 'strut', spring: 0.95, damper: 0.95, ends: ['front', 'rear'] },
  coilover: { name: 'coilover on a lower arm', spring: 0.6, damper: 0.6, ends: ['front', 'rear'] },
  'leaf-over': { name: 'leaf springs over the axle', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
  'leaf-under': { name: 'leaf springs under the axle', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
  'coil-radius': { name: 'coils, solid axle on radius arms', spring: 1, damper: 0.9, ends: ['front'] },
  'coil-links': { name: 'coils, solid axle on links', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
  'coil-trailing': { name: 'coils, solid axle on trailing arms', spring: 1, damper: 0.9, ends: ['rear'] },
  'multi-link': { name: 'multi-link, separate coil', spring: 0.6, damper: 0.7, ends: ['rear'] },
  cart: { name: 'cart front, spindles on leaf or coil', spring: 1, damper: 0.9, ends: ['front', 'rear'] },
} as const satisfies Record<
  string,
  { name: string; spring: number; damper: number; ends: ('front' | 'rear')[] }
>;
export type SuspensionKind = keyof typeof SUSPENSIONS;

/** The kinds of suspension an end may have, each with its name. */
export const suspensionsOf = (end: 'front' | 'rear') =>
  Object.entries(SUSPENSIONS)
    .filter(([, kind]) => (kind.ends as readonly string[]).includes(end))
    .map(([id, kind]) => [id, kind.name] as const);

const among =
  (...kinds: SuspensionKind[]) =>
  (kind: SuspensionKind) =>
    kinds.includes(kind);

export const isLeaf = among('leaf-over', 'leaf-under');
/** A spring and damper in one, between body and arm or knuckle. */
export const isCoilover = among('strut', 'coilover');
export const isSolidCoil = among('coil-radius', 'coil-links', 'coil-trailing');
/** A coil that stands by itself beside its damper. */
export const hasSeparateCoil = among('coil-radius', 'coil-links', 'coil-trailing', 'multi-link', 'cart');
export const hasCoil = (kind: SuspensionKind) => isCoilover(kind) || hasSeparateCoil(kind);
export const isIndependent = among('strut', 'coilover', 'multi-link');
/** Kinds whose axle is held by four links in the side view. */
export const hasFourLinks = among('coil-links', 'coil-trailing');
/** Kinds whose axle is held sideways by a track bar. */
export const hasTrackbar = isSolidCoil;
/** Solid axles with a driveshaft: every rear one, and a front one that is driven. */
export const hasDriveshaft = (kind: SuspensionKind) => !isIndependent(kind) && kind !== 'cart';
export const isSolid = (kind: SuspensionKind) => isLeaf(kind) || isSolidCoil(kind);

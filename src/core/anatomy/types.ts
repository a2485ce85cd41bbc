/** What an axle is made of, by what it does when something is undone. */
export const BODY_KINDS = [
  'frame',
  'subframe',
  'arm',
  'link',
  'knuckle',
  'hub',
  'axle',
  'spring',
  'damper',
  'strut',
  'bar',
  'bar link',
  'shaft',
  'shackle',
  'leaf',
  'steering',
  'wheel',
] as const;
export type BodyKind = (typeof BODY_KINDS)[number];

export const JOINT_KINDS = ['bushing', 'taper', 'stud plate', 'clamp', 'seat', 'splines', 'hinge'] as const;
export type JointKind = (typeof JOINT_KINDS)[number];

export const LINE_KINDS = [
  'brake hose',
  'sensor lead',
  'park cable',
  'breather',
  'level rod',
  'plug',
] as const;
export type LineKind = (typeof LINE_KINDS)[number];

export const CARRIERS = ['jack', 'strap', 'stand', 'helper', 'compressor'] as const;
/** What carries a body that its joints no longer hold. */
export type Carrier = (typeof CARRIERS)[number];

export const SPOILS = ['alignment', 'boot', 'seal'] as const;
export type Spoils = (typeof SPOILS)[number];

/**
 * A part of the axle. One with `side` stands on each side; the others are there once. `place` is where an item of a
 * procedure opens all of its joints at once: a coil that is out, a track bar that is off.
 */
export interface Body {
  id: string;
  name: string;
  kind: BodyKind;
  side?: 'each';
  place?: string;
  /** Too heavy for a hand: it falls when nothing holds it. */
  heavy?: boolean;
}

/** How two bodies are held together: closed, eased (it turns and cannot part) or open. */
export interface Joint {
  id: string;
  name: string;
  place: string;
  between: [string, string];
  kind: JointKind;
  /** Places of the fasteners that hold it. */
  fasteners: string[];
  /** Rubber bonded to its sleeves: it is twisted when it turns with its bolt tight. */
  bonded?: boolean;
  spoils?: Spoils[];
  minutes: number;
}

/** Something that runs from the car to what moves, and is only so long. */
export interface Line {
  id: string;
  name: string;
  place: string;
  kind: LineKind;
  between: [string, string];
  /** Places of the brackets and clips that free it. */
  brackets: string[];
  /** Wheel drop from ride height that it reaches, in mm: assumed until the car’s own figure is known. */
  reach: number;
}

/** A spring that stores force; loaded until a compressor is on it or the wheel hangs so low that it is free. */
export interface Spring {
  id: string;
  body: string;
  seats: string[];
  /** What has to be carried before a seat may open, where no compressor holds the spring. */
  carried: string[];
  /** Wheel drop from ride height, in mm, at which it is free; null where only a compressor frees it. */
  drop: number | null;
}

/** What stops droop, while it is joined: mm of wheel drop from ride height, assumed until the car’s own is known. */
export interface Limit {
  by: string;
  drop: number;
}

/** A body common to both sides: while it ties them one side does not go down alone by more than `allows`, in mm. */
export interface Tie {
  body: string;
  /** Joints that free it when they are open on one side; none means that it always ties. */
  at: string[];
  allows: number;
}

/** One way to take a body out: what of it opens, what is eased and carried, how far down, and what that spoils. */
export interface WayOut {
  body: string;
  title: string;
  open: string[];
  eased?: string[];
  carried: string[];
  drop: number;
  spoils?: Spoils[];
  minutes: number;
}

/** How one axle is hung: what holds what, on each side of it. Places and ids of one side stand for both. */
export interface Anatomy {
  format: 'wrenchwise-anatomy/1';
  id: string;
  title: string;
  /** Kinds of suspension it is for. */
  fits: string[];
  ends: ('front' | 'rear')[];
  steered: boolean;
  /** What goes down with the wheel. */
  hangs: string[];
  bodies: Body[];
  joints: Joint[];
  lines: Line[];
  springs: Spring[];
  limits: Limit[];
  ties: Tie[];
  waysOut: WayOut[];
}

/** A body a step begins or ceases to carry, by its id on its side or on both. */
export interface Carry {
  body: string;
  by: Carrier;
}

/** How far a wheel, or both of an end, hangs below ride height. */
export interface Drop {
  corner?: 'LF' | 'RF' | 'LR' | 'RR';
  end?: 'front' | 'rear';
  mm: number;
}

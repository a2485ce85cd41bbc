import 'server-only';
import sharp from 'sharp';
import { type Vector, cross, dot, minus, plus, scaled, unitOf } from '@/core/calc/vector';
import { CARD, type Place, darkFields } from '@/core/photo/card';
import { drawsFrom, normalFrom } from '@/core/draws';

/**
 * The stand-in camera with the card beside a span: a wheel and a fender in true perspective, the camera where somebody may
 * hold it, a lens that bends a little, blur and noise. What is drawn is known to a hair, so that what is read of it can be
 * held against it.
 */

export interface CardScene {
  width: number;
  height: number;
  /** Hub center to fender lip, upright, mm. */
  heightMm: number;
  /** How far the hub stands out of the plane of the fender, mm. */
  outOfPlane: number;
  /** Where both are in the picture, pixels. */
  hub: Place;
  lip: Place;
  /** The card's corners in the picture. */
  corners: Place[];
  picture: Buffer;
}

/** What may be asked of a scene; the rest is drawn from its seed. */
export interface SceneWish {
  seed: number;
  heightMm?: number;
  outOfPlane?: number;
  /** Farther away than anybody measures from. */
  far?: boolean;
}

const rad = (deg: number) => (deg * Math.PI) / 180;

export async function drawCardScene(wish: SceneWish): Promise<CardScene> {
  const draw = drawsFrom(wish.seed * 7919 + 17);
  const bell = normalFrom(draw);
  const between = (low: number, high: number) => low + draw() * (high - low);
  const [width, height] = [3200, 2400];
  const focal = 0.78 * width * (1 + 0.07 * bell());
  const span = wish.heightMm ?? between(430, 640);
  const out = wish.outOfPlane ?? between(0, 80);
  const away = wish.far ? between(3200, 3800) : between(1200, 1800);
  const aside = rad(between(-20, 20));
  const up = between(-400, 400);
  // Axes: x to the right, y down, z into the wall that the fender is.
  const from: Vector = [away * Math.sin(aside), -up, -away * Math.cos(aside)];
  const looked: Vector = [bell() * 40, bell() * 40, 0];
  const roll = rad(1.5 * bell());
  const bend = between(-0.015, 0.015);
  const forward = unitOf(minus(looked, from));
  const right0 = unitOf(cross([0, 1, 0], forward));
  const down0 = cross(forward, right0);
  const right = mix(right0, Math.cos(roll), down0, Math.sin(roll));
  const down = mix(down0, Math.cos(roll), right0, -Math.sin(roll));
  const half = Math.hypot(width, height) / 2;
  const project = (at: Vector): Place => {
    const rel = minus(at, from);
    const depth = dot(rel, forward);
    const [x, y] = [(focal * dot(rel, right)) / depth, (focal * dot(rel, down)) / depth];
    const share = 1 + bend * ((x * x + y * y) / half ** 2);
    return { x: width / 2 + x * share, y: height / 2 + y * share };
  };
  const hub: Vector = [12 * bell(), span / 2, -out];
  const lip: Vector = [hub[0] + 10 * bell(), -span / 2, 2 * bell()];
  // The card: beside the span, in its plane as well as a hand holds it.
  const side = draw() < 0.5 ? -1 : 1;
  const center: Vector = [side * between(230, 330), 35 * bell(), 2 * bell()];
  const [pitch, turn, yaw] = [rad(0.6 * bell()), rad(0.6 * bell()), rad(0.4 * bell())];
  const onCard = ({ x, y }: Place): Vector => {
    const [u, v] = [x - CARD.width / 2, y - CARD.height / 2];
    const [a, b] = [u * Math.cos(turn) - v * Math.sin(turn), u * Math.sin(turn) + v * Math.cos(turn)];
    return [
      center[0] + a * Math.cos(yaw),
      center[1] + b * Math.cos(pitch),
      center[2] + a * Math.sin(yaw) + b * Math.sin(pitch),
    ];
  };
  const points = (places: Vector[]) =>
    places
      .map((at) => project(at))
      .map(({ x, y }) => `${x.toFixed(2)},${y.toFixed(2)}`)
      .join(' ');
  const ring = (at: Vector, radius: number, count = 72): Vector[] =>
    Array.from({ length: count }, (_, index) => {
      const angle = (index / count) * 2 * Math.PI;
      return [at[0] + radius * Math.cos(angle), at[1] + radius * Math.sin(angle), at[2]];
    });
  const hue = (wish.seed * 61) % 360;
  const arch = span;
  const archCenter: Vector = [lip[0], lip[1] + arch, lip[2]];
  const archEdge = Array.from({ length: 49 }, (_, index): Vector => {
    const angle = Math.PI * (1 + index / 48);
    return [archCenter[0] + arch * Math.cos(angle), archCenter[1] + arch * Math.sin(angle), archCenter[2]];
  });
  const bottom = archCenter[1];
  const fender: Vector[] = [
    [-1400, bottom, 0],
    [-1400, -span / 2 - 420, 0],
    [1400, -span / 2 - 420, 0],
    [1400, bottom, 0],
    ...archEdge.reverse(),
  ];
  const tire = span * 0.76;
  const edge = (margin: number) =>
    points(
      [
        { x: -margin, y: -margin },
        { x: CARD.width + margin, y: -margin },
        { x: CARD.width + margin, y: CARD.height + margin },
        { x: -margin, y: CARD.height + margin },
      ].map(onCard),
    );
  const fields = [0, 1, 2, 3].flatMap((mark) =>
    darkFields(mark).map(({ x, y, side: one }) =>
      points(
        [
          { x, y },
          { x: x + one, y },
          { x: x + one, y: y + one },
          { x, y: y + one },
        ].map(onCard),
      ),
    ),
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <rect width="${width}" height="${height}" fill="hsl(${(hue + 40) % 360} 10% 66%)"/>
    <polygon points="${points([
      [-6000, bottom + tire * 0.35, 600],
      [6000, bottom + tire * 0.35, 600],
      [6000, bottom + tire, -900],
      [-6000, bottom + tire, -900],
    ])}" fill="#6e675a"/>
    <polygon points="${points(ring(archCenter, arch * 1.02))}" fill="#181714"/>
    <polygon points="${points(ring([hub[0], hub[1], -out * 0.4], tire))}" fill="#23211f"/>
    <polygon points="${points(ring([hub[0], hub[1], -out * 0.7], tire * 0.62))}" fill="hsl(${hue} 8% 62%)"/>
    ${Array.from({ length: 5 }, (_, index) =>
      points(
        ring(
          [
            hub[0] + tire * 0.36 * Math.cos(index * 1.2566),
            hub[1] + tire * 0.36 * Math.sin(index * 1.2566),
            -out * 0.7,
          ],
          tire * 0.13,
          30,
        ),
      ),
    )
      .map((one) => `<polygon points="${one}" fill="#37342f"/>`)
      .join('')}
    <polygon points="${points(fender)}" fill="hsl(${(hue + 150) % 360} 30% 40%)" stroke="#14120f" stroke-width="3"/>
    <polygon points="${points(ring(hub, 34, 40))}" fill="#8d8a83" stroke="#201e1b" stroke-width="2"/>
    <polygon points="${points(ring(hub, 5, 20))}" fill="#14120f"/>
    <polygon points="${edge(16)}" fill="#f6f3ea"/>
    ${fields.map((one) => `<polygon points="${one}" fill="#141210"/>`).join('')}
  </svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .blur(between(0.6, 1.1))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  // Noise as a small sensor has it; light falls off to one side.
  for (let at = 0; at < data.length; at += 3) {
    const noise = 4 * bell();
    for (let one = 0; one < 3; one += 1) data[at + one] = Math.max(0, Math.min(255, data[at + one]! + noise));
  }
  const picture = await sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .jpeg({ quality: 88 })
    .toBuffer();
  return {
    width,
    height,
    heightMm: hub[1] - lip[1],
    outOfPlane: out,
    hub: project(hub),
    lip: project(lip),
    corners: [
      { x: 0, y: 0 },
      { x: CARD.width, y: 0 },
      { x: CARD.width, y: CARD.height },
      { x: 0, y: CARD.height },
    ].map((place) => project(onCard(place))),
    picture,
  };
}

const mix = (a: Vector, by: number, b: Vector, other: number): Vector =>
  plus(scaled(a, by), scaled(b, other));

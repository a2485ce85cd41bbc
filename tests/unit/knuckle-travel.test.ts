import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { steerByDragLink } from '@/core/calc/draglink.steer';
import {
  Knuckle,
  type KnuckleTravelInput,
  type Point3,
  type Pose,
  travelKnuckle,
} from '@/core/calc/knuckle.travel';
import { vectorOf } from '@/core/calc/knuckle.travel';
import { minus, sizeOf } from '@/core/calc/vector';

/** One car of each way of hanging a knuckle: strut, two arms, five links. */
const CARS = readFileSync(path.join(__dirname, '..', 'vectors', 'knuckle.travel.jsonl'), 'utf8')
  .split('\n')
  .filter(Boolean)
  .map((line) => (JSON.parse(line) as { input: KnuckleTravelInput }).input);
const [STRUT, , ARMS, LINKS] = CARS as [
  KnuckleTravelInput,
  KnuckleTravelInput,
  KnuckleTravelInput,
  KnuckleTravelInput,
];
const bare = ({ arms, links, strut, wheel }: KnuckleTravelInput): Omit<KnuckleTravelInput, 'travel'> => ({
  ...(arms && { arms }),
  ...(links && { links }),
  ...(strut && { strut }),
  wheel,
});
const travels = fc.double({ min: -70, max: 60, noNaN: true });
const car = fc.constantFrom(STRUT, ARMS, LINKS);

/** How far each link's length is from what it was made to. */
function lengthsOff(input: KnuckleTravelInput, pose: Pose): number[] {
  const knuckle = new Knuckle(input);
  const off = (body: Point3, joint: Point3) =>
    sizeOf(minus(knuckle.placeOf(joint, pose), vectorOf(body))) -
    sizeOf(minus(vectorOf(joint), vectorOf(body)));
  return [
    ...(input.arms ?? []).flatMap(({ front, rear, joint }) => [off(front, joint), off(rear, joint)]),
    ...(input.links ?? []).map(({ body, joint }) => off(body, joint)),
  ];
}

describe('a knuckle through its travel', () => {
  test('links keep their lengths, wherever the wheel is', () => {
    fc.assert(
      fc.property(car, travels, (one, travel) => {
        const input = { ...bare(one), travel: [] };
        const pose = new Knuckle(input).poseAt(travel)!;
        for (const off of lengthsOff(input, pose)) expect(Math.abs(off)).toBeLessThan(1e-9);
        expect(pose.center[2]).toBe(one.wheel.center.z + travel);
      }),
    );
  });

  test('mirrored fore and aft it answers mirrored', () => {
    const turnAbout = ({ x, y, z }: Point3): Point3 => ({ x: -x, y, z });
    fc.assert(
      fc.property(car, travels, (one, travel) => {
        const input: KnuckleTravelInput = { ...bare(one), travel: [travel] };
        const other: KnuckleTravelInput = {
          ...input,
          ...(one.arms && {
            // Front and rear change places, so that an arm is the arm it was.
            arms: one.arms.map(({ front, rear, joint }) => ({
              front: turnAbout(rear),
              rear: turnAbout(front),
              joint: turnAbout(joint),
            })),
          }),
          ...(one.links && {
            links: one.links.map(({ body, joint }) => ({ body: turnAbout(body), joint: turnAbout(joint) })),
          }),
          ...(one.strut && { strut: { top: turnAbout(one.strut.top), foot: turnAbout(one.strut.foot) } }),
          wheel: { ...one.wheel, center: turnAbout(one.wheel.center), toe: -one.wheel.toe },
        };
        const [a] = travelKnuckle(input).rows;
        const [b] = travelKnuckle(other).rows;
        expect(b!.camber).toBeCloseTo(a!.camber, 7);
        expect(b!.toe).toBeCloseTo(-a!.toe, 7);
        if (a!.caster !== null) expect(b!.caster).toBeCloseTo(-a!.caster, 7);
        expect(b!.center.x).toBeCloseTo(-a!.center.x, 6);
        expect(b!.contact.y).toBeCloseTo(a!.contact.y, 6);
      }),
    );
  });

  test('a parallelogram keeps its camber, its toe and its caster', () => {
    const p = (x: number, y: number, z: number): Point3 => ({ x, y, z });
    const input: KnuckleTravelInput = {
      arms: [
        { front: p(-150, 400, 200), rear: p(150, 400, 200), joint: p(0, 720, 180) },
        { front: p(-150, 400, 500), rear: p(150, 400, 500), joint: p(0, 720, 480) },
      ],
      links: [{ body: p(140, 400, 300), joint: p(140, 720, 280) }],
      wheel: { center: p(0, 800, 350), camber: -0.4, toe: 0.1, radius: 350 },
      travel: [-80, -33, 0, 47, 70],
    };
    for (const row of travelKnuckle(input).rows) {
      expect(row.camber).toBeCloseTo(-0.4, 9);
      expect(row.toe).toBeCloseTo(0.1, 9);
      expect(row.caster).toBeCloseTo(0, 9);
    }
  });

  test('fitted as measured changes nothing', () => {
    const arms = ARMS.arms!.map(({ front, rear }) => ({ front, rear }));
    const links = ARMS.links!.map(({ body }) => ({ body }));
    const plain = { ...bare(ARMS), travel: [-60, -10, 0, 25] };
    const same = travelKnuckle({ ...plain, fitted: { arms, links } }).rows;
    travelKnuckle(plain).rows.forEach((row, at) => {
      expect(same[at]!.camber).toBeCloseTo(row.camber, 9);
      expect(same[at]!.toe).toBeCloseTo(row.toe, 9);
    });
  });

  test('it moves without a jump, and out and back returns', () => {
    fc.assert(
      fc.property(car, travels, (one, travel) => {
        const input: KnuckleTravelInput = { ...bare(one), travel: [travel, travel + 0.01] };
        const [a, b] = travelKnuckle(input).rows;
        expect(Math.abs(a!.camber - b!.camber)).toBeLessThan(0.01);
        expect(Math.abs(a!.toe - b!.toe)).toBeLessThan(0.01);
        const knuckle = new Knuckle(input);
        const out = knuckle.poseAt(travel)!;
        const back = knuckle.poseAt(0, { travel, pose: out })!;
        expect(back.center[0]).toBeCloseTo(one.wheel.center.x, 7);
        expect(back.turn[0][0]).toBeCloseTo(1, 9);
      }),
      { numRuns: 40 },
    );
  });

  test('rows come in the order asked, and a row does not hang on the others', () => {
    const asked = [40, -70, 0, -10, 55];
    const { rows } = travelKnuckle({ ...bare(LINKS), travel: asked });
    expect(rows.map(({ travel }) => travel)).toEqual(asked);
    for (const row of rows) {
      const [alone] = travelKnuckle({ ...bare(LINKS), travel: [row.travel] }).rows;
      expect(row.camber).toBeCloseTo(alone!.camber, 8);
    }
  });

  test.each([
    ['four links', { links: LINKS.links!.slice(0, 4) }, /five/, 'links'],
    [
      'a link of no length',
      { links: LINKS.links!.map((link, at) => (at === 2 ? { ...link, body: link.joint } : link)) },
      /one/,
      'links[2].body',
    ],
    ['a travel they cannot follow', { travel: [20, -900] }, /cannot follow to a travel of -900/, 'travel[1]'],
    [
      'a link that cannot reach',
      { fitted: { links: [{ length: 40 }, null, null, null, null] } },
      /cannot meet/,
      'fitted',
    ],
    [
      'an arm that is not there',
      { damper: { body: { x: 0, y: 0, z: 0 }, foot: { x: 9, y: 9, z: 9 }, arm: 1 } },
      /not there/,
      'damper.arm',
    ],
  ])('refuses %s', (_, change, message, field) => {
    let refused: { message: string; field: string } | null = null;
    try {
      travelKnuckle({ ...bare(LINKS), travel: [0], ...change });
    } catch (error) {
      refused = error as { message: string; field: string };
    }
    expect(refused?.message).toMatch(message);
    expect(refused?.field).toBe(field);
  });
});

describe('what lift steers by the drag link', () => {
  const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  test('a link like the bar on the same side steers nothing, at any height', () => {
    fc.assert(
      fc.property(mm(600, 1000), mm(-80, 200), mm(-60, 100), (length, rise, lift) => {
        const link = { length, rise };
        const got = steerByDragLink({ dragLink: link, trackBar: link, arm: 150, lift });
        expect(got.relative).toBeCloseTo(0, 9);
        expect(got.slopeApartDeg).toBeCloseTo(0, 9);
        expect(got.bumpSteer.up).toBeCloseTo(0, 9);
      }),
    );
  });
  test('the length it names undoes it', () => {
    fc.assert(
      fc.property(mm(800, 1000), mm(60, 180), mm(0, 80), fc.boolean(), (length, rise, lift, sameSide) => {
        const trackBar = { length: 880, rise: 90 };
        const got = steerByDragLink({ dragLink: { length, rise }, trackBar, arm: 150, lift, sameSide });
        const span = (l: number, r: number) => Math.sqrt(l * l - r * r);
        const pull = span(length, rise) - span(length + got.lengthen, rise + lift);
        expect(sameSide ? pull - got.axleShift : pull + got.axleShift).toBeCloseTo(0, 9);
      }),
    );
  });
});

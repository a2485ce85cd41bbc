import { axleOf } from '@/core/anatomy/axle';
import { PICTURE_SIZE, axlePicture } from '@/core/anatomy/picture';
import { type EndNow, standingHang } from '@/core/anatomy/state';
import type { Support } from '@/core/procedure/types';
import { anatomies } from '../support/library';

const standing = (support: Support = 'on-wheels', open: string[] = []): EndNow => ({
  support,
  open: new Set(open),
  loose: new Set(),
  snug: new Set(),
  hang: standingHang(),
});

describe.each(anatomies.flatMap((one) => one.ends.map((end) => [one.id, end, one] as const)))(
  '%s at the %s',
  (_, end, anatomy) => {
    const axle = axleOf(anatomy, end);
    const picture = axlePicture(axle, standing());

    test('every body, joint and line of it is drawn once, inside the picture', () => {
      expect(picture.bodies.map(({ id }) => id).sort()).toEqual([...axle.bodies.keys()].sort());
      expect(picture.joints.map(({ id }) => id)).toEqual(axle.joints.map(({ id }) => id));
      expect(picture.lines.map(({ id }) => id)).toEqual(axle.lines.map(({ id }) => id));
      for (const { d } of picture.bodies) expect(d).not.toMatch(/NaN|undefined|Infinity/);
      for (const { x, y } of [...picture.joints, ...picture.lines]) {
        expect(x).toBeGreaterThanOrEqual(18);
        expect(x).toBeLessThanOrEqual(PICTURE_SIZE.width - 18);
        expect(y).toBeGreaterThanOrEqual(18);
        expect(y).toBeLessThanOrEqual(PICTURE_SIZE.height - 18);
      }
    });
    test('no mark lies over another', () => {
      const marks = [...picture.joints, ...picture.lines];
      for (const one of marks)
        for (const other of marks)
          if (one !== other) expect(Math.hypot(one.x - other.x, one.y - other.y)).toBeGreaterThan(20);
    });
    test('left is on the left, and each wheel hangs by itself', () => {
      for (const { id, x } of picture.joints) {
        if (axle.jointById.get(id)!.side === 'left') expect(x).toBeLessThan(PICTURE_SIZE.width / 2);
        if (axle.jointById.get(id)!.side === 'right') expect(x).toBeGreaterThan(PICTURE_SIZE.width / 2);
      }
      const hanging = standing('axle-held');
      hanging.hang.drop[axle.corners.left] = 90;
      const [left, right] = axlePicture(axle, hanging).hangs;
      const frame = (bodies: typeof picture.bodies) => bodies.find(({ kind }) => kind === 'frame');
      // The car itself stays where it is.
      expect(frame(axlePicture(axle, hanging).bodies)).toEqual(frame(picture.bodies));
      expect(left).toMatchObject({ side: 'left', mm: 90 });
      expect(right).toMatchObject({ side: 'right', mm: 0 });
      expect(left!.y).toBeGreaterThan(right!.y);
      expect(right!.y).toBe(picture.hangs[1]!.y);
    });
    test('what is open, free, carried and out says so', () => {
      const line = axle.lines[0];
      const now = standing('axle-held', line ? [line.place] : []);
      const heavy = axle.heavy[0]!.id;
      now.hang.carried.set(heavy, ['jack']);
      const wheel = [...axle.bodies.values()].find(({ kind }) => kind === 'wheel')!.id;
      now.hang.out.add(wheel);
      const drawn = axlePicture(axle, now);
      if (line) expect(drawn.lines.find(({ id }) => id === line.id)!.free).toBe(true);
      expect(drawn.carried).toMatchObject([{ id: heavy, by: 'jack' }]);
      expect(drawn.bodies.some(({ id }) => id === wheel)).toBe(false);
    });
  },
);

import { copyOf, placesOf, work } from '@/core/anatomy/acts';
import { type Axle, axleOf } from '@/core/anatomy/axle';
import { speaksOf } from '@/core/anatomy/prove';
import { jointsNow, standingHang } from '@/core/anatomy/state';
import { nameOnAxle } from '@/core/anatomy/words';
import type { Anatomy } from '@/core/anatomy/types';
import { type PlainProcedure, type Procedure, endsOf } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';

/** Each job as a drawing: its joints in the order in which they open, step by step until they are closed again. */

const SIGN = { closed: '·', eased: '~', open: '#', snug: '-' } as const;

interface Row {
  name: string;
  signs: string;
  first: number;
}

/** What the joints of an axle are after each of its steps; of two sides alike the left one is drawn. */
function rowsOf(axle: Axle, plain: PlainProcedure): Row[] {
  const places = placesOf(plain);
  const steps = plain.steps.filter((step) => endsOf(step).includes(axle.end));
  const now = copyOf({
    support: 'on-wheels',
    open: new Set(),
    loose: new Set(),
    snug: new Set(),
    hang: standingHang(speaksOf(axle, steps)),
  });
  const signs = new Map<string, string[]>();
  for (const step of steps) {
    const before = JSON.stringify([[...jointsNow(axle, now)], [...now.snug]]);
    work(axle, now, step, places);
    const states = jointsNow(axle, now);
    // A step that changes no joint takes no column.
    if (JSON.stringify([[...states], [...now.snug]]) === before) continue;
    for (const joint of axle.joints.filter(({ side }) => side !== 'right')) {
      const snug = joint.fasteners.some((place) => now.snug.has(place));
      const state = states.get(joint.id) ?? (snug ? 'snug' : 'closed');
      signs.set(joint.id, [...(signs.get(joint.id) ?? []), SIGN[state]]);
    }
  }
  return [...signs]
    .map(([id, all]) => ({
      name: nameOnAxle(axle, id, 'joint').replace(/^left /, ''),
      signs: all.join(''),
      first: all.findIndex((sign) => sign !== SIGN.closed),
    }))
    .filter(({ first }) => first >= 0)
    .sort((one, other) => one.first - other.first || one.name.localeCompare(other.name));
}

/** The drawing of one axle in one job, as text. */
function drawing(axle: Axle, plain: PlainProcedure): string[] {
  const rows = rowsOf(axle, plain);
  const width = Math.max(...rows.map(({ name }) => name.length));
  return ['```', ...rows.map(({ name, signs }) => `${name.padEnd(width)}  ${signs}`), '```'];
}

/** The page of drawings, for every procedure that names how its axles are hung. */
export function jointsPage(procedures: readonly Procedure[], anatomies: readonly Anatomy[]): string {
  const parts = procedures.flatMap((procedure) => {
    const plain = takeVariants(procedure, []);
    const axles = (['front', 'rear'] as const).flatMap((end) => {
      const found = anatomies.find(({ id }) => id === plain.anatomy?.[end]);
      return found ? [axleOf(found, end)] : [];
    });
    if (!axles.length) return [];
    return [
      `## ${procedure.title} (\`${procedure.id}\`)`,
      '',
      ...axles.flatMap((axle) => [
        `${axle.anatomy.title}: \`${axle.anatomy.id}\`.`,
        '',
        ...drawing(axle, plain),
        '',
      ]),
    ];
  });
  return `${parts.join('\n').trimEnd()}\n`;
}

import { placesOf, workUnasked } from '@/core/anatomy/acts';
import { type Axle, axleOf, shortName } from '@/core/anatomy/axle';
import { type DraftPlan, draftPlans } from '@/core/anatomy/draft-plan';
import { jointsNow, standingHang } from '@/core/anatomy/state';
import type { Anatomy } from '@/core/anatomy/types';
import { type OneEnd, type PlainProcedure, type Procedure, endsOf } from '@/core/procedure/types';
import { takeVariants } from '@/core/procedure/variants';

/**
 * The jobs of the library beside what is drafted for the same parts on the same axles: the same joints, or why not.
 */

/** Why a job of the library opens or eases other joints than the cheapest draft of what it takes out. */
export const REASONS: Readonly<Record<string, string>> = {
  'coils-trailing-arms-rear rear':
    'The upper arm is parted at the axle because its ball joint is looked at and the pinion turned on its jack; a draft turns nothing. Its damper bolts are eased together with the arms’, for longer dampers later.',
  'front-leaf-springs front':
    'Longer springs let the axle hang lower for good: dampers and driveshaft come off at both ends, the bar link with them. The pitman arm is exchanged by its splines, with the drag link off it; a draft parts it from the drag link where the anatomy joins them.',
  'link-coil-long-travel front':
    'Dampers are exchanged too, the drag link is shortened, and the shaft comes off because the axle later hangs lower than it reaches.',
  'lower-mount-spacer front':
    'Nothing comes out: the coilover stays at its top and is lifted off its foot for the spacer, so there is nothing to draft.',
  'lowering front':
    'The shop’s way lets the arm down by its lower joint and needs no compressor in the coil; the draft finds the compressor cheaper, since it spoils neither boot nor alignment. Cut coils go back in by hand only with the arm down.',
  'lowering rear':
    'Nothing is taken off the axle that goes back on: the pack stays, and hangers are drilled off the frame.',
  'radius-arm-spacers front':
    'The bar is hung off its mounts rather than off its links, dampers let go at their stems, and the track bar comes off at the axle since the spacers move it sideways; each opens another end of the same part.',
  'rear-leaf-shackles rear':
    'An isolator between pack and axle is exchanged with the shackles, so U-bolts and damper feet come off; for the shackles alone the draft leaves them.',
  'rear-lift-block rear': 'Nothing comes out: a block goes between pack and axle.',
  'strut-spacers-car-body front':
    'The strut goes in taller than it came out: arms and subframe are eased for the finger of room it wants. A draft puts back what it took out.',
  'strut-spacers-car-body rear':
    'The same: damper foot and bar link come off so that the link can hang low enough for the taller spring, where the draft presses the old one together.',
  'strut-top-spacer front':
    'The strut goes in taller than it came out: the upper joint is parted so that the arm comes down below its droop. For the same strut again the draft only eases the pivots.',
  'subframe-spacers rear':
    'The subframe itself comes down for its spacers, and with it what ties it to the body; the draft takes out only the coil and the link.',
  'touring-all-round front': 'The dampers are exchanged too, and come off at both ends.',
  'touring-all-round rear': 'The dampers are exchanged too, and come off at both ends.',
  'utility-cart front':
    'The drag link is parted because the spindle it steers is exchanged; the draft leaves what hangs on the steering to the tie rod.',
  'utility-cart rear': 'Nothing comes out that the anatomy names: blocks go between spring and axle.',
};

export interface Compared {
  key: string;
  anatomy: Anatomy;
  out: string[];
  plan: DraftPlan | null;
  /** Joints only one of both opens or eases. */
  library: { opens: string[]; eases: string[] };
  draft: { opens: string[]; eases: string[] };
}

/** What a job opens and eases on an axle before the rack. */
function workedOn(axle: Axle, plain: PlainProcedure) {
  const now = {
    support: 'on-wheels' as const,
    open: new Set<string>(),
    loose: new Set<string>(),
    snug: new Set<string>(),
    hang: standingHang(),
  };
  const most = new Map<string, 'eased' | 'open'>();
  for (const step of plain.steps) {
    if (step.phase === 'align' || !endsOf(step).includes(axle.end)) continue;
    workUnasked(axle, now, step, placesOf(plain));
    for (const [id, state] of jointsNow(axle, now))
      if (state === 'open' || !most.has(shortName(id))) most.set(shortName(id), state);
  }
  const of = (state: 'eased' | 'open') =>
    [...most].filter(([name, one]) => one === state && !name.startsWith('wheel')).map(([name]) => name);
  return { opens: of('open'), eases: of('eased') };
}

const without = (some: readonly string[], others: readonly string[]) =>
  some.filter((name) => !others.includes(name)).sort();

/** A job as it stands beside the cheapest draft of what it takes out, at each end that names an anatomy. */
export function compareWithDraft(procedure: Procedure, anatomies: readonly Anatomy[]): Compared[] {
  const plain = takeVariants(procedure, []);
  return (['front', 'rear'] as const).flatMap((end: OneEnd) => {
    const anatomy = anatomies.find(({ id }) => id === plain.anatomy?.[end]);
    if (!anatomy) return [];
    const axle = axleOf(anatomy, end);
    const named = plain.steps.filter((step) => endsOf(step).includes(end)).flatMap((step) => step.out ?? []);
    const out = [...new Set(named.map(shortName))].filter((name) =>
      anatomy.bodies.some(({ id, kind }) => id === name && kind !== 'wheel'),
    );
    const plan = out.length ? (draftPlans(axle, out, { compressor: true })[0] ?? null) : null;
    const own = workedOn(axle, plain);
    const opens = [...(plan?.opens ?? [])].filter((name) => !name.startsWith('wheel'));
    const eases = [...(plan?.eases ?? [])];
    return [
      {
        key: `${procedure.id} ${end}`,
        anatomy,
        out,
        plan,
        library: { opens: without(own.opens, opens), eases: without(own.eases, eases) },
        draft: { opens: without(opens, own.opens), eases: without(eases, own.eases) },
      },
    ];
  });
}

export const differs = ({ library, draft }: Compared): boolean =>
  [library.opens, library.eases, draft.opens, draft.eases].some((names) => names.length > 0);

const jointNames = (anatomy: Anatomy, names: readonly string[]) =>
  names.map((name) => anatomy.joints.find(({ id }) => id === name)?.name ?? name).join(', ');

/** The comparison as a page. */
export function draftComparison(procedures: readonly Procedure[], anatomies: readonly Anatomy[]): string {
  const parts = procedures.flatMap((procedure) =>
    compareWithDraft(procedure, anatomies).map((one) => {
      const { anatomy, out, plan, library, draft, key } = one;
      const bodies = out.map((name) => anatomy.bodies.find(({ id }) => id === name)!.name).join(', ');
      const line = (words: string, names: readonly string[]) =>
        names.length ? [`- ${words}: ${jointNames(anatomy, names)}.`] : [];
      return [
        `## ${procedure.title}, ${key.split(' ').at(-1)}`,
        '',
        `${anatomy.title}. ${bodies ? `Out: ${bodies}.` : 'Nothing comes out.'} ${
          plan
            ? `Drafted: ${plan.ways.map(({ title }) => title).join('; ')}; ${Math.round(plan.minutes)} minutes.`
            : ''
        }`.trim(),
        '',
        ...(differs(one)
          ? [
              ...line('Only the job opens', library.opens),
              ...line('Only the job eases', library.eases),
              ...line('Only the draft opens', draft.opens),
              ...line('Only the draft eases', draft.eases),
              '',
              REASONS[key] ?? '',
            ]
          : ['The same joints, opened and eased alike.']),
        '',
      ].join('\n');
    }),
  );
  return [
    '# The jobs of the library beside their drafts',
    '',
    'Each job as it stands, beside the cheapest draft for the same parts on the same axle: which joints one of both opens or eases and the other does not, and why. The wheels and what the rack sets are left aside.',
    '',
    ...parts,
  ].join('\n');
}

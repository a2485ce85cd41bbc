import {
  type Axle,
  type JointOn,
  type LineOn,
  SIDES,
  type Side,
  axleOf,
  openPlaceOf,
  isWheelJoint,
  shortName,
} from '../anatomy/axle';
import { type DraftPlan, type Equipment, draftPlans } from '../anatomy/draft-plan';
import type { Anatomy, Carry } from '../anatomy/types';
import { Refusal } from '../refusal';
import { capital } from '../wording';
import { checkProcedure, isFault } from './check';
import { fastenerOfJoint, itemOfJoint, itemOfLine, whereOn } from './also-opened';
import type { Fastener, Item, OneEnd, Procedure, Step, Support } from './types';

/**
 * A procedure drafted from the car: what the anatomy of an axle says has to come apart, in an order in which nothing lets go,
 * and back again. A model is not a maker's sheet: a draft says so for good, names no values and is worked once by a lead.
 */

export interface DraftWish {
  end: OneEnd;
  /** What comes out, by the names of the anatomy. */
  out: string[];
  /** What goes in, in words: `the new springs`; the same again where nothing is said. */
  putsIn: string;
  equipment: Equipment;
}

export interface Draft {
  plan: DraftPlan;
  procedure: Procedure;
}

const SPOILS_WORDS = {
  alignment: () => 'the alignment',
  boot: (count: number) => (count > 1 ? `${count} boots at risk` : 'a boot at risk'),
  seal: (count: number) => (count > 1 ? `${count} seals at risk` : 'a seal at risk'),
};
/** What a way spoils, in words. */
export const spoilsWords = ({ what, count }: DraftPlan['spoils'][number]): string =>
  SPOILS_WORDS[what](count);

const sideLetter = (side: Side | undefined) => (side ? `-${side === 'left' ? 'L' : 'R'}` : '');

class Writer {
  readonly items = new Map<string, Item>();
  readonly fasteners = new Map<string, Fastener>();
  readonly steps: Step[] = [];
  constructor(readonly axle: Axle) {}

  item(item: Item): string {
    this.items.set(item.id, item);
    return item.id;
  }
  fastener(fastener: Fastener): string {
    this.fasteners.set(fastener.id, fastener);
    return fastener.id;
  }
  /** Each step waits for the one before it: the order is the one that was tried. */
  step(step: Omit<Step, 'after'>): void {
    const last = this.steps.at(-1);
    const filled = Object.entries(step).filter(([, value]) => !Array.isArray(value) || value.length > 0);
    this.steps.push({
      ...(Object.fromEntries(filled) as unknown as Step),
      ...(last ? { after: [last.id] } : {}),
    });
  }

  /** The fastener of a joint, with a name of its own in the file. */
  fastenerOf(joint: JointOn): string | null {
    const made = fastenerOfJoint(this.axle, joint);
    if (!made) return null;
    return this.fastener({
      ...made,
      id: `${shortName(joint.id)}${sideLetter(joint.side)}`,
      ...(setsAlignment(joint) ? { final: 'on-wheels' } : {}),
      ...(isWheelJoint(this.axle, joint) ? { name: 'Wheel nuts', count: 5, pattern: 'star' } : {}),
    });
  }
  itemOfJoint(joint: JointOn): string {
    const made = itemOfJoint(this.axle, joint);
    return this.item({ ...made, id: `${shortName(joint.id)}-apart${sideLetter(joint.side)}` });
  }
  itemOfLine(line: LineOn): string {
    const made = itemOfLine(this.axle, line, line.brackets.length ? 'out' : 'unplugged');
    return this.item({ ...made, id: `${shortName(line.id)}-free${sideLetter(line.side)}` });
  }
}

const setsAlignment = ({ spoils }: JointOn): boolean => spoils?.includes('alignment') ?? false;

const HANDS: Record<Carry['by'], string> = {
  jack: 'on a jack',
  strap: 'in a strap',
  stand: 'on a stand',
  helper: 'in a second pair of hands',
  compressor: 'in its compressor',
};
const TOOLS: Record<Carry['by'], string> = {
  jack: 'floor jack',
  strap: 'strap',
  stand: 'axle stand',
  helper: 'second pair of hands',
  compressor: 'spring compressor',
};
const listed = (names: readonly string[]) => [...new Set(names)].join(', ');
const SIDE_WORDS = { left: 'Left', right: 'Right' } as const;
const sided = (side: Side | undefined, words: string) =>
  side ? `${SIDE_WORDS[side]}: ${words}` : capital(words);

/** Things by their side: left, right, and what is there once. */
const bySide = <T extends { side?: Side }>(things: readonly T[]): [Side | undefined, T[]][] =>
  ([...SIDES, undefined] as const)
    .map((side): [Side | undefined, T[]] => [side, things.filter((one) => one.side === side)])
    .filter(([, some]) => some.length > 0);

const minutesOf = (joints: readonly JointOn[], part: number) =>
  Math.max(2, Math.round(joints.reduce((sum, { minutes }) => sum + minutes, 0) * part));

/** Writes a plan down as a procedure. */
export function procedureOf(anatomy: Anatomy, plan: DraftPlan, wish: DraftWish): Procedure {
  const axle = axleOf(anatomy, wish.end);
  const write = new Writer(axle);
  const { end } = axle;
  const of = <T extends { id: string }>(things: readonly T[], names: Iterable<string>) => {
    const wanted = new Set(names);
    return things.filter(({ id }) => wanted.has(shortName(id)));
  };
  const wheels = axle.joints.filter((joint) => isWheelJoint(axle, joint));
  const opened = of(axle.joints, plan.opens).filter((joint) => !isWheelJoint(axle, joint));
  const eased = of(axle.joints, plan.eases);
  const lines = of(axle.lines, plan.frees);
  const bodies = of([...axle.bodies.values()], plan.takesOut);
  const targets = new Set(bodies.map(({ id }) => id));
  const seats = new Set(axle.springs.flatMap((spring) => spring.seats));
  const withTarget = (joint: JointOn) => seats.has(joint.id) || joint.between.some((id) => targets.has(id));
  const carries = [...plan.carries].map(([body, by]): Carry => ({ body, by }));
  const marks = [
    ...new Set([...opened, ...eased].filter((one) => setsAlignment(one)).map(({ id }) => shortName(id))),
  ];
  const bodyNames = listed(bodies.map(({ name }) => name));
  const held: Support = carries.length ? 'axle-held' : 'raised';

  const chocks = write.item({
    id: 'chocks',
    name: 'Wheel chocks',
    place: 'car.chocks',
    kind: 'support',
    closeBefore: 'drive',
  });
  const nuts = wheels.flatMap((joint) => write.fastenerOf(joint) ?? []);
  const wheelItems = wheels.map((joint) =>
    write.item({
      id: `wheel${sideLetter(joint.side)}`,
      name: 'Wheel',
      place: joint.place,
      kind: 'part',
      ...whereOn(axle, joint),
      closeBefore: 'ground',
    }),
  );

  write.step({
    id: 'look',
    phase: 'intake',
    do: `Look it over at the ${end}: rust, leaks, torn boots, anything that rubs or was worked on before`,
    end,
    photo: [{ shot: 'As it came, from the side' }],
    minutes: 8,
  });
  if (marks.length)
    write.step({
      id: 'mark',
      phase: 'baseline',
      do: `Mark across, both sides: ${listed([...opened, ...eased].filter((one) => setsAlignment(one)).map(({ name }) => name))}`,
      why: 'They set the alignment: the marks bring it back far enough to reach the rack.',
      end,
      needs: ['on-wheels'],
      marks,
      photo: [{ shot: 'Witness marks' }],
      minutes: 6,
    });
  write.step({
    id: 'chock',
    phase: 'teardown',
    do: 'Brake set, in park or in gear; chock the wheels that stay down',
    needs: ['on-wheels'],
    opens: [chocks],
    tools: [{ kind: 'wheel chocks' }],
    minutes: 3,
  });
  if (nuts.length)
    write.step({
      id: 'nuts-crack',
      phase: 'teardown',
      do: 'Break the wheel nuts loose, a quarter turn',
      end,
      needs: ['on-wheels'],
      loosens: nuts,
      tools: [{ kind: 'breaker bar' }],
      minutes: 3,
    });
  write.step({
    id: 'raise',
    phase: 'teardown',
    do: `Raise the ${end} at its own lifting points, on stands under the frame`,
    end,
    needs: ['on-wheels'],
    sets: 'raised',
    caution: 'Stands or lift arms under the frame, never a jack alone. Rock it before anyone goes under.',
    minutes: 10,
  });
  if (wheelItems.length)
    write.step({
      id: 'wheels-off',
      phase: 'teardown',
      do: 'Wheels off',
      end,
      needs: ['raised'],
      opens: wheelItems,
      minutes: 4,
    });
  const supports = carries.map(({ body, by }) =>
    write.item({
      id: `${by}-${body}`,
      name: `${capital(TOOLS[by])}: ${axle.bodies.get(`${end}.${body}`)?.name ?? axle.bodies.get(`${end}.left.${body}`)?.name ?? body}`,
      kind: 'support',
      end,
      closeBefore: 'ground',
    }),
  );
  if (carries.length)
    write.step({
      id: 'carry',
      phase: 'teardown',
      do: `Carry it: ${listed(
        carries.map(({ body, by }) => {
          const one = [...axle.bodies.values()].find(({ id }) => shortName(id) === body)!;
          return `${one.name}${one.side ? ', both sides,' : ''} ${HANDS[by]}`;
        }),
      )}`,
      end,
      needs: ['raised'],
      sets: 'axle-held',
      opens: supports,
      carries,
      tools: [...new Set(carries.map(({ by }) => TOOLS[by]))].map((kind) => ({ kind })),
      caution: carries.some(({ by }) => by === 'compressor')
        ? 'A coil in its compressor is a loaded gun: both hooks seated, never in line with it, never with an impact wrench.'
        : 'It takes the weight before the first joint opens. Hands stay out from under it.',
      minutes: 4 * carries.length,
    });
  const freed = new Map(lines.map((line) => [line.id, write.itemOfLine(line)]));
  for (const [side, some] of bySide(lines))
    write.step({
      id: `free${sideLetter(side)}`,
      phase: 'teardown',
      do: sided(side, `free ${listed(some.map(({ name }) => name))}`),
      why: 'It reaches only so far: nothing is let down on a line.',
      ...whereOn(axle, { side }),
      needs: [held],
      opens: some.map(({ id }) => freed.get(id)!),
      minutes: 4 * some.length,
    });
  const boltOf = new Map<string, string>();
  for (const joint of [...opened, ...eased]) {
    const id = write.fastenerOf(joint);
    if (id) boltOf.set(joint.id, id);
  }
  const bolts = (some: readonly JointOn[]) => [...new Set(some.flatMap(({ id }) => boltOf.get(id) ?? []))];
  for (const [side, some] of bySide(eased))
    write.step({
      id: `ease${sideLetter(side)}`,
      phase: 'teardown',
      do: sided(side, `ease ${listed(some.map(({ name }) => name))}: it turns, and does not come out`),
      ...whereOn(axle, { side }),
      needs: [held],
      loosens: bolts(some),
      rustProne: true,
      minutes: minutesOf(some, 0.25),
    });
  const partItem = new Map<string, string>();
  const seen = new Map<string, string>();
  for (const joint of opened) {
    const place = openPlaceOf(axle, joint);
    const id = seen.get(place) ?? write.itemOfJoint(joint);
    seen.set(place, id);
    partItem.set(joint.id, id);
  }
  const parts = (some: readonly JointOn[]) => [...new Set(some.map(({ id }) => partItem.get(id)!))];
  for (const [side, some] of bySide(opened.filter((joint) => !withTarget(joint))))
    write.step({
      id: `apart${sideLetter(side)}`,
      phase: 'teardown',
      do: sided(side, `${listed(some.map(({ name }) => name))} apart`),
      ...whereOn(axle, { side }),
      needs: [held],
      opens: parts(some),
      loosens: bolts(some),
      rustProne: true,
      minutes: minutesOf(some, 0.5),
    });
  const last = opened.filter(withTarget);
  write.step({
    id: 'out',
    phase: 'teardown',
    do: `${capital(bodyNames)} out, both sides alike: ${listed(last.map(({ name }) => name))} apart${plan.drop > 0 ? `, the wheels let down ${plan.drop} mm below ride height` : ''}`,
    why: plan.ways.map(({ title }) => title).join('; ') || 'Every joint of it opens.',
    end,
    needs: [held],
    opens: parts(last),
    loosens: bolts(last),
    ...(plan.drop > 0 ? { drops: [{ end, mm: plan.drop }] } : {}),
    out: plan.takesOut,
    helper: 10,
    rustProne: true,
    caution:
      'Watch every hose and lead on the way down: the reach it was reckoned by is assumed until it was measured on this car.',
    minutes: minutesOf(last, 0.5) + 10,
  });
  write.step({
    id: 'compare',
    phase: 'fit',
    do: `Old against new: ${wish.putsIn || bodyNames}, each hole, eye and length`,
    end,
    photo: [{ shot: 'Old beside new' }],
    minutes: 5,
  });
  write.step({
    id: 'in',
    phase: 'fit',
    do: `${capital(wish.putsIn || bodyNames)} in, both sides alike, and raised until its joints meet; bolts started by hand`,
    end,
    needs: [held],
    in: plan.takesOut,
    closes: parts(last),
    snugs: bolts(last),
    ...(plan.drop > 0 ? { drops: [{ end, mm: Math.min(axle.normalDroop, plan.drop) }] } : {}),
    helper: 10,
    minutes: minutesOf(last, 0.25) + 10,
  });
  const isFinal = (joint: JointOn) => joint.bonded || setsAlignment(joint);
  const torqueNow = (some: readonly JointOn[]) => bolts(some.filter((joint) => !isFinal(joint)));
  const torqueLater = (some: readonly JointOn[]) => bolts(some.filter(isFinal));
  for (const [side, some] of bySide(opened.filter((joint) => !withTarget(joint))))
    write.step({
      id: `together${sideLetter(side)}`,
      phase: 'reassemble',
      do: sided(side, `${listed(some.map(({ name }) => name))} together again`),
      ...whereOn(axle, { side }),
      needs: [held],
      closes: parts(some),
      snugs: torqueLater(some),
      torques: torqueNow(some),
      minutes: minutesOf(some, 0.5),
    });
  if (torqueNow(last).length)
    write.step({
      id: 'in-torque',
      phase: 'reassemble',
      do: `Torque what holds ${bodyNames}`,
      end,
      needs: [held],
      torques: torqueNow(last),
      minutes: minutesOf(last, 0.25),
    });
  for (const [side, some] of bySide(eased))
    write.step({
      id: `eased-snug${sideLetter(side)}`,
      phase: 'reassemble',
      do: sided(
        side,
        `${listed(some.map(({ name }) => name))} ${torqueLater(some).length ? 'snug: the last torque follows on its wheels' : 'torqued'}`,
      ),
      ...whereOn(axle, { side }),
      needs: [held],
      snugs: torqueLater(some),
      torques: torqueNow(some),
      minutes: minutesOf(some, 0.25),
    });
  for (const [side, some] of bySide(lines))
    write.step({
      id: `free-back${sideLetter(side)}`,
      phase: 'reassemble',
      do: sided(side, `${listed(some.map(({ name }) => name))} back, looked at in full droop and at lock`),
      ...whereOn(axle, { side }),
      needs: [held],
      closes: some.map(({ id }) => freed.get(id)!),
      minutes: 4 * some.length,
    });
  if (carries.length)
    write.step({
      id: 'let-go',
      phase: 'reassemble',
      do: `${capital(listed(carries.map(({ by }) => TOOLS[by])))} away, one after the other`,
      end,
      needs: ['axle-held'],
      sets: 'raised',
      closes: supports,
      lets: carries,
      caution: 'Slowly: it finds its own droop.',
      minutes: 3 * carries.length,
    });
  if (wheelItems.length)
    write.step({
      id: 'wheels-on',
      phase: 'reassemble',
      do: 'Wheels on, nuts run down by hand in a star',
      end,
      needs: ['raised'],
      closes: wheelItems,
      snugs: nuts,
      minutes: 6,
    });
  write.step({
    id: 'lower',
    phase: 'on-wheels',
    do: 'Stands away, down on its wheels, rolled to settle it',
    end,
    needs: ['raised'],
    sets: 'on-wheels',
    caution: 'Nobody under it. Look round the car first.',
    minutes: 8,
  });
  write.step({ id: 'unchock', phase: 'on-wheels', do: 'Chocks away', closes: [chocks], minutes: 2 });
  if (nuts.length)
    write.step({
      id: 'nuts-torque',
      phase: 'on-wheels',
      do: 'Torque the wheel nuts, on the ground',
      end,
      needs: ['on-wheels'],
      torques: nuts,
      minutes: 6,
    });
  const finals = [...opened, ...eased].filter((joint) => isFinal(joint) && !setsAlignment(joint));
  for (const [side, some] of bySide(finals))
    if (bolts(some).length)
      write.step({
        id: `final${sideLetter(side)}`,
        phase: 'on-wheels',
        do: sided(side, `torque on its wheels: ${listed(some.map(({ name }) => name))}`),
        why: 'A bonded bushing takes its set at ride height.',
        ...whereOn(axle, { side }),
        needs: ['on-wheels', 'at-height'],
        torques: bolts(some),
        minutes: minutesOf(some, 0.5),
      });
  const atRack = [...opened, ...eased].filter((joint) => setsAlignment(joint));
  if (bolts(atRack).length)
    write.step({
      id: 'rack',
      phase: 'align',
      do: `At the rack: set from the marks, then torque and stripe ${listed(atRack.map(({ name }) => name))}`,
      end,
      needs: ['on-wheels'],
      torques: bolts(atRack),
      tools: [{ kind: 'torque wrench' }],
      minutes: 45,
    });
  write.step({
    id: 'drive',
    phase: 'road',
    do: 'Road test: straight, both ways round, over a bump, braked from speed',
    drive: true,
    minutes: 15,
  });

  return {
    format: 'wrenchwise-procedure/1',
    id: `draft-${anatomy.id}-${plan.takesOut.join('-')}`.slice(0, 60),
    title: `${capital(bodyNames)} out and back in, ${end}`.slice(0, 200),
    summary: `For ${anatomy.title.toLowerCase()}. Drafted from what holds what there, and from no maker’s sheet: it names no values and no sizes, and every reach and drop is assumed until it was measured on the car.`,
    fits: { [end]: anatomy.fits },
    anatomy: { [end]: anatomy.id },
    drafted: {
      anatomy: anatomy.id,
      end,
      out: plan.takesOut,
      putsIn: wish.putsIn,
      ways: plan.ways.map((way) => way.title),
      minutes: Math.round(plan.minutes),
      spoils: plan.spoils.map(spoilsWords),
    },
    ways: [],
    items: [...write.items.values()],
    fasteners: [...write.fasteners.values()],
    steps: write.steps,
  };
}

/**
 * Drafts for taking something off an axle and putting it back, the cheapest first, each proved on its anatomy.
 * @throws Refusal where the anatomy allows none, or the end is not one it stands at
 */
export function draftsFor(anatomy: Anatomy, wish: DraftWish): Draft[] {
  if (!anatomy.ends.includes(wish.end))
    throw new Refusal('no-end', `${anatomy.title} does not stand at the ${wish.end}.`, 'end');
  const known = new Set(anatomy.bodies.map(({ id }) => id));
  if (!wish.out.length || wish.out.some((body) => !known.has(body)))
    throw new Refusal('no-body', 'Say what comes out.', 'out');
  const drafts = draftPlans(axleOf(anatomy, wish.end), wish.out, wish.equipment)
    .map((plan) => ({ plan, procedure: procedureOf(anatomy, plan, wish) }))
    .filter(({ procedure }) => !checkProcedure({ ...procedure, anatomies: [anatomy] }).some(isFault));
  if (!drafts.length)
    throw new Refusal(
      'no-way',
      'By what this axle’s anatomy says there is no way that breaks nothing with what you have.',
      'out',
    );
  return drafts;
}

import type { Anatomy, Joint } from '@/core/anatomy/types';
import type { RunDocument } from '@/core/procedure/engine';
import { type OneEnd, type Step, type Support, endsOf } from '@/core/procedure/types';

/**
 * One axle as somebody who lies under it sees it: told what hands do, it looks for a line pulled, a spring let go, something heavy
 * that nothing holds. It reads the anatomy's file by itself and knows nothing of the engine that allowed what was done.
 */
export class AxleOnlooker {
  readonly wrong: string[] = [];
  private readonly open = new Set<string>();
  private readonly loose = new Set<string>();
  private readonly drawn = new Set<string>();
  private readonly changed = new Set<string>();
  private readonly off = new Set<string>();
  private readonly carried = new Map<string, Set<string>>();
  private readonly drop: Record<'left' | 'right', number> = { left: 0, right: 0 };
  private support: Support = 'on-wheels';
  private readonly places: Map<string, string>;
  private readonly speaks: boolean;

  constructor(
    private readonly anatomy: Anatomy,
    private readonly end: OneEnd,
    run: RunDocument,
  ) {
    this.places = new Map([...run.items, ...run.fasteners].map((one) => [one.id, one.place ?? '']));
    this.speaks = run.steps.some((step) => step.carries && endsOf(step).includes(end));
  }

  private at(template: string, side: 'left' | 'right'): string {
    return template.replace('{end}', this.end).replace('{side}', side);
  }
  private sided = (id: string) => this.anatomy.bodies.find((body) => body.id === id)?.side === 'each';
  private key = (id: string, side: 'left' | 'right') => (this.sided(id) ? `${side} ${id}` : id);

  private isOpen(joint: Joint, side: 'left' | 'right'): boolean {
    const fasteners = joint.fasteners.map((place) => this.at(place, side));
    const undone = fasteners.filter((place) => this.loose.has(place));
    if (undone.length && undone.every((place) => this.drawn.has(place))) return true;
    for (const id of joint.between) {
      const body = this.anatomy.bodies.find((one) => one.id === id)!;
      const isOff = body.place !== undefined && this.open.has(this.at(body.place, side));
      const parts = joint.kind !== 'splines' || body.kind === 'shaft' || body.kind === 'steering';
      if (isOff && parts && (undone.length > 0 || !fasteners.length)) return true;
    }
    return [this.at(joint.place, side), ...fasteners].some(
      (place) => this.open.has(place) && !this.isOfBody(place, side),
    );
  }

  private isOfBody = (place: string, side: 'left' | 'right') =>
    this.anatomy.bodies.some((body) => body.place !== undefined && this.at(body.place, side) === place);

  /** Which bodies hang together: one name for all that joints hold to each other, joints to some left out. */
  private groups(without: ReadonlySet<string> = new Set()): { get(id: string): string } {
    const parent = new Map<string, string>();
    const top = (id: string): string => {
      const above = parent.get(id) ?? id;
      if (above === id) return id;
      const found = top(above);
      parent.set(id, found);
      return found;
    };
    for (const side of ['left', 'right'] as const)
      for (const joint of this.anatomy.joints) {
        if (joint.between.some((id) => without.has(id)) || this.isOpen(joint, side)) continue;
        const [one, other] = joint.between.map((id) => top(this.key(id, side))) as [string, string];
        parent.set(one, other);
      }
    return { get: top };
  }

  private inTheAir = () => this.support === 'raised' || this.support === 'axle-held';
  private holds = (id: string) => (this.carried.get(id)?.size ?? 0) > 0;
  private isFree = (template: string[], side: 'left' | 'right') =>
    template.some((place) => this.open.has(this.at(place, side)) || this.loose.has(this.at(place, side)));

  /** What hands do, in the order of the hands; what is wrong after it. */
  done(step: Step): void {
    if (!endsOf(step).includes(this.end)) return;
    const sides = (['left', 'right'] as const).filter(
      (side) => !step.corner || step.corner.startsWith(side === 'left' ? 'L' : 'R'),
    );
    const place = (ids: string[] | undefined) => (ids ?? []).map((id) => this.places.get(id) ?? '');
    for (const { body, by } of step.carries ?? [])
      for (const side of sides) {
        const id = this.key(body, side);
        this.carried.set(id, (this.carried.get(id) ?? new Set()).add(by));
      }
    const loaded = this.loadedSprings();
    for (const one of place(step.opens)) this.open.add(one);
    for (const one of place(step.loosens)) {
      this.loose.add(one);
      if (step.out?.length) this.drawn.add(one);
    }
    for (const { corner, end, mm } of step.drops ?? [])
      for (const side of ['left', 'right'] as const) {
        const own = `${side === 'left' ? 'L' : 'R'}${this.end === 'front' ? 'F' : 'R'}`;
        if ((corner ?? (end ? own : step.corner)) === own && (end ?? this.end) === this.end)
          this.drop[side] = mm;
      }
    for (const { spring, side } of loaded) {
      const flies = spring.seats.some((id) => {
        const seat = this.anatomy.joints.find((joint) => joint.id === id)!;
        return this.isOpen(seat, side);
      });
      const low = spring.drop !== null && this.drop[side] >= spring.drop;
      if (flies && !low && !this.isHeldFor(spring.carried, side))
        this.say(step, `${side} ${spring.id} let go`);
    }
    for (const id of step.out ?? []) for (const side of sides) this.off.add(this.key(id, side));
    for (const id of step.in ?? []) for (const side of sides) this.off.delete(this.key(id, side));
    for (const one of place(step.closes)) {
      this.open.delete(one);
      this.changed.add(one);
    }
    for (const one of place([...(step.snugs ?? []), ...(step.torques ?? [])])) {
      this.loose.delete(one);
      this.drawn.delete(one);
    }
    if (step.sets) this.support = step.sets;
    for (const { body, by } of step.lets ?? [])
      for (const side of sides) this.carried.get(this.key(body, side))?.delete(by);
    if (!this.inTheAir()) this.drop.left = this.drop.right = 0;
    this.look(step);
  }

  private isHeldFor(bodies: string[], side: 'left' | 'right'): boolean {
    const held = (id: string) =>
      this.holds(this.key(id, side)) ||
      (!this.speaks && this.support === 'axle-held' && this.anatomy.hangs.includes(id));
    return (bodies.length > 0 && bodies.every(held)) || !this.inTheAir();
  }

  private loadedSprings() {
    return (['left', 'right'] as const).flatMap((side) =>
      this.anatomy.springs
        .filter((spring) => {
          const key = this.key(spring.body, side);
          if (this.off.has(key) || this.carried.get(key)?.has('compressor')) return false;
          return spring.seats.every(
            (id) =>
              !this.isOpen(
                this.anatomy.joints.find((joint) => joint.id === id)!,
                side,
              ),
          );
        })
        .map((spring) => ({ spring, side })),
    );
  }

  private say = (step: Step, what: string) => this.wrong.push(`${step.id}: ${what}`);

  private look(step: Step): void {
    // What stays with the car goes down with no wheel; a subframe is no different while one of its bolts is in.
    const stays = this.anatomy.bodies.filter(({ kind }) => kind === 'frame' || kind === 'subframe');
    const moving = this.groups(new Set(stays.map(({ id }) => id)));
    for (const side of ['left', 'right'] as const) {
      const hung = this.anatomy.hangs.map((id) => this.key(id, side));
      const own = moving.get(hung[0]!);
      // How far it hangs by itself the onlooker cannot tell; only what is carried stands where the step says.
      if (!hung.some((id) => this.holds(id) && moving.get(id) === own)) continue;
      for (const line of this.anatomy.lines) {
        const sure = line.between.some((id) => moving.get(this.key(id, side)) === own);
        if (!this.inTheAir() || !sure || this.drop[side] <= line.reach) continue;
        if (this.isFree([line.place, ...line.brackets], side) || this.changed.has(this.at(line.place, side)))
          continue;
        this.say(step, `${side} ${line.id} pulled`);
      }
    }
    const group = this.groups();
    const held = new Set([group.get('frame')]);
    for (const [id, by] of this.carried) if (by.size) held.add(group.get(id));
    if (!this.inTheAir() || (this.support === 'axle-held' && !this.speaks))
      for (const side of ['left', 'right'] as const)
        for (const id of this.anatomy.hangs) held.add(group.get(this.key(id, side)));
    for (const side of ['left', 'right'] as const)
      for (const body of this.anatomy.bodies) {
        const key = this.key(body.id, side);
        if (body.heavy && !this.off.has(key) && !held.has(group.get(key))) this.say(step, `${key} falls`);
      }
  }
}

import type { RunDocument } from '@/core/procedure/engine';
import { type OneEnd, type Step, endsOf } from '@/core/procedure/types';

/**
 * A car as somebody who stands beside it sees it: wheels on or off, what hangs on the hub, chocks, jacks. It is told what is
 * done by the names of the steps alone and knows nothing of items, of what is open, or of the engine that allowed it.
 */
export class ShopFloor {
  private readonly off = new Set<string>();
  private readonly eased = new Set<OneEnd>();
  private chocked = false;
  readonly stands: Record<OneEnd, 'ground' | 'air' | 'jack'> = { front: 'ground', rear: 'ground' };
  /** What a look at the car would have stopped, in the order it happened. */
  readonly wrong: string[] = [];

  constructor(private readonly run: RunDocument) {}

  /** Does a job take the wheels of an end off at all? */
  private takesWheelsOff(end: OneEnd): boolean {
    return this.run.steps.some((step) => name(step) === 'wheels-off' && endsOf(step).includes(end));
  }

  private say(step: Step, what: string): void {
    this.wrong.push(`${step.id}: ${what}`);
  }

  done(step: Step): void {
    const ends = endsOf(step);
    // A trial stands by itself: it is raised with its wheels on, and comes down again before the work.
    const trial = name(step).startsWith('trial-');
    const what = name(step)
      .replace(/^trial-(chock|unchock)$/, '$1')
      // Once more in the middle of the work.
      .replace(/^mid-/, '');
    if (what === 'chock') this.chocked = true;
    if (what === 'unchock') {
      this.chocked = false;
      if (Object.values(this.stands).some((one) => one !== 'ground'))
        this.say(step, 'chocks taken from a car in the air');
    }
    if (what === 'ease') for (const end of ends) this.eased.add(end);
    // What is bolted to the hub or carries it, by what the step calls it.
    const hung = /^(?:f-)?(?:(wheels)|(hub|caliper|spindle|shaft|knuckle))-(off|on)(-[LR])?$/.exec(what);
    const part = hung && (hung[1] ?? (hung[4] ? hung[2] : null));
    if (hung && part) {
      for (const end of ends) {
        const thing = `${end} ${part}${hung[4] ?? ''}`;
        if (hung[3] === 'off') {
          if (this.stands[end] === 'ground') this.say(step, `${thing} off a car that stands on it`);
          if (part !== 'wheels' && !this.off.has(`${end} wheels`))
            this.say(step, `${thing} off behind a wheel`);
          this.off.add(thing);
        } else {
          if (!this.off.delete(thing)) this.say(step, `${thing} on before it was off`);
          if (part === 'wheels' && [...this.off].some((one) => one.startsWith(end)))
            this.say(step, `a wheel put on before ${[...this.off].join(', ')}`);
        }
      }
    }
    if (step.sets) this.moved(step, ends, trial);
    if (step.drive) {
      if (this.chocked) this.say(step, 'driven against its chocks');
      if (this.off.size) this.say(step, `driven without ${[...this.off].join(', ')}`);
      if (Object.values(this.stands).some((one) => one !== 'ground')) this.say(step, 'driven in the air');
    }
  }

  private moved(step: Step, ends: OneEnd[], trial: boolean): void {
    for (const end of ends) {
      const was = this.stands[end];
      if (step.sets === 'on-wheels') {
        const missing = [...this.off].filter((one) => one.startsWith(end));
        if (missing.length) this.say(step, `lowered without ${missing.join(', ')}`);
        this.stands[end] = 'ground';
      } else if (step.sets === 'raised') {
        if (was === 'ground' && !this.chocked) this.say(step, 'raised without chocks');
        if (was === 'ground' && !trial && this.takesWheelsOff(end) && !this.eased.has(end))
          this.say(step, 'raised with its nuts tight');
        this.stands[end] = 'air';
      } else {
        if (was === 'ground') this.say(step, 'a jack under an axle that stands on its wheels');
        if (!trial && this.takesWheelsOff(end) && !this.off.has(`${end} wheels`))
          this.say(step, 'held with its wheels on');
        this.stands[end] = 'jack';
      }
    }
  }

  /** What is still not as it has to be when everybody goes home. */
  left(): string[] {
    return [
      ...this.off,
      ...(this.chocked ? ['chocks'] : []),
      ...Object.entries(this.stands).flatMap(([end, one]) => (one === 'ground' ? [] : [`${end} in the air`])),
    ];
  }
}

/** A step's name without the letter of its procedure. */
const name = (step: Step) => step.id.replace(/^.*\//, '');

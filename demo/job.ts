import sharp from 'sharp';
import { nextSteps, stepOf } from '../src/core/procedure/engine';
import { ROAD_CHECKS } from '../src/core/ledger/road-checks';
import { missingShots } from '../src/core/ledger/closing';
import { answersByRecord } from '../src/core/ledger/rack-answers';
import { type OrderState } from '../src/core/ledger/order-state';
import type { Phase } from '../src/core/procedure/types';
import { PHASES } from '../src/core/procedure/types';
import { db } from '../src/server/database';
import { loadOrder } from '../src/server/entries/order';
import { storePhoto } from '../src/server/photos/store';
import { planPart } from './catalog';
import { figuresToRead, recordsFirst } from '../src/core/practice/careful-readings';
import type { CrewName } from './crew';
import type { DemoDriver } from './driver';
import { type Scene, drawScene } from '../src/server/devices/camera';

type Four = [string, string, string, string];

export interface JobPlan {
  customer: { name: string; phone: string; email: string };
  vehicle: Record<string, string>;
  tech: CrewName;
  odometer: number;
  unit: 'mi' | 'km';
  lengthUnit: 'in' | 'mm';
  tires: string;
  newTires?: string;
  wheels: string;
  carries: string;
  wants: string;
  targets: { front: string | null; rear: string | null };
  pacePerDay: number;
  promisedInDays: number;
  place: string | null;
  before: Four;
  /** Codes of the catalog's parts. */
  parts: string[];
  figures?: { key: string; typed: string }[];
  accessories?: { id: string; name: string; kg: number; x: number; y: number; later?: boolean }[];
  facts?: Record<string, string>;
  procedures: { id: string; ways: string[] }[];
  /** Whose value is taken where two procedures name one. */
  choices?: Record<string, string>;
  startWithout?: string;
  after: Four;
  wrenches: { large: string; small: string };
}

/** A handful of drawings serves the whole demo, each drawn once. */
const drawings = new Map<string, Promise<Buffer>>();
function drawn(scene: Scene): Promise<Buffer> {
  const key = JSON.stringify(scene);
  const known = drawings.get(key) ?? drawScene(scene);
  drawings.set(key, known);
  return known;
}

const corners = (four: Four) => ({ LF: [four[0]], RF: [four[1]], LR: [four[2]], RR: [four[3]] });

/** One job of the demo, played stage by stage as far as its story goes. */
export class DemoJob {
  orderId = '';
  constructor(
    readonly shop: DemoDriver,
    readonly plan: JobPlan,
  ) {}

  private act(command: string, input: object, who: CrewName = this.plan.tech, minutes = 1) {
    return this.shop.act(who, command, { orderId: this.orderId, ...input }, minutes);
  }

  /** Something else given on this order, by its tech. */
  async give(command: string, input: object, minutes = 2): Promise<void> {
    await this.act(command, input, this.plan.tech, minutes);
  }

  async state(): Promise<OrderState> {
    return (await loadOrder(db(), this.orderId))!.state;
  }

  async intake(): Promise<this> {
    const { plan, shop } = this;
    const answer = await shop.act(
      'Teodor',
      'intake.open',
      {
        customer: plan.customer,
        vehicle: plan.vehicle,
        odometer: { value: plan.odometer, unit: plan.unit },
        tires: plan.tires,
        newTires: plan.newTires ?? null,
        wheels: plan.wheels,
        carries: plan.carries,
        wants: plan.wants,
        targets: { ...plan.targets, unit: plan.lengthUnit, method: 'hub' },
        pacePerDay: plan.pacePerDay,
        promisedFor: `${shop.day(plan.promisedInDays)}T22:00:00.000Z`,
        place: plan.place,
        agreed: true,
      },
      12,
    );
    this.orderId = String(answer.orderId);
    if (plan.facts) {
      const row = await db().row<{ vehicle_id: string }>('SELECT vehicle_id FROM work_order WHERE id = ?', [
        this.orderId,
      ]);
      await shop.act(
        'Teodor',
        'vehicle.update',
        {
          vehicleId: row!.vehicle_id,
          vin: '',
          platform: plan.vehicle.platform ?? '',
          later: plan.vehicle.later ?? '',
          facts: plan.facts ?? {},
        },
        1,
      );
    }
    return this;
  }

  async heights(occasion: string, four: Four): Promise<this> {
    await this.act(
      'heights.record',
      {
        occasion,
        method: 'hub',
        upperPoint: 'fender lip',
        tires: this.plan.newTires && occasion !== 'as came' ? this.plan.newTires : this.plan.tires,
        pressureDone: true,
        floorLevel: true,
        steeringStraight: true,
        load: '',
        unit: this.plan.lengthUnit,
        readings: corners(four),
      },
      this.plan.tech,
      8,
    );
    return this;
  }

  async measured(): Promise<this> {
    const { figures, lengthUnit } = this.plan;
    if (figures?.length) await this.act('measure.record', { figures, unit: lengthUnit }, this.plan.tech, 12);
    return this;
  }

  /** Looks the car over and offers what was found; the answer is left open where it is told to be. */
  async lookedOver(leaveOpen: boolean): Promise<this> {
    const record = (area: string, grade: string, text: string) =>
      this.act('finding.record', { area, grade, text, photoId: null }, this.plan.tech, 4);
    await record('tires', 'sound', '');
    await record('brakes', 'sound', '');
    const worn = await record('bushings', 'soon', 'Bar bushes cracked through on both sides');
    const offer = await this.act(
      'offer.make',
      {
        findingId: worn.findingId,
        text: 'Bar bushes, both sides',
        cents: 11800,
        photoId: null,
        minutes: 25,
        phase: 'fit',
      },
      'Teodor',
      3,
    );
    if (!leaveOpen) {
      await this.act(
        'offer.answer',
        { offerId: offer.offerId, version: 1, yes: true, how: 'by phone', witness: 'Odalys' },
        'Teodor',
        15,
      );
    }
    return this;
  }

  async quoted(): Promise<this> {
    const plan = (await this.state()).plans.at(-1)!.data;
    await this.act(
      'quote.make',
      {
        lines: plan.parts.map((part) => ({ text: part.name, cents: part.cost, minutes: part.minutes })),
        depositCents: 30000,
        promisedFor: `${this.shop.day(this.plan.promisedInDays)}T22:00:00.000Z`,
        unknown: 'Seized bush sleeves: charged by the hour, asked first.',
      },
      'Teodor',
      6,
    );
    return this;
  }

  /** Opens the boxes: the first is short, and what lacks is ordered. */
  async shortBox(): Promise<this> {
    const [first] = (await this.state()).parts.list!.data.lines;
    await this.checkedIn([first!.name]);
    await this.act(
      'parts.checkin',
      {
        lineId: first!.lineId,
        got: first!.count - 1,
        right: true,
        condition: 'good',
        note: 'one box empty',
      },
      this.plan.tech,
      4,
    );
    await this.act('supply.order', { lineId: first!.lineId }, 'Teodor', 5);
    return this;
  }

  async planned(): Promise<this> {
    await this.measured();
    const rows = await db().rows<{ code: string; id: string }>('SELECT code, id FROM part');
    const idOf = new Map(rows.map((row) => [row.code, row.id]));
    await this.act(
      'plan.propose',
      {
        parts: this.plan.parts.map((code) => planPart(code, idOf.get(code) ?? '')),
        accessories: this.plan.accessories ?? [],
        note: '',
      },
      'Odalys',
      10,
    );
    return this;
  }

  async agreed(): Promise<this> {
    const version = (await this.state()).plans.length;
    await this.act('plan.answer', { version, yes: true, how: 'by phone', witness: 'Teodor' }, 'Teodor', 20);
    return this;
  }

  /** Opens every box and finds it whole; the lines left out stay in the mail. */
  async checkedIn(except: string[] = []): Promise<this> {
    const { parts } = await this.state();
    for (const line of parts.list?.data.lines ?? []) {
      if (except.includes(line.name)) continue;
      await this.act(
        'parts.checkin',
        { lineId: line.lineId, got: line.count, right: true, condition: 'good', note: '' },
        this.plan.tech,
        2,
      );
    }
    return this;
  }

  async started(): Promise<this> {
    await this.checkedIn();
    await this.act(
      'run.start',
      {
        procedures: this.plan.procedures,
        choices: this.plan.choices ?? {},
        leadId: this.shop.person('Odalys').id,
        pin: this.shop.pin('Odalys'),
        startWithout: this.plan.startWithout ?? 'What is missing comes before the step that needs it.',
      },
      this.plan.tech,
      3,
    );
    return this;
  }

  async clockOn(stepId: string | null = null): Promise<this> {
    await this.act('clock.on', { stepId }, this.plan.tech, 0);
    return this;
  }

  async clockOff(reason: string): Promise<this> {
    await this.shop.act(this.plan.tech, 'clock.off', { reason }, 0);
    return this;
  }

  /** Somebody of the crew who did not torque it. */
  private checker(): CrewName {
    return this.plan.tech === 'Brannoch' ? 'Ilse' : 'Brannoch';
  }

  private async torque(fastenerId: string, moved = false): Promise<void> {
    const state = await this.state();
    const { spec } = state.run!.fasteners.get(fastenerId)!;
    const wrenchId = spec!.nm >= 40 ? this.plan.wrenches.large : this.plan.wrenches.small;
    await this.act('torque.record', {
      fastenerId,
      wrenchId,
      reading: { clicked: true },
      moved,
      movedDeg: moved ? 30 : null,
    });
    const after = (await this.state()).run!.fasteners.get(fastenerId)!;
    const passes = state.document!.fasteners.find((one) => one.id === fastenerId)!.passes ?? 1;
    if (spec!.angleDeg !== undefined && after.pass >= passes && !after.torqued) {
      await this.act('torque.record', {
        fastenerId,
        wrenchId,
        reading: { clicked: true },
        angleDeg: spec!.angleDeg,
      });
    }
  }

  /** Works through the run up to and without a phase, or until a step; a step that is to wait is left out. */
  async work(until: { phase?: Phase; step?: string; but?: string }): Promise<this> {
    for (;;) {
      const state = await this.state();
      const next = nextSteps(state.document!, state.run!).find(({ step }) => step.id !== until.but);
      if (!next) return this;
      const { step } = next;
      if (until.phase && PHASES.indexOf(step.phase) >= PHASES.indexOf(until.phase)) return this;
      if (until.step === step.id) return this;
      for (const fastenerId of step.torques ?? []) {
        const fastener = state.document!.fasteners.find((candidate) => candidate.id === fastenerId)!;
        for (let pass = 0; pass < (fastener.passes ?? 1); pass += 1) await this.torque(fastenerId);
        if (fastener.secondCheck) {
          const checker = this.checker();
          await this.act('torque.check', {
            fastenerId,
            checkerId: this.shop.person(checker).id,
            pin: this.shop.pin(checker),
          });
        }
      }
      await this.stepDone(step.id);
    }
  }

  /** A step done, with what it asks to be read and recorded first. */
  async stepDone(stepId: string): Promise<void> {
    const state = await this.state();
    const step = stepOf(state.document!, stepId)!;
    for (const [command, input] of recordsFirst(state, step)) await this.act(command, input);
    const figures = figuresToRead(await this.state(), step);
    await this.act('step.done', { stepId, figures }, this.plan.tech, step.minutes);
  }

  /** The lead enters the same value for whatever has none yet. */
  async valued(nm: number): Promise<this> {
    const { document, run } = await this.state();
    for (const { id: fastenerId } of document!.fasteners)
      if (!run!.fasteners.get(fastenerId)!.spec)
        await this.act(
          'value.set',
          {
            fastenerId,
            kind: 'entered',
            value: nm,
            unit: 'nm',
            source: 'the kit sheet',
            confirmed: true,
            leadId: this.shop.person('Odalys').id,
            pin: this.shop.pin('Odalys'),
          },
          'Odalys',
        );
    return this;
  }

  /** Takes every shot the run asks for and has no picture of yet. */
  async photos(seed: number): Promise<this> {
    const state = await this.state();
    for (const [index, { stepId, shot }] of missingShots(state).entries()) {
      const step = state.document!.steps.find((candidate) => candidate.id === stepId)!;
      if (!state.run!.done.has(stepId)) continue;
      const kind = /as it came/.test(shot)
        ? step.end === 'rear'
          ? 'rear'
          : 'front'
        : /pin|marks/i.test(shot)
          ? 'fastener'
          : 'part';
      const { photoId } = await storePhoto(await drawn({ kind, words: shot, seed: (seed + index) % 5 }));
      await this.act('photo.bind', { photoId, stepId, corner: step.corner ?? null, caption: shot });
    }
    return this;
  }

  async aligned(casterLeft: number, toe: number, accepted: string | null = null): Promise<this> {
    const wheel = (caster: number, camber: number, per: number) => ({ caster, camber, toe: per });
    const answer = await this.act(
      'alignment.record',
      {
        rack: 'partner across the river',
        operator: 'the partner’s rack',
        specSource: 'shop goal for this car after a lift, made up for the demo',
        spec: {
          front: {
            caster: { min: 2.2, max: 4.2 },
            camber: { min: -0.6, max: 0.6 },
            toeTotal: { min: 0, max: 0.2 },
            crossCaster: 0.6,
            crossCamber: 0.6,
          },
          rear: { thrust: 0.2 },
        },
        before: {
          LF: wheel(casterLeft - 0.2, 0.5, 0.31),
          RF: wheel(casterLeft + 0.1, 0.4, 0.24),
          LR: { camber: 0, toe: 0.02 },
          RR: { camber: 0.05, toe: 0.04 },
        },
        after: {
          LF: wheel(casterLeft, 0.2, toe),
          RF: wheel(casterLeft + 0.2, 0.1, toe),
          LR: { camber: 0, toe: 0.02 },
          RR: { camber: 0.05, toe: 0.04 },
        },
        adjustments: 'Toe set with the wheel centered; jam nuts torqued.',
        notReached: accepted ? 'caster' : '',
        adjusters: answersByRecord(await this.state(), ['front', 'rear']),
      },
      this.plan.tech,
      5,
    );
    if (accepted) {
      await this.act('alignment.accept', {
        sheetId: answer.entryId,
        leadId: this.shop.person('Odalys').id,
        pin: this.shop.pin('Odalys'),
        reason: accepted,
      });
    }
    return this;
  }

  async driven(distance: number): Promise<this> {
    const { unit } = this.plan;
    const came = (await this.state()).intake!.data.odometer;
    const odometer = 'value' in came ? came.value : this.plan.odometer;
    await this.act('road.out', { odometer: { value: odometer + 6, unit } }, this.plan.tech, 22);
    await this.act(
      'road.in',
      {
        odometer: { value: odometer + 6 + distance, unit },
        checks: ROAD_CHECKS.map(({ id }) => ({ id, result: 'good', note: '' })),
        note: '',
      },
      this.plan.tech,
      6,
    );
    return this;
  }

  async handedOver(): Promise<this> {
    await this.act(
      'handoff.sign',
      { signer: this.plan.customer.name, signature: await drawnSignature() },
      'Teodor',
      5,
    );
    await this.act('order.place', { place: null }, 'Teodor').catch(() => undefined);
    return this;
  }

  /** Clicks every fastener of an open re-torque visit; the one whose place is named is found moved. */
  async clickAll(visitId: string, movedPlace: string | null): Promise<void> {
    this.orderId = visitId;
    const { document } = await this.state();
    await this.stepDone('look');
    for (const fastener of document!.fasteners) await this.torque(fastener.id, fastener.place === movedPlace);
    for (const step of document!.steps.slice(1)) await this.stepDone(step.id);
    await this.act('visit.close', { note: '' });
  }
}

/** A name drawn with a pen, as the box on the handoff page gives it. */
async function drawnSignature(): Promise<string> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="620" height="180"><rect width="620" height="180" fill="#fff"/>
    <path d="M60 120C90 30 120 40 118 96S92 150 84 118s52-66 74-40-10 60 12 58 30-62 50-60-4 56 20 54 26-58 50-54 4 52 26 50 40-74 58-64-14 66 14 64 60-40 150-58"
      fill="none" stroke="#1b1a17" stroke-width="4" stroke-linecap="round"/></svg>`;
  return `data:image/png;base64,${(await sharp(Buffer.from(svg)).png().toBuffer()).toString('base64')}`;
}

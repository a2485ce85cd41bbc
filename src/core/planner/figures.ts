import { AXLE_MEASURES, CAR_MEASURES } from './measures';

/** A car's figures by measure id; one it does not ask for reads NaN. */
export type Figures = Readonly<Record<string, number>>;

/** Figures whose numbers lie side by side: ten thousand draws write them by place, the consequences read them by name. */
interface Placed {
  at: Float64Array;
}

function kindOfFigures(ids: string[]) {
  class Reading implements Placed {
    constructor(readonly at: Float64Array) {}
  }
  ids.forEach((id, place) => {
    Object.defineProperty(Reading.prototype, id, {
      get(this: Reading) {
        return this.at[place];
      },
    });
  });
  const places = new Map(ids.map((id, place) => [id, place]));
  return {
    make: (): Figures => new Reading(new Float64Array(ids.length).fill(NaN)) as unknown as Figures,
    placeOf: (id: string) => places.get(id)!,
  };
}

const OF_CAR = kindOfFigures(CAR_MEASURES.map((def) => def.id));
const OF_AXLE = kindOfFigures(AXLE_MEASURES.map((def) => def.id));

/** A car's figures: its own and each axle's. */
export interface Values {
  car: Figures;
  front: Figures;
  rear: Figures;
}

export const blankValues = (): Values => ({
  car: OF_CAR.make(),
  front: OF_AXLE.make(),
  rear: OF_AXLE.make(),
});

/** Where a figure lies: `wheelbase` is the car's, `front.track` the front axle's. */
export function placeOfFigure(v: Values, key: string): { at: Float64Array; place: number } {
  const dot = key.indexOf('.');
  const part = dot < 0 ? v.car : v[key.slice(0, dot) as 'front' | 'rear'];
  const place = dot < 0 ? OF_CAR.placeOf(key) : OF_AXLE.placeOf(key.slice(dot + 1));
  return { at: (part as unknown as Placed).at, place };
}

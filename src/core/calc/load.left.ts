export interface LoadLeftInput {
  wheelbase: number;
  curb: { front: number; rear: number };
  rating: { front: number; rear: number; gross: number };
  masses: { kg: number; x: number }[];
}

const against = (load: number, rating: number) => ({ load, left: rating - load, over: load > rating });

/**
 * What the axles and the whole car carry with masses on, and what is left of their ratings.
 * @param input wheelbase (mm), curb loads and ratings (kg), masses (kg at x mm rearward of the front axle)
 * @returns for each axle and in total: load, what is left (kg, negative when over) and whether it is over
 */
export function leftToLoad({ wheelbase, curb, rating, masses }: LoadLeftInput) {
  const onRear = masses.reduce((sum, { kg, x }) => sum + (kg * x) / wheelbase, 0);
  const all = masses.reduce((sum, { kg }) => sum + kg, 0);
  const front = curb.front + all - onRear;
  const rear = curb.rear + onRear;
  return {
    front: against(front, rating.front),
    rear: against(rear, rating.rear),
    total: against(front + rear, rating.gross),
  };
}

import type { OrderState } from './order-state';

/**
 * Why an order cannot be cancelled: its car was taken apart, is in the air, or is out on the road. What was only looked
 * over, measured, planned or paid leaves a whole car.
 */
export function openedUp({ run, document, roadOut, roadIn }: OrderState): string | null {
  if (roadOut && !roadIn) return 'It is out on the road.';
  if (!run || !document) return null;
  if (run.car.support.front !== 'on-wheels' || run.car.support.rear !== 'on-wheels')
    return 'It is in the air.';
  const taken = document.steps.find(
    (step) =>
      run.done.has(step.id) &&
      (step.opens?.length ||
        step.loosens?.length ||
        step.closes?.length ||
        step.torques?.length ||
        step.irreversible),
  );
  if (taken) return `It has been opened up: “${taken.do}”.`;
  return null;
}

import { vinWarning } from '@/core/vehicle-facts';

export const vinDoubted = (vin: string) => vinWarning(vin) !== null;

/** What a VIN says against itself: it is kept as it was typed. */
export const VinDoubt = ({ vin }: { vin: string }) => (
  <span className="font-semibold text-target">{vinWarning(vin)} It is kept as typed.</span>
);

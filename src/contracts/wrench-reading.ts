/** What any torque wrench that speaks to a tablet sends: a reading, or the degrees it was turned. */
export interface WrenchReading {
  nm: number;
  angleDeg: number | null;
}

/** A reading as the torque it is recorded as: of the next nut that waits, taken by the wrench itself. */
export const torqueOfReading = (
  fastener: { orderId: string; fastenerId: string },
  wrenchId: string,
  { nm, angleDeg }: WrenchReading,
  confirmed: boolean,
) => ({
  ...fastener,
  wrenchId,
  reading: angleDeg === null ? { value: nm, unit: 'nm' as const } : { clicked: true as const },
  angleDeg,
  nut: 'next' as const,
  by: 'wrench' as const,
  confirmed,
});

/** Newton-meters in one of each unit. A kilogram-force is exactly 9.80665 N. */
export const NM_PER = {
  nm: 1,
  lbft: 1.3558179483314004,
  lbin: 1.3558179483314004 / 12,
  kgfm: 9.80665,
} as const;

export type TorqueUnit = keyof typeof NM_PER;

/** Converts a torque to all four units. */
export function convertTorque(value: number, from: TorqueUnit): Record<TorqueUnit, number> {
  const nm = value * NM_PER[from];
  return { nm, lbft: nm / NM_PER.lbft, lbin: nm / NM_PER.lbin, kgfm: nm / NM_PER.kgfm };
}

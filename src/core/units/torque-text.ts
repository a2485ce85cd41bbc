import { convertTorque } from '../calc/torque.convert';

const shown = (value: number) =>
  value >= 20 ? Math.round(value).toString() : (Math.round(value * 10) / 10).toString();

/** A torque in both units, the person's own first: `131 lbf·ft` and `178 N·m`. */
export function torqueTexts(
  nm: number,
  first: 'lbft' | 'nm',
): { value: string; unit: string; other: string } {
  const all = convertTorque(nm, 'nm');
  return first === 'lbft'
    ? { value: shown(all.lbft), unit: 'lbf·ft', other: `${shown(nm)} N·m` }
    : { value: shown(nm), unit: 'N·m', other: `${shown(all.lbft)} lbf·ft` };
}

/** A torque as a customer's paper says it: `178 N·m` in a metric shop, in both units elsewhere. */
export const torqueTold = (nm: number, metric: boolean): string =>
  metric ? `${shown(nm)} N·m` : torqueBoth(nm);

/** `178 N·m, 131 lbf·ft` */
export function torqueBoth(nm: number): string {
  const { value, unit, other } = torqueTexts(nm, 'nm');
  return `${value} ${unit}, ${other}`;
}

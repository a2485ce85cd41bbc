import type { BayProps } from './bay-props';

const WRENCH_KEY = 'wl-wrench';

/** Keeps in mind which wrench this tablet last took a torque with. */
export const rememberWrench = (wrenchId: string): void => localStorage.setItem(WRENCH_KEY, wrenchId);

/** The wrench last used on this tablet when it fits the value, else the first that does. */
export function likelyWrench(wrenches: BayProps['wrenches'], nm: number | undefined, today: string): string {
  const fits = (wrench: BayProps['wrenches'][number]) =>
    wrench.out === null && (nm === undefined || (nm >= wrench.lowNm && nm <= wrench.highNm));
  const last = typeof localStorage === 'undefined' ? null : localStorage.getItem(WRENCH_KEY);
  const fresh = (wrench: BayProps['wrenches'][number]) => wrench.calibrationDue >= today;
  const fitting = [...wrenches.filter(fits)].sort((a, b) => Number(fresh(b)) - Number(fresh(a)));
  return (fitting.find((wrench) => wrench.id === last) ?? fitting[0])?.id ?? '';
}

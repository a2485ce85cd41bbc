import { capital } from '../wording';
import type { FollowUpKind, FollowUpOpenData } from '../ledger/kinds/coming-back';

/** Come-backs in the shop's words. */

export const COME_BACK_TITLES: Record<FollowUpKind, string> = {
  wheel: 'Wheel nuts',
  chassis: 'Chassis and U-bolts',
  heights: 'Settled heights',
  alignment: 'Alignment',
  'check-in': 'Ask how it drives',
};

/** `Wheel nuts`, or what was found moved by name of its place. */
export function describeComeBack(comeBack: Pick<FollowUpOpenData, 'kind' | 'because' | 'places'>): string {
  if (comeBack.because !== 'handoff') {
    const [end, side, what] = comeBack.places[0]!.split('.');
    return capital(
      `${what!.replaceAll('-', ' ')}, ${side} ${end}, ${comeBack.because === 'moved' ? 'found moved' : 'its value came'}`,
    );
  }
  return COME_BACK_TITLES[comeBack.kind];
}

/** `overdue 2 days`, `today`, `in 6 days`. */
export function describeDue(daysLeft: number | null): string {
  if (daysLeft === null) return 'no day yet';
  if (daysLeft < 0) return `overdue ${-daysLeft} ${daysLeft === -1 ? 'day' : 'days'}`;
  if (daysLeft === 0) return 'today';
  return daysLeft === 1 ? 'tomorrow' : `in ${daysLeft} days`;
}

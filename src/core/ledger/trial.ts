import { type OpenItem, openItems, placedName } from '../procedure/engine';
import type { Item, Step } from '../procedure/types';
import { Refusal } from '../refusal';
import type { EntryOf } from './entries';
import {
  TRIAL_STANCES,
  type TrialBeginData,
  type TrialHeightData,
  type TrialKind,
  type TrialStance,
} from './kinds/trial';
import type { OrderState } from './order-state';

/**
 * A stance on trial: hardware that only holds it to be looked at, its lowest and its highest, and the owner's yes. Nothing on
 * trial is driven.
 */

/** What is on the car only to be looked at or held together, oldest first. */
export const onTrial = ({ document, run }: Pick<OrderState, 'document' | 'run'>): OpenItem[] =>
  document && run ? openItems(document, run).filter(({ item }) => item.kind === 'temporary') : [];

const OFF: Record<TrialKind, string> = {
  'trial blocks or packers': 'Trial blocks and packers out and counted',
  'trial bolts': 'Trial bolts out and counted, the real ones in',
  tacks: 'Tacks ground off, or welded for good',
  'a coil cut for looking': 'The coil cut for looking off, the real one in',
  'something else on trial': 'Off again, and counted',
};

/** The work of trial hardware from the moment it goes on: a thing that forbids driving, and the step that takes it off. */
export function trialWork(
  { kind, what, end }: Pick<TrialBeginData, 'kind' | 'what' | 'end'>,
  trialId: string,
): Pick<TrialBeginData, 'items' | 'fasteners' | 'steps' | 'opens' | 'loosens'> {
  const where = end === 'both' ? {} : { end };
  const item: Item = {
    id: `trial/${trialId}`,
    name: `On trial: ${what || kind}`,
    place: `${end === 'both' ? 'car' : `${end}.center`}.trial-${trialId.slice(0, 8)}`,
    kind: 'temporary',
    ...where,
    closeBefore: 'drive',
  };
  const step: Step = {
    id: `trial/${trialId}/off`,
    phase: 'fit',
    do: `${OFF[kind]}: ${what || kind}`,
    why: 'Trial hardware is for looking: nothing of it is driven.',
    ...where,
    closes: [item.id],
    minutes: 15,
  };
  return { items: [item], fasteners: [], steps: [step], opens: [item.id], loosens: [] };
}

export type TrialHeight = EntryOf<'trial.height'>;

/** The height of each stance as it was last shown. */
export const heightShown = ({ trials }: OrderState, which: TrialStance): TrialHeight | null =>
  trials.heights.findLast((entry) => entry.data.which === which) ?? null;

/** What the owner said to a height as it was shown; a height shown anew is asked anew. */
export const saidTo = (
  { trials }: OrderState,
  { id }: Pick<TrialHeight, 'id'>,
): EntryOf<'trial.answer'> | null => trials.answers.findLast((entry) => entry.data.heightId === id) ?? null;

/** Heights that wait for the owner's word. */
export const trialsAsked = (state: OrderState): TrialHeight[] =>
  TRIAL_STANCES.flatMap((which) => heightShown(state, which) ?? []).filter(
    (height) => saidTo(state, height) === null,
  );

const ENDS = ['front', 'rear'] as const;

/** What cannot be about a height on trial. @throws Refusal that blames its field */
export function judgeTrialHeight(
  state: OrderState,
  { which, heights }: Pick<TrialHeightData, 'which' | 'heights'>,
): void {
  if (which !== 'chosen' && !onTrial(state).length)
    throw new Refusal('nothing-on', 'Nothing is on trial: put the trial hardware on first.', 'which');
  const [lowest, highest] = [heightShown(state, 'lowest'), heightShown(state, 'highest')];
  if (which === 'chosen' && !(lowest && highest))
    throw new Refusal(
      'both-first',
      'It is chosen between its lowest and its highest: record both first.',
      'which',
    );
  for (const end of ENDS) {
    const mm = heights[end]?.mm;
    if (mm === undefined) continue;
    const low = which === 'lowest' ? undefined : lowest?.data.heights[end]?.mm;
    const high = which === 'highest' ? undefined : highest?.data.heights[end]?.mm;
    if (low !== undefined && mm < low)
      throw new Refusal('below', `That is lower than its lowest, ${Math.round(low)} mm.`, end);
    if (high !== undefined && mm > high)
      throw new Refusal('above', `That is higher than its highest, ${Math.round(high)} mm.`, end);
  }
}

const STANCE_WORDS: Record<TrialStance, string> = {
  lowest: 'At its lowest',
  highest: 'At its highest',
  chosen: 'As chosen',
};

/** A height on trial, as somebody reads it. */
export function describeTrialHeight({ data: { which, heights } }: TrialHeight): string {
  const said = ENDS.flatMap((end) => (heights[end] ? [`${end} ${heights[end].text}`] : []));
  return `${STANCE_WORDS[which]}: ${said.join(', ')}`;
}

/** What the owner said of each height, for whoever decides by it. */
export const describeTrials = (state: OrderState): string[] =>
  TRIAL_STANCES.flatMap((which) => {
    const height = heightShown(state, which);
    if (!height) return [];
    const said = saidTo(state, height);
    const word = said ? (said.data.yes ? 'the owner said yes' : 'the owner said no') : 'not answered';
    return [`${describeTrialHeight(height)}: ${word}`];
  });

/** How long something has been on trial, in days. */
export const daysOnTrial = ({ at }: OpenItem, nowIso: string): number | null =>
  at === null ? null : Math.floor((Date.parse(nowIso) - Date.parse(at)) / 86_400_000);

/** From how many days on the day begins with it. */
export const LONG_ON_TRIAL_DAYS = 7;

/** What has been on trial for a week, in words. */
export function longOnTrial(state: OrderState, nowIso: string): string[] {
  return onTrial(state).flatMap((open) => {
    const days = daysOnTrial(open, nowIso);
    return days !== null && days >= LONG_ON_TRIAL_DAYS ? [`${placedName(open.item)}, ${days} days`] : [];
  });
}

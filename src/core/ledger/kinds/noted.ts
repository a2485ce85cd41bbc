import type { Corner } from '../../corners';
import type { DistanceUnit } from './arrival';

/** What the entries noted beside the work hold: clocks, pictures, what is stuck, what somebody has to look at. */

export const STOP_REASONS = [
  'parts',
  'stuck fastener',
  'wrong part',
  'another job',
  'break',
  'day end',
  'done',
] as const;

export type StopReason = (typeof STOP_REASONS)[number];

export interface ClockOnData {
  clockId: string;
  personId: string;
  stepId: string | null;
  /** A second pair of hands, called from another job; goes back there afterwards. */
  helper?: boolean;
  backTo?: { orderId: string; stepId: string | null } | null;
}

export interface ClockOffData {
  clockId: string;
  personId: string;
  reason: StopReason;
  /** Set when a lead closes a clock somebody forgot: the moment it should have stopped, and why then. */
  endedAt?: string;
  leadId?: string;
  why?: string;
}

export interface PhotoData {
  photoId: string;
  sha256: string;
  stepId: string | null;
  corner: Corner | null;
  fastenerId: string | null;
  occasion: string | null;
  caption: string;
  /** The shot's name: two pictures of one shot are a before and an after. */
  shot?: string | null;
}

export const STUCK_CURES = ['bar', 'to and fro', 'heat', 'cut', 'drilled out', 'new part ordered'] as const;

export interface StuckData {
  stuckId: string;
  fastenerId: string;
  place: string;
  what: 'seized' | 'sheared' | 'stripped';
  photoId: string | null;
}

export interface StuckEndData {
  stuckId: string;
  how: (typeof STUCK_CURES)[number];
}

/** Damage done here: a finding of its own kind. */
export interface DamageData {
  damageId: string;
  text: string;
  cause: string;
  pays: 'the shop' | 'the customer' | 'the maker';
  customerTold: boolean;
  photoId: string | null;
}

/** A doubt left at handoff, with the day or distance by which a visit must answer it. */
export interface WatchData {
  watchId: string;
  text: string;
  photoId: string | null;
  byDay: string | null;
  byDistance: { distance: number; unit: DistanceUnit } | null;
}

export const CORNER_SETTINGS = [
  ['damper clicks', 'clicks from closed'],
  ['collar threads', 'threads showing'],
  ['cam position', 'marks from center'],
  ['shackle hole', 'hole from the top'],
] as const;

export type CornerSetting = (typeof CORNER_SETTINGS)[number][0];

export const SETTING_TIMES = ['before', 'after', 'after the road test'] as const;

export interface SettingData {
  what: CornerSetting;
  corner: Corner;
  when: (typeof SETTING_TIMES)[number];
  value: number;
}

export const LESSON_ABOUT = ['order of steps', 'wrong size', 'a step missing', 'the kit'] as const;

/** What would be done differently: a proposed edit of a procedure, or a note on a kit. */
export interface LessonData {
  lessonId: string;
  about: (typeof LESSON_ABOUT)[number];
  stepId: string | null;
  procedureId: string | null;
  kit: string | null;
  text: string;
  standing: 'proven here' | 'hearsay';
}

export const MARK_KINDS = ['arrow', 'ring', 'line', 'text'] as const;

/** One mark drawn over a picture; places are fractions of its width and height. */
export interface PhotoMark {
  kind: (typeof MARK_KINDS)[number];
  from: [number, number];
  to: [number, number];
  /** Words at the mark: of a line, what it measures. */
  text: string;
}

/** All marks on one bound picture; a later entry stands in the place of the earlier. */
export interface PhotoMarksData {
  photoEntryId: string;
  marks: PhotoMark[];
}

/** A line of an earlier visit's watch list, answered. */
export interface WatchAnswerData {
  watchId: string;
  answer: string;
  /** False when it is watched on. */
  settled: boolean;
}

export const TASK_ABOUT = ['late', 'refused', 'returned', 'overlap', 'clock', 'opened'] as const;

/**
 * late: it came after another tablet's entry on the same thing, and the less safe of the two stands; refused: a queued
 * move the record could not take; returned: a move of a tablet that no longer holds lowering; overlap: two clocks of one
 * person; clock: a device whose clock is far from the server's; opened: something was off already when it was written down,
 * and what holds what says that it should not have been.
 */
export type TaskAbout = (typeof TASK_ABOUT)[number];

/** A move as its device queued it, kept whole so that nothing a person did vanishes. */
export interface QueuedMove {
  name: string;
  input: Record<string, unknown>;
  at: string;
  personId: string;
}

export interface TaskData {
  taskId: string;
  about: TaskAbout;
  words: string;
  move: QueuedMove | null;
}

export interface TaskDoneData {
  taskId: string;
  words: string;
}

/** The kinds of entries by their names. */
export interface NotedEntries {
  stuck: StuckData;
  'stuck.end': StuckEndData;
  damage: DamageData;
  watch: WatchData;
  'watch.answer': WatchAnswerData;
  setting: SettingData;
  lesson: LessonData;
  photo: PhotoData;
  'photo.marks': PhotoMarksData;
  'clock.on': ClockOnData;
  'clock.off': ClockOffData;
  task: TaskData;
  'task.done': TaskDoneData;
  /** Takes back the entry named in `corrects`. */
  void: Record<string, never>;
}

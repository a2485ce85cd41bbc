import { CORNER_NAMES } from '../corners';
import type { EntryOf } from './entries';
import type { LessonData } from './kinds/noted';

/** What was opened beside the steps, proposed for the procedure that was worked: with the entry, or not at all. */
export function lessonOfOpened({
  id,
  at,
  personId,
  data: { how, things, stepId, procedureId },
}: EntryOf<'also.opened'>): { at: string; personId: string; data: LessonData }[] {
  if (!procedureId) return [];
  const where = things.corner ? CORNER_NAMES[things.corner] : things.end;
  return [
    {
      at,
      personId,
      data: {
        lessonId: id,
        about: 'a step missing',
        stepId,
        procedureId,
        kit: null,
        text: `Also opened at this step, and no step lists it: ${things.name}, ${where}, ${how}.`,
        standing: 'proven here',
      },
    },
  ];
}

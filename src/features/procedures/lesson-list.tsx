'use client';

import { Nothing } from '@/ui/states';
import { Link } from '@/ui/link';
import type { Lesson } from '@/server/queries/lessons';
import { CommandDialog } from '@/features/transport/command-dialog';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

function Settle({ lesson }: { lesson: Lesson }) {
  return (
    <CommandDialog
      command="lesson.settle"
      about={lesson.lessonId}
      opens="Answer"
      title="What was made of it"
      intro={lesson.words}
      start={{ words: '', how: 'taken in' }}
      input={(typed) => ({ lessonId: lesson.lessonId, ...typed })}
    >
      {(_, set) => (
        <>
          <TextField name="words" label="What was made of it" />
          <div className="flex gap-2">
            <Send onClick={() => set('how', 'taken in')}>Taken in</Send>
            <Send weight="line" onClick={() => set('how', 'left')}>
              Left as it is
            </Send>
          </div>
        </>
      )}
    </CommandDialog>
  );
}

/** Proposed edits from finished jobs: proven here or hearsay, and what the lead made of each. */
export function LessonList({ lessons, canSettle }: { lessons: Lesson[]; canSettle: boolean }) {
  if (!lessons.length) return <Nothing>Nothing yet: the bay asks at the end of each job.</Nothing>;
  return (
    <ul>
      {lessons.map((lesson) => (
        <li key={lesson.lessonId} className="border-b border-rule py-2">
          <p className="font-semibold">{lesson.words}</p>
          <p className="text-sm text-soft">
            {lesson.standing}, {lesson.about}
            {lesson.stepId ? ` at ${lesson.stepId}` : ''} ·{' '}
            {lesson.procedureId ? (
              <Link href={`/procedures/${lesson.procedureId}`}>
                {lesson.procedureId.replaceAll('-', ' ')}
              </Link>
            ) : (
              lesson.kit
            )}{' '}
            · {lesson.person}, <Link href={`/orders/${lesson.orderId}`}>job {lesson.orderNumber}</Link>
          </p>
          {lesson.settled ? (
            <p className="text-sm">
              {lesson.settled.how}: {lesson.settled.words}
            </p>
          ) : (
            canSettle && <Settle lesson={lesson} />
          )}
        </li>
      ))}
    </ul>
  );
}

'use client';

import { Link } from '@/ui/link';
import { useState } from 'react';
import type { Lesson } from '@/server/queries/lessons';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';

function Settle({ lesson, onDone }: { lesson: Lesson; onDone: () => void }) {
  const { send, busy, errors } = useCommand('lesson.settle');
  const [words, setWords] = useState('');
  const settle = async (how: 'taken in' | 'left') => {
    if (await send({ lessonId: lesson.lessonId, how, words })) onDone();
  };
  return (
    <Errors errors={errors}>
      <TextField
        name="words"
        label="What was made of it"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <FormErrors errors={errors} shown={['words']} />
      <div className="mt-2 flex gap-2">
        <button type="button" className="btn btn-pen" disabled={busy} onClick={() => void settle('taken in')}>
          Taken in
        </button>
        <button type="button" className="btn" disabled={busy} onClick={() => void settle('left')}>
          Left as it is
        </button>
      </div>
    </Errors>
  );
}

/** Proposed edits from finished jobs: proven here or hearsay, and what the lead made of each. */
export function LessonList({ lessons, canSettle }: { lessons: Lesson[]; canSettle: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  if (!lessons.length) return <p className="text-soft">Nothing yet: the bay asks at the end of each job.</p>;
  return (
    <ul>
      {lessons.map((lesson) => (
        <li key={lesson.lessonId} className="border-b border-rule py-2">
          <p className="font-semibold">{lesson.words}</p>
          <p className="text-[0.95rem] text-soft">
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
            <p className="text-[0.95rem]">
              {lesson.settled.how}: {lesson.settled.words}
            </p>
          ) : (
            canSettle &&
            (open === lesson.lessonId ? (
              <div className="mt-2">
                <Settle lesson={lesson} onDone={() => setOpen(null)} />
              </div>
            ) : (
              <button type="button" className="btn mt-1" onClick={() => setOpen(lesson.lessonId)}>
                Answer
              </button>
            ))
          )}
        </li>
      ))}
    </ul>
  );
}
